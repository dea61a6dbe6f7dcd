import {
  keepPreviousData,
  queryOptions,
  useMutation,
  useQuery,
  useQueryClient,
} from "@tanstack/react-query";
import { useState } from "react";
import { type ApiFailure, api, type Plan, type PlanRequest, unwrap } from "@/api/client";

const planQuery = (request: PlanRequest) =>
  queryOptions<Plan>({
    queryKey: ["plan", request],
    queryFn: () => unwrap(api.POST("/api/plan", { body: request })),
    placeholderData: keepPreviousData,
    gcTime: 30_000,
  });

/** The latest answer, and whether it belongs to an older question. */
interface LivePlan {
  plan: Plan | undefined;
  failure: ApiFailure | null;
  isBehind: boolean;
  /** Asks the same again, after a failure that may have passed. */
  again: () => void;
}

/**
 * Follows a request while it changes, as during a drag: one request in flight, always the newest
 * one next. The last good plan stays while a new one comes, and when a question fails.
 */
export function useLivePlan(wanted: PlanRequest): LivePlan {
  const [asked, setAsked] = useState(wanted);
  const { data, error, isFetching, isPlaceholderData, refetch } = useQuery(planQuery(asked));
  const [last, setLast] = useState<Plan | undefined>(undefined);
  const isSame = JSON.stringify(asked) === JSON.stringify(wanted);
  // While rendering, so that no frame shows the old question as settled.
  if (!isFetching && !isSame) setAsked(wanted);
  if (data && data !== last) setLast(data);
  return {
    plan: data ?? last,
    failure: isFetching ? null : error,
    isBehind: isFetching || !isSame || isPlaceholderData,
    again: () => {
      void refetch();
    },
  };
}

/** Keeps a plan in the card box. */
export function useKeepCard() {
  const client = useQueryClient();
  return useMutation({
    mutationFn: (body: { name: string; note: string; request: PlanRequest }) =>
      unwrap(api.POST("/api/cards", { body })),
    onSuccess: () => client.invalidateQueries({ queryKey: ["cards"] }),
  });
}
