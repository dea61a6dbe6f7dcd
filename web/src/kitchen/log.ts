import { queryOptions, useMutation, useQueryClient } from "@tanstack/react-query";
import { api, type NextTime, type PlanRequest, type Remark, unwrap } from "@/api/client";

/** What earlier cooks of the same kind of thing say about a plan. */
export const nextTimeQuery = (request: PlanRequest, isSettled: boolean) =>
  queryOptions<NextTime>({
    queryKey: ["next-time", request],
    queryFn: () => unwrap(api.POST("/api/log/next-time", { body: request })),
    enabled: isSettled,
    gcTime: 30_000,
  });

/** What the log changes: the log itself, what is learnt of it, what it says of plans. */
const TOUCHED = ["log", "calibrations", "next-time"];

/** Keeps a cook that is told afterwards, or says how one came out. */
export function useLogChanges() {
  const client = useQueryClient();
  const onSuccess = () => {
    for (const key of TOUCHED) void client.invalidateQueries({ queryKey: [key] });
  };
  const path = (id: number) => ({ params: { path: { id } } });
  return {
    add: useMutation({
      mutationFn: (body: { request: PlanRequest; name: string; remark: Remark }) =>
        unwrap(api.POST("/api/log", { body })),
      onSuccess,
    }),
    remark: useMutation({
      mutationFn: ({ id, remark }: { id: number; remark: Remark }) =>
        unwrap(api.PUT("/api/log/{id}/remark", { ...path(id), body: remark })),
      onSuccess,
    }),
    remove: useMutation({
      mutationFn: (id: number) => unwrap(api.DELETE("/api/log/{id}", path(id))),
      onSuccess,
    }),
    restore: useMutation({
      mutationFn: (id: number) => unwrap(api.POST("/api/log/{id}/restore", path(id))),
      onSuccess,
    }),
  };
}
