import { queryOptions, useQuery } from "@tanstack/react-query";
import { api, type LineUp, unwrap } from "@/api/client";

/** A line-up and when it was heard, on the page's steady clock. */
type HeardLineUp = LineUp & { heardMs: number };

export const heardNow = (lineUp: LineUp): HeardLineUp => ({
  ...lineUp,
  heardMs: performance.now(),
});

export const lineUpsQuery = queryOptions({
  queryKey: ["line-ups", "list"],
  queryFn: () => unwrap(api.GET("/api/line-ups")),
});

export const lineUpQuery = (id: number) =>
  queryOptions({
    queryKey: ["line-ups", id],
    queryFn: async () =>
      heardNow(await unwrap(api.GET("/api/line-ups/{id}", { params: { path: { id } } }))),
    staleTime: Number.POSITIVE_INFINITY,
  });

/** The line-up whose service is under way. */
export function useRunningLineUp(): HeardLineUp | undefined {
  const list = useQuery(lineUpsQuery);
  const id = list.data?.line_ups.find((line) => line.running)?.id;
  return useQuery({ ...lineUpQuery(id ?? 0), enabled: id !== undefined }).data;
}

/** Now, s from the zero of a line-up, by the server's clock. */
export const nowOf = (lineUp: HeardLineUp, pageMs: number): number =>
  (Date.parse(lineUp.now) + pageMs - lineUp.heardMs - Date.parse(lineUp.zero)) / 1000;

const two = (value: number) => String(value).padStart(2, "0");

/** A moment of a line-up on the kitchen's clock. */
export const dateOf = (lineUp: Pick<LineUp, "zero">, seconds: number): Date =>
  new Date(Date.parse(lineUp.zero) + 1000 * seconds);

/** As 19:24, with seconds where they matter: 19:24:15. */
export function timeOf(lineUp: Pick<LineUp, "zero">, seconds: number): string {
  const at = dateOf(lineUp, Math.round(seconds / 5) * 5);
  const s = at.getSeconds();
  return `${two(at.getHours())}:${two(at.getMinutes())}${s === 0 ? "" : `:${two(s)}`}`;
}

/** What the service keeps gear busy with now, in a few words each; by the gear's names. */
export function busyNow(lineUp: HeardLineUp, gear: readonly string[]): string[] {
  const nowS = nowOf(lineUp, performance.now());
  return lineUp.stations
    .filter((station) => gear.includes(station.name))
    .flatMap((station) => {
      const holds = station.busy.filter((b) => b.from_s <= nowS && b.until_s > nowS);
      if (holds.length < station.capacity) return [];
      const untilS = Math.min(...holds.map((b) => b.until_s));
      return [`${station.name}: busy until ${timeOf(lineUp, untilS)} (${lineUp.name}).`];
    });
}
