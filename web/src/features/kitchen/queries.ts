import { queryOptions, useMutation, useQueryClient } from "@tanstack/react-query";
import { api, type CheckMade, unwrap } from "@/api/client";

/** What the log and checks say, beside what plans go by. */
export const calibrationsQuery = queryOptions({
  queryKey: ["calibrations"],
  queryFn: () => unwrap(api.GET("/api/kitchen/calibrations")),
});

/** Plans cooked lately, now and as they would be once plans go by what was learnt of this. */
export const previewQuery = (id: string) =>
  queryOptions({
    queryKey: ["calibrations", "preview", id],
    queryFn: () =>
      unwrap(api.POST("/api/kitchen/calibrations/preview", { body: { accept: [id] } })),
    staleTime: 0,
  });

/** Taking over what was learnt, or forgetting it; making checks, and taking them back. */
export function useLearning() {
  const client = useQueryClient();
  const onSuccess = () => {
    for (const key of ["calibrations", "kitchen", "next-time"]) {
      void client.invalidateQueries({ queryKey: [key] });
    }
  };
  const path = (id: number) => ({ params: { path: { id } } });
  return {
    change: useMutation({
      mutationFn: (body: { accept?: string[]; reset?: string[] }) =>
        unwrap(api.POST("/api/kitchen/calibrations", { body })),
      onSuccess,
    }),
    check: useMutation({
      mutationFn: (body: { gear: string; made: CheckMade }) =>
        unwrap(api.POST("/api/kitchen/checks", { body })),
      onSuccess,
    }),
    removeCheck: useMutation({
      mutationFn: (id: number) => unwrap(api.DELETE("/api/kitchen/checks/{id}", path(id))),
      onSuccess,
    }),
    restoreCheck: useMutation({
      mutationFn: (id: number) => unwrap(api.POST("/api/kitchen/checks/{id}/restore", path(id))),
      onSuccess,
    }),
  };
}
