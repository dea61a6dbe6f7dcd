import { queryOptions, useMutation, useQueryClient } from "@tanstack/react-query";
import { api, type CardFile, unwrap } from "@/api/client";

export const cardsQuery = queryOptions({
  queryKey: ["cards"],
  queryFn: () => unwrap(api.GET("/api/cards")),
});

/** Changes to the box; each one shows the box anew. */
export function useCardChanges() {
  const client = useQueryClient();
  const onSuccess = () => client.invalidateQueries({ queryKey: ["cards"] });
  const path = (id: number) => ({ params: { path: { id } } });
  return {
    update: useMutation({
      mutationFn: ({ id, ...body }: { id: number; name?: string; note?: string }) =>
        unwrap(api.PATCH("/api/cards/{id}", { ...path(id), body })),
      onSuccess,
    }),
    remove: useMutation({
      mutationFn: (id: number) => unwrap(api.DELETE("/api/cards/{id}", path(id))),
      onSuccess,
    }),
    restore: useMutation({
      mutationFn: (id: number) => unwrap(api.POST("/api/cards/{id}/restore", path(id))),
      onSuccess,
    }),
    takeIn: useMutation({
      mutationFn: ({ file, dryRun }: { file: CardFile; dryRun: boolean }) =>
        unwrap(
          api.POST("/api/cards/import", { params: { query: { dry_run: dryRun } }, body: file }),
        ),
      onSuccess,
    }),
  };
}
