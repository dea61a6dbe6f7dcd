import { infiniteQueryOptions, useInfiniteQuery, useQuery } from "@tanstack/react-query";
import { Printer } from "lucide-react";
import { useEffect, useMemo } from "react";
import { Link, useSearchParams } from "react-router";
import { catalogueQuery } from "@/api/catalogue";
import { api, type Ladder, type PlanRequest, unwrap } from "@/api/client";
import { houseDoneness, usePreferences } from "@/kitchen/preferences";
import { toRequest } from "@/kitchen/requests";
import { readAddress } from "@/lib/address";
import { clock } from "@/lib/time";
import { format, lengthIn, localise, temperatureIn } from "@/lib/units";

/** A ladder that costs much comes in pieces. */
const ladderQuery = (plan: PlanRequest) =>
  infiniteQueryOptions({
    queryKey: ["ladder", plan],
    queryFn: ({ pageParam, signal }) =>
      unwrap(api.POST("/api/ladder", { body: { plan, from_mm: pageParam }, signal })),
    initialPageParam: null as number | null,
    getNextPageParam: (last: Ladder) => last.next_mm,
  });

/** Turn and out for one dish over its thickness, to print and hang at the station. */
export function LadderPage() {
  const [params] = useSearchParams();
  const address = params.toString();
  const { preferences } = usePreferences();
  const draft = useMemo(
    () => readAddress(new URLSearchParams(address), houseDoneness(preferences)),
    [address, preferences],
  );
  const catalogue = useQuery(catalogueQuery);
  const ladder = useInfiniteQuery(ladderQuery(toRequest(draft, preferences)));
  const { error, hasNextPage, isFetching, fetchNextPage } = ladder;
  useEffect(() => {
    if (hasNextPage && !isFetching && !error) {
      void fetchNextPage();
    }
  }, [hasNextPage, isFetching, error, fetchNextPage]);
  const data = ladder.data?.pages[0];
  const rows = ladder.data?.pages.flatMap((page) => page.rows) ?? [];
  const nextMm = ladder.data?.pages.at(-1)?.next_mm;
  useEffect(() => {
    document.title = "Ladder · Cindo";
  }, []);
  const known = catalogue.data;
  const species = known?.species.find((s) => s.id === draft.piece.species);
  const cut = known?.cuts.find((c) => c.id === draft.piece.cut);
  const method = known?.methods.find((m) => m.id === draft.method);
  const [length, temperature] = [lengthIn(preferences), temperatureIn(preferences)];
  return (
    <div className="px-4 py-4 sm:px-7 sm:py-5">
      <div className="flex flex-wrap items-center justify-between gap-3">
        <h1 className="font-bold font-display text-xl sm:text-3xl">
          {method?.name} {species?.name.toLowerCase()} {cut?.name}
          {draft.piece.skin ? ", skin on" : ""}, to {data?.target_name ?? "…"}
        </h1>
        <div className="flex gap-2 print:hidden">
          <Link
            to={{ pathname: "/", search: address }}
            className="btn min-h-11 border-base-300 bg-base-100"
          >
            Back to the plan
          </Link>
          <button
            type="button"
            className="btn btn-primary min-h-11"
            disabled={!data || hasNextPage}
            onClick={() => {
              window.print();
            }}
          >
            <Printer aria-hidden className="size-5" />
            Print
          </button>
        </div>
      </div>
      {error && (
        <p role="alert" className="alert mt-3 border-error bg-base-100 text-error">
          {localise(error.fields[0]?.message ?? error.message, preferences)}
        </p>
      )}
      {data && (
        <>
          <p className="mt-1 text-lg">
            {method?.medium} at {format(temperature, data.medium_c)}. Measure the thickest place.
            Minutes and seconds after it meets the heat.
          </p>
          <table className="mt-4 w-full text-center text-base sm:text-xl">
            <thead>
              <tr className="border-base-content border-b-2">
                <th scope="col" rowSpan={2} className="pr-4 text-left">
                  Thickness
                </th>
                {data.start_c.map((c, i) => (
                  <th key={c} scope="colgroup" colSpan={COLUMNS.length} className="pt-2">
                    {i === 0 ? "From the fridge" : "Tempered"}, {format(temperature, c)}
                  </th>
                ))}
              </tr>
              <tr className="border-base-content border-b-2 text-base">
                {data.start_c.flatMap((c) =>
                  COLUMNS.map((column) => (
                    <th
                      key={`${c} ${column.title}`}
                      scope="col"
                      className={`font-normal ${column.isWide ? "max-md:hidden" : ""}`}
                    >
                      {column.title}
                    </th>
                  )),
                )}
              </tr>
            </thead>
            <tbody>
              {rows.map((row) => (
                <tr key={row.thickness_mm} className="border-base-300 border-b">
                  <th scope="row" className="py-1.5 text-left">
                    {format(length, row.thickness_mm)}
                  </th>
                  {row.cells.map((cell, i) => {
                    const key = data.start_c[i] ?? i;
                    return cell ? (
                      <Cells key={key} rung={cell} />
                    ) : (
                      <td key={key} colSpan={COLUMNS.length}>
                        out of reach
                      </td>
                    );
                  })}
                </tr>
              ))}
            </tbody>
          </table>
          {nextMm != null && !error && (
            <p role="status" className="mt-3 print:hidden">
              Working out {format(length, nextMm)}…
            </p>
          )}
        </>
      )}
    </div>
  );
}

type Rung = NonNullable<Ladder["rows"][number]["cells"][number]>;

interface LadderColumn {
  title: string;
  value: (rung: Rung) => number | null | undefined;
  /** Only where there is room. */
  isWide?: boolean;
  isMain?: boolean;
}

const COLUMNS: readonly LadderColumn[] = [
  { title: "heat down", value: (r) => r.down_s, isWide: true },
  { title: "turn", value: (r) => r.flip_s },
  { title: "look from", value: (r) => r.look_from_s, isWide: true },
  { title: "out", value: (r) => r.pull_s, isMain: true },
  { title: "rest", value: (r) => r.rest_s, isWide: true },
];

function Cells({ rung }: { rung: Rung }) {
  return COLUMNS.map(({ title, value, isWide, isMain }) => {
    const seconds = value(rung);
    return (
      <td
        key={title}
        className={`${isMain ? "font-bold" : ""} ${isWide ? "text-base opacity-80 max-md:hidden" : ""}`}
      >
        {seconds == null ? "–" : clock(seconds)}
      </td>
    );
  });
}
