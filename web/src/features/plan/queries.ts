import {
  keepPreviousData,
  queryOptions,
  useMutation,
  useQuery,
  useQueryClient,
} from "@tanstack/react-query";
import { type RefObject, useCallback, useEffect, useRef, useState } from "react";
import {
  type ApiFailure,
  api,
  type BackwardsRequest,
  type BetterAnswer,
  type CreateCard,
  type CutFace,
  type Plan,
  type PlanRequest,
  unwrap,
} from "@/api/client";
import { useNowAndThen } from "@/lib/useNowAndThen";
import type { Live } from "@/picture/follow";

const planQuery = (request: PlanRequest) =>
  queryOptions<Plan>({
    queryKey: ["plan", request],
    queryFn: () => unwrap(api.POST("/api/plan", { body: request })),
    gcTime: 30_000,
  });

/** The latest answer, and whether it belongs to an older question. */
interface LivePlan {
  plan: Plan | undefined;
  failure: ApiFailure | null;
  isBehind: boolean;
  /** Asks the same again, after a failure that may have passed. */
  again: () => void;
  /** Asks for what is under the hand. */
  ask: (request: PlanRequest) => void;
  /** Takes up the latest answer at once. */
  catchUp: () => void;
}

/** What was answered last, and to which question. */
interface Answered {
  question: string;
  plan: Plan | undefined;
  failure: ApiFailure | null;
}

/**
 * Questions in flight at once. An answer takes longer than a frame: with one at a time every other
 * frame of a drag would go without; a third would only wait for the server's two cores.
 */
const IN_FLIGHT = 3;

/** Answers of a drag that wait for their frame; older ones are passed over. */
const MOST_UNPAINTED = 2;

/** How often the page takes up what a drag has come to, ms: the picture itself follows every frame. */
export const DRAG_UPDATE_MS = 400;

/**
 * Follows a request while it changes: two requests in flight, always the newest one next, and no answer
 * older than the one that is shown. The last good plan stays while a new one comes, and when a question
 * fails. While something is dragged the hand asks; what it is answered stands in `live` at once, and
 * here now and then.
 */
export function useLivePlan(
  wanted: PlanRequest,
  isDragging: boolean,
  live: RefObject<Live>,
): LivePlan {
  const client = useQueryClient();
  const question = JSON.stringify(wanted);
  const [answered, setAnswered] = useState<Answered>(() => ({
    question,
    plan: client.getQueryData(planQuery(wanted).queryKey),
    failure: null,
  }));
  const flight = useRef<{ asked: number; shown: number; flying: number; next: PlanRequest | null }>(
    {
      asked: 0,
      shown: 0,
      flying: 0,
      next: null,
    },
  );
  const { later, catchUp } = useNowAndThen(DRAG_UPDATE_MS);
  const ask = useCallback(
    (request: PlanRequest) => {
      const state = flight.current;
      const send = (asked: PlanRequest) => {
        const turn = ++state.asked;
        state.flying++;
        const land = (plan: Plan | null, failure: ApiFailure | null) => {
          state.flying--;
          if (turn > state.shown) {
            state.shown = turn;
            if (plan && asked.brief) {
              live.current.answers = [...live.current.answers.slice(1 - MOST_UNPAINTED), plan];
            }
            const take = () => {
              if (turn !== state.shown) return;
              setAnswered((last) => ({
                question: JSON.stringify(asked),
                plan: plan ?? last.plan,
                failure,
              }));
            };
            if (asked.brief) later(take);
            else take();
          }
          const { next } = state;
          state.next = null;
          if (next) send(next);
        };
        client.query(planQuery(asked)).then(
          (plan) => {
            land(plan, null);
          },
          (failure: unknown) => {
            land(null, failure as ApiFailure);
          },
        );
      };
      if (state.flying < IN_FLIGHT) send(request);
      else state.next = request;
    },
    [client, later, live],
  );
  useEffect(() => {
    if (!isDragging) ask(JSON.parse(question) as PlanRequest);
  }, [ask, question, isDragging]);
  const isBehind = answered.question !== question || (!answered.plan && !answered.failure);
  return {
    plan: answered.plan,
    failure: isBehind ? null : answered.failure,
    isBehind,
    again: () => {
      ask(wanted);
    },
    ask,
    catchUp,
  };
}

/** The cut face of a settled plan; while something is dragged the strip's own column stands in. */
export function useSection(request: PlanRequest, isSettled: boolean) {
  const { data, isFetching } = useQuery(
    queryOptions<CutFace>({
      queryKey: ["section", request],
      queryFn: () => unwrap(api.POST("/api/section", { body: request })),
      enabled: isSettled,
      gcTime: 30_000,
    }),
  );
  return { section: data ?? null, isComing: isFetching };
}

/** A better way than a settled plan, once that is known. */
export function useBetter(request: PlanRequest, isSettled: boolean) {
  const { data, isPlaceholderData, isFetching } = useQuery(
    queryOptions<BetterAnswer>({
      queryKey: ["better", request],
      queryFn: () => unwrap(api.POST("/api/better", { body: request })),
      enabled: isSettled,
      // It stays until the next is known: what came and went would move the page.
      placeholderData: keepPreviousData,
      gcTime: 30_000,
    }),
  );
  return {
    gentler: data?.gentler ?? null,
    // What mends one plan does not mend the next.
    remedy: isPlaceholderData || !isSettled ? undefined : data?.remedy,
    isLooking: isFetching,
  };
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
    mutationFn: (body: CreateCard) => unwrap(api.POST("/api/cards", { body })),
    onSuccess: () => client.invalidateQueries({ queryKey: ["cards"] }),
  });
}
