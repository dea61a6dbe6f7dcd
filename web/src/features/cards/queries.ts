import {
  infiniteQueryOptions,
  keepPreviousData,
  queryOptions,
  skipToken,
  useMutation,
  useQueryClient,
} from "@tanstack/react-query";
import { api, type CardFile, unwrap } from "@/api/client";

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

/** How often an import is asked how far it is, ms. */
const ASK_EVERY_MS = 400;

/** How far an import is. Asked until it is looked through, and then so that it is not forgotten. */
export const importQuery = (id: number | undefined) =>
  queryOptions({
    queryKey: ["import", id],
    queryFn:
      id === undefined
        ? skipToken
        : () => unwrap(api.GET("/api/cards/import/{id}", { params: { path: { id } } })),
    refetchInterval: ({ state }) =>
      state.error ? false : state.data?.stage === "looking" ? ASK_EVERY_MS : 20_000,
    refetchIntervalInBackground: true,
  });

/** Bringing a file of cards in: begun, told to keep, or ended. */
export function useImport() {
  const client = useQueryClient();
  const path = (id: number) => ({ params: { path: { id } } });
  return {
    begin: useMutation({
      mutationFn: (file: File) =>
        unwrap(
          api.POST("/api/cards/import", {
            // As it is: what is wrong with it, the server says.
            body: file as unknown as CardFile,
            bodySerializer: (body) => body as unknown as File,
          }),
        ),
    }),
    keep: useMutation({
      mutationFn: (id: number) => unwrap(api.POST("/api/cards/import/{id}/keep", path(id))),
      onSuccess: () => client.invalidateQueries({ queryKey: ["cards"] }),
    }),
    end: useMutation({
      mutationFn: (id: number) => unwrap(api.DELETE("/api/cards/import/{id}", path(id))),
    }),
  };
}

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
  };
}
