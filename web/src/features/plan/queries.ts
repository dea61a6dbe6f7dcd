import {
  keepPreviousData,
  queryOptions,
  useMutation,
  useQuery,
  useQueryClient,
} from "@tanstack/react-query";
import { useState } from "react";
import {
  type ApiFailure,
  api,
  type BackwardsRequest,
  type Plan,
  type PlanRequest,
  type Section,
  unwrap,
} from "@/api/client";

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

/** The cut face of a settled plan; while something is dragged the strip's own column stands in. */
export function useSection(request: PlanRequest, isSettled: boolean) {
  const { data } = useQuery(
    queryOptions<Section>({
      queryKey: ["section", request],
      queryFn: () => unwrap(api.POST("/api/section", { body: request })),
      enabled: isSettled,
      gcTime: 30_000,
    }),
  );
  return data;
}

/** Asks a question backwards. */
export function useBackwards() {
  return useMutation({
    mutationFn: (body: BackwardsRequest) => unwrap(api.POST("/api/backwards", { body })),
  });
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
