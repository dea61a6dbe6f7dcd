import {
  infiniteQueryOptions,
  keepPreviousData,
  useMutation,
  useQueryClient,
} from "@tanstack/react-query";
import { api, type Card, type CardFile, unwrap } from "@/api/client";
import { changeSeen, differing } from "@/kitchen/conflict";
import type { ImportSteps } from "@/ui/ImportDialog";

/** The cards whose name or note holds the words, a page at a time. */
export const cardsQuery = (words: string) =>
  infiniteQueryOptions({
    queryKey: ["cards", words],
    queryFn: ({ pageParam }) =>
      unwrap(
        api.GET("/api/cards", {
          params: {
            query: { ...(words && { q: words }), ...(pageParam !== null && { cursor: pageParam }) },
          },
        }),
      ),
    initialPageParam: null as number | null,
    getNextPageParam: (page) => page.next,
    placeholderData: keepPreviousData,
  });

const path = (id: number) => ({ params: { path: { id } } });

/** Bringing a file of cards in. */
export const importSteps: ImportSteps = {
  begin: (file) =>
    unwrap(
      api.POST("/api/cards/import", {
        // As it is: what is wrong with it, the server says.
        body: file as unknown as CardFile,
        bodySerializer: (body) => body as unknown as File,
      }),
    ),
  ask: (id) => unwrap(api.GET("/api/cards/import/{id}", path(id))),
  keep: (id) => unwrap(api.POST("/api/cards/import/{id}/keep", path(id))),
  end: (id) => unwrap(api.DELETE("/api/cards/import/{id}", path(id))),
};

/** Changes to the box; each one shows the box anew. */
export function useCardChanges() {
  const client = useQueryClient();
  const onSuccess = () => client.invalidateQueries({ queryKey: ["cards"] });
  return {
    update: useMutation({
      mutationFn: ({ seen, ...body }: { seen: Card; name?: string; note?: string }) =>
        changeSeen<Card>({
          title: `“${seen.name}” was changed twice`,
          revision: seen.revision,
          put: (ifMatch) =>
            unwrap(
              api.PATCH("/api/cards/{id}", {
                params: { path: { id: seen.id }, header: { "If-Match": ifMatch } },
                body,
              }),
            ),
          fields: (theirs) => [
            ...differing("Name", body.name ?? theirs.name, theirs.name),
            ...differing("Note", body.note ?? theirs.note, theirs.note),
          ],
        }),
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
  };
}
