import { queryOptions, useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useCallback, useEffect, useRef, useState } from "react";
import {
  type ApiFailure,
  api,
  type BackwardsRequest,
  type CreateCard,
  type CutFace,
  type Plan,
  type PlanRequest,
  unwrap,
} from "@/api/client";

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
const IN_FLIGHT = 2;

/**
 * Does something with the next frame, so that a move of the hand and the answer to the one before are
 * drawn together. A page that nobody sees has no frames.
 */
function withNextFrame(act: () => void) {
  if (document.visibilityState === "visible") requestAnimationFrame(act);
  else act();
}

/**
 * Follows a request while it changes, as during a drag: two requests in flight, always the newest one
 * next, and no answer older than the one that is shown. The last good plan stays while a new one
 * comes, and when a question fails.
 */
export function useLivePlan(wanted: PlanRequest): LivePlan {
  const client = useQueryClient();
  const question = JSON.stringify(wanted);
  const [answered, setAnswered] = useState<Answered>(() => ({
    question,
    plan: client.getQueryData(planQuery(wanted).queryKey),
    failure: null,
  }));
  const flight = useRef<{ asked: number; shown: number; flying: number; next: string | null }>({
    asked: 0,
    shown: 0,
    flying: 0,
    next: null,
  });
  const ask = useCallback(
    (text: string) => {
      const state = flight.current;
      const send = (asked: string) => {
        const turn = ++state.asked;
        state.flying++;
        const land = (answer: Pick<Answered, "plan" | "failure">) => {
          state.flying--;
          if (turn > state.shown) {
            state.shown = turn;
            withNextFrame(() => {
              setAnswered((last) => ({
                question: asked,
                ...answer,
                plan: answer.plan ?? last.plan,
              }));
            });
          }
          const { next } = state;
          state.next = null;
          if (next !== null) send(next);
        };
        client.query(planQuery(JSON.parse(asked) as PlanRequest)).then(
          (plan) => {
            land({ plan, failure: null });
          },
          (failure: unknown) => {
            land({ plan: undefined, failure: failure as ApiFailure });
          },
        );
      };
      if (state.flying < IN_FLIGHT) send(text);
      else state.next = text;
    },
    [client],
  );
  useEffect(() => {
    ask(question);
  }, [ask, question]);
  const isBehind = answered.question !== question || (!answered.plan && !answered.failure);
  return {
    plan: answered.plan,
    failure: isBehind ? null : answered.failure,
    isBehind,
    again: () => {
      ask(question);
    },
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
