import { type QueryClient, queryOptions, useMutation, useQueryClient } from "@tanstack/react-query";
import { api, type Cook, type CookList, type PlanRequest, unwrap } from "@/api/client";

/** A cook with the moment at which this page heard of it, on the page's own steady clock, ms. */
export type HeardCook = Cook & { heardMs: number };
interface Heard extends Omit<CookList, "cooks"> {
  cooks: HeardCook[];
}

const heard = (cook: Cook): HeardCook => ({ ...cook, heardMs: performance.now() });

/** So many of a cook's events are kept here, the latest; the server gives as many. */
const EVENTS_SHOWN = 60;

/** What is heard while a list is on its way: the list may be from before it. */
const meanwhile = new Set<Cook[]>();

/** Every cook under way, page after page. */
async function allUnderWay(): Promise<CookList> {
  const page = async (cursor?: number) =>
    unwrap(api.GET("/api/cooks", { params: { query: cursor === undefined ? {} : { cursor } } }));
  const list = await page();
  while (list.next != null) {
    const more = await page(list.next);
    list.cooks.push(...more.cooks);
    list.unreadable.push(...more.unreadable);
    list.next = more.next ?? null;
  }
  return list;
}

/** Cooks under way and the latest that are over. Kept in step by what the server tells (`useLive`). */
export const cooksQuery = queryOptions({
  queryKey: ["cooks"],
  queryFn: async (): Promise<Heard> => {
    const since: Cook[] = [];
    meanwhile.add(since);
    try {
      const list = await allUnderWay();
      return since.reduce(withCook, { ...list, cooks: list.cooks.map(heard) });
    } finally {
      meanwhile.delete(since);
    }
  },
  staleTime: Number.POSITIVE_INFINITY,
});

/** What was planned: its cautions go with it to the stove. */
export const plannedQuery = (request: PlanRequest) =>
  queryOptions({
    queryKey: ["planned", request],
    queryFn: () => unwrap(api.POST("/api/plan", { body: { ...request, brief: true } })),
    staleTime: Number.POSITIVE_INFINITY,
  });

/** Above 0 where a cook stands later than another state of it: what was told is only ever added to; clocks come second. */
const sinceThen = (a: Cook, b: Cook) =>
  a.events_total - b.events_total ||
  a.readings.length - b.readings.length ||
  Date.parse(a.now) - Date.parse(b.now);

/** The list with a cook as it stands now. What is older than what the page has is not taken. */
function withCook(list: Heard, cook: Cook): Heard {
  const known = list.cooks.find((c) => c.id === cook.id);
  if (known && sinceThen(known, cook) > 0) return list;
  const others = list.cooks.filter((c) => c.id !== cook.id);
  // What is told live has the new events only.
  const isNew = new Set(cook.events.map((e) => e.id));
  const before = known?.events.filter((e) => !isNew.has(e.id)) ?? [];
  const events = [...before, ...cook.events].slice(-EVENTS_SHOWN);
  const cooks = [...others, heard({ ...cook, events })].sort((a, b) => a.id - b.id);
  return { ...list, now: cook.now, cooks };
}

/** Takes a cook as it stands now. */
export function takeCook(client: QueryClient, cook: Cook) {
  for (const since of meanwhile) since.push(cook);
  client.setQueryData(cooksQuery.queryKey, (list) => list && withCook(list, cook));
}

export function useTakeCook() {
  const client = useQueryClient();
  return (cook: Cook) => {
    takeCook(client, cook);
  };
}

/** What to do about something that went wrong, from the present state. */
export function useRescue(id: number) {
  return useMutation({
    mutationFn: (trouble: string) =>
      unwrap(api.POST("/api/cooks/{id}/rescue", { params: { path: { id } }, body: { trouble } })),
  });
}

/** Readings from a table that a thermometer wrote. */
export function useReadingFile(id: number) {
  const client = useQueryClient();
  return useMutation({
    mutationFn: async (file: File) =>
      unwrap(
        api.POST("/api/cooks/{id}/readings/file", {
          params: { path: { id } },
          body: { csv: await file.text() },
        }),
      ),
    onSuccess: () => client.invalidateQueries({ queryKey: cooksQuery.queryKey }),
  });
}

/** Puts the simulated probe into a piece. */
export function useProbe(id: number) {
  const take = useTakeCook();
  return useMutation({
    mutationFn: () =>
      unwrap(api.POST("/api/cooks/{id}/probe", { params: { path: { id } }, body: {} })),
    onSuccess: take,
  });
}

/** Taking a cook away, and putting it back. */
export function useCookChanges() {
  const client = useQueryClient();
  const onSuccess = () => client.invalidateQueries({ queryKey: cooksQuery.queryKey });
  const path = (id: number) => ({ params: { path: { id } } });
  return {
    remove: useMutation({
      mutationFn: (id: number) => unwrap(api.DELETE("/api/cooks/{id}", path(id))),
      onSuccess,
    }),
    restore: useMutation({
      mutationFn: (id: number) => unwrap(api.POST("/api/cooks/{id}/restore", path(id))),
      onSuccess,
    }),
  };
}
