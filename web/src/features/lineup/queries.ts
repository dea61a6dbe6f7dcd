import { queryOptions, useMutation, useQueryClient } from "@tanstack/react-query";
import {
  ApiFailure,
  api,
  type CreateLineUp,
  type LineUp,
  type LineUpChange,
  type PlanRequest,
  type UpdateLineUp,
  unwrap,
} from "@/api/client";

const path = (id: number) => ({ path: { id } });

/** A line-up and when it was heard, on the page's steady clock. */
export type Heard = LineUp & { heardMs: number };

const heard = (lineUp: LineUp): Heard => ({ ...lineUp, heardMs: performance.now() });

export const lineUpsQuery = queryOptions({
  queryKey: ["line-ups", "list"],
  queryFn: () => unwrap(api.GET("/api/line-ups")),
});

export const lineUpQuery = (id: number) =>
  queryOptions({
    queryKey: ["line-ups", id],
    queryFn: async () => heard(await unwrap(api.GET("/api/line-ups/{id}", { params: path(id) }))),
    staleTime: Number.POSITIVE_INFINITY,
  });

/** Changes to a line-up, each on top of what is shown; what somebody else changed meanwhile is shown first. */
export function useLineUpChanges(lineUp: LineUp | undefined) {
  const client = useQueryClient();
  const id = lineUp?.id ?? 0;
  const params = {
    ...path(id),
    header: { "If-Match": `"${lineUp?.revision ?? 0}"` },
  };
  const onSuccess = (now: LineUp) => {
    if (now.id != null) client.setQueryData(lineUpQuery(now.id).queryKey, heard(now));
    void client.invalidateQueries({ queryKey: lineUpsQuery.queryKey });
  };
  const onError = (failure: Error) => {
    if (failure instanceof ApiFailure && failure.status === 412) {
      void client.invalidateQueries({ queryKey: ["line-ups"] });
    }
  };
  const rest = { onSuccess, onError, meta: { tellsFailure: true } };
  return {
    change: useMutation({
      mutationFn: (changes: LineUpChange[]) =>
        unwrap(api.POST("/api/line-ups/{id}/changes", { params, body: { changes } })),
      ...rest,
    }),
    update: useMutation({
      mutationFn: (body: UpdateLineUp) => unwrap(api.PATCH("/api/line-ups/{id}", { params, body })),
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

/** Starts a cook at the stove that went in at this moment. */
export function useGoesIn() {
  const client = useQueryClient();
  return useMutation({
    mutationFn: async ({ request, name }: { request: PlanRequest; name: string }) => {
      const cook = await unwrap(api.POST("/api/cooks", { body: { request, name } }));
      const event = { id: crypto.randomUUID(), kind: "in" as const, ago_s: 0 };
      return unwrap(api.POST("/api/cooks/{id}/events", { params: path(cook.id), body: [event] }));
    },
    onSuccess: () => client.invalidateQueries({ queryKey: ["cooks"] }),
    meta: { tellsFailure: true },
  });
}
