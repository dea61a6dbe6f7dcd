import { useMutation, useQueryClient } from "@tanstack/react-query";
import {
  ApiFailure,
  api,
  type CreateLineUp,
  type DishView,
  type LineUp,
  type LineUpChange,
  type PlanRequest,
  type UpdateLineUp,
  unwrap,
} from "@/api/client";
import { heardNow, lineUpQuery, lineUpsQuery } from "@/kitchen/lineUps";

const path = (id: number) => ({ path: { id } });

/** Changes to a line-up, each on top of what is shown; what somebody else changed meanwhile is shown first. */
export function useLineUpChanges(lineUp: LineUp | undefined) {
  const client = useQueryClient();
  const id = lineUp?.id ?? 0;
  /** On top of what this page knows by the time that it is its turn. */
  const params = () => {
    const known = client.getQueryData(lineUpQuery(id).queryKey) ?? lineUp;
    return { ...path(id), header: { "If-Match": `"${String(known?.revision ?? 0)}"` } };
  };
  const rest = {
    // One after the other.
    scope: { id: "line-up" },
    onSuccess: (now: LineUp) => {
      if (now.id != null) client.setQueryData(lineUpQuery(now.id).queryKey, heardNow(now));
      void client.invalidateQueries({ queryKey: lineUpsQuery.queryKey });
    },
    onError: (failure: Error) => {
      if (failure instanceof ApiFailure && failure.status === 412) {
        void client.invalidateQueries({ queryKey: ["line-ups"] });
      }
    },
    meta: { tellsFailure: true },
  };
  return {
    change: useMutation({
      mutationFn: (changes: LineUpChange[]) =>
        unwrap(api.POST("/api/line-ups/{id}/changes", { params: params(), body: { changes } })),
      ...rest,
    }),
    update: useMutation({
      mutationFn: (body: UpdateLineUp) =>
        unwrap(api.PATCH("/api/line-ups/{id}", { params: params(), body })),
      ...rest,
    }),
  };
}

/** New line-ups, and those that go. */
export function useLineUpBox() {
  const client = useQueryClient();
  const onSuccess = () => client.invalidateQueries({ queryKey: ["line-ups"] });
  return {
    create: useMutation({
      mutationFn: (body: CreateLineUp) => unwrap(api.POST("/api/line-ups", { body })),
      onSuccess,
      meta: { tellsFailure: true },
    }),
    remove: useMutation({
      mutationFn: (id: number) => unwrap(api.DELETE("/api/line-ups/{id}", { params: path(id) })),
      onSuccess,
    }),
    restore: useMutation({
      mutationFn: (id: number) =>
        unwrap(api.POST("/api/line-ups/{id}/restore", { params: path(id) })),
      onSuccess,
    }),
  };
}

interface GoesIn {
  lineUp: number;
  dish: DishView;
  request: PlanRequest;
  /** When it went in, s from the line-up's zero. */
  startS: number;
}

/** Starts a cook at the stove that went in at this moment, and has its service follow it. */
export function useGoesIn() {
  const client = useQueryClient();
  return useMutation({
    mutationFn: async ({ lineUp, dish, request, startS }: GoesIn) => {
      const made = await unwrap(api.POST("/api/cooks", { body: { request, name: dish.name } }));
      const event = { id: crypto.randomUUID(), kind: "in" as const, ago_s: 0 };
      const cook = await unwrap(
        api.POST("/api/cooks/{id}/events", { params: path(made.id), body: [event] }),
      );
      const { turn_s = null, pull_s: out_s } = cook.forecast;
      const at_stove = { cook: cook.id, start_s: startS, turn_s, out_s };
      // It is in, whatever else was changed meanwhile.
      await unwrap(
        api.POST("/api/line-ups/{id}/changes", {
          params: path(lineUp),
          body: { changes: [{ kind: "at_stove", dish: dish.id, at_stove }] },
        }),
      );
      return cook;
    },
    onSettled: () =>
      Promise.all([
        client.invalidateQueries({ queryKey: ["cooks"] }),
        client.invalidateQueries({ queryKey: ["line-ups"] }),
      ]),
    meta: { tellsFailure: true },
  });
}
