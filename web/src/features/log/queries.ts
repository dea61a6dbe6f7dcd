import { infiniteQueryOptions, keepPreviousData, queryOptions } from "@tanstack/react-query";
import { ApiFailure, api, type CountBy, type LogFile, unwrap, type Verdict } from "@/api/client";
import type { ImportSteps } from "@/ui/ImportDialog";

const path = (id: number) => ({ params: { path: { id } } });

/** What the list shows. */
export interface LogFilter {
  q?: string;
  species?: string;
  method?: string;
  gear?: string;
  verdict?: Verdict;
}

/** The log, the latest first, a page at a time. */
export const logQuery = (filter: LogFilter) =>
  infiniteQueryOptions({
    queryKey: ["log", filter],
    queryFn: ({ pageParam }) =>
      unwrap(
        api.GET("/api/log", {
          params: { query: { ...filter, ...(pageParam !== null && { cursor: pageParam }) } },
        }),
      ),
    initialPageParam: null as number | null,
    getNextPageParam: (page) => page.next,
    placeholderData: keepPreviousData,
  });

export const entryQuery = (id: number) =>
  queryOptions({
    queryKey: ["log", "entry", id],
    queryFn: () => unwrap(api.GET("/api/log/{id}", path(id))),
  });

export const countsQuery = (by: CountBy) =>
  queryOptions({
    queryKey: ["log", "counts", by],
    queryFn: () => unwrap(api.GET("/api/log/statistics", { params: { query: { by } } })),
    placeholderData: keepPreviousData,
  });

/** A file as it is sent: a table as its text, anything else as it is; what is wrong with it, the server says. */
async function bodyOf(file: File): Promise<LogFile> {
  const text = await file.text();
  const isTable = !text.trimStart().replace("\uFEFF", "").startsWith("{");
  if (isTable) return { csv: text };
  try {
    return JSON.parse(text) as LogFile;
  } catch {
    throw new ApiFailure("The file is not whole, or no log", 0, []);
  }
}

/** Bringing a log in. */
export const importSteps: ImportSteps = {
  begin: async (file) => unwrap(api.POST("/api/log/import", { body: await bodyOf(file) })),
  ask: (id) => unwrap(api.GET("/api/log/import/{id}", path(id))),
  keep: (id) => unwrap(api.POST("/api/log/import/{id}/keep", path(id))),
  end: (id) => unwrap(api.DELETE("/api/log/import/{id}", path(id))),
};
