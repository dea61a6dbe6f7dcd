import { ArrowDown, ArrowUp } from "lucide-react";
import { useEffect, useMemo, useState } from "react";
import { Link, useSearchParams } from "react-router";
import { CatalogueGate } from "@/api/CatalogueGate";
import type { Catalogue, Compared } from "@/api/client";
import { houseDoneness, usePreferences } from "@/kitchen/preferences";
import { toComparison } from "@/kitchen/requests";
import { readAddress } from "@/lib/address";
import { clock } from "@/lib/time";
import { format, lengthIn, localise } from "@/lib/units";
import { CompareRow, PinnedCard } from "./CompareRow";
import { COLUMNS, type Column, sorted } from "./columns";
import { GearPicker } from "./GearPicker";
import { useComparison } from "./queries";

/** Which method, and why: every way for the piece on the board, best fit first. */
export function ComparePage() {
  useEffect(() => {
    document.title = "Compare · Cindo";
  }, []);
  return <CatalogueGate>{(catalogue) => <Comparing catalogue={catalogue} />}</CatalogueGate>;
}

/** At most this many side by side. */
const MOST_PINNED = 3;

function Comparing({ catalogue }: { catalogue: Catalogue }) {
  const [params] = useSearchParams();
  const address = params.toString();
  const { preferences } = usePreferences();
  const draft = useMemo(
    () => readAddress(new URLSearchParams(address), houseDoneness(preferences)),
    [address, preferences],
  );
  const { data, error, isFetching } = useComparison(toComparison(draft, preferences));
  const [column, setColumn] = useState<Column>(COLUMNS[0] as Column);
  const [isReversed, setReversed] = useState(false);
  const [pinned, setPinned] = useState<readonly string[]>([]);
  const species = catalogue.species.find((s) => s.id === draft.piece.species);
  const cut = catalogue.cuts.find((c) => c.id === draft.piece.cut);
  const rows = data ? sorted(data.methods, column, isReversed) : [];
  const scaleS = useMemo(() => timeScale(data?.methods ?? []), [data]);
  const press = (next: Column) => {
    setReversed(next.id === column.id && !isReversed);
    setColumn(next);
  };
  const togglePin = (id: string) => {
    setPinned((now) =>
      now.includes(id) ? now.filter((other) => other !== id) : [...now, id].slice(-MOST_PINNED),
    );
  };
  const row = (entry: Compared) => ({
    entry,
    draft,
    address: params,
    scaleS,
    longestWindowS: Math.max(60, ...rows.map((r) => r.outcome?.window_s ?? 0).slice(0, 8)),
    isPinned: pinned.includes(entry.method),
    onPin: () => {
      togglePin(entry.method);
    },
  });
  return (
    <div className="px-4 py-4 sm:px-7 sm:py-5">
      <div className="flex flex-wrap items-center justify-between gap-x-6 gap-y-2">
        <h1 className="font-display text-xl sm:text-[1.65rem]">
          Ways for {species?.name.toLowerCase()} {cut?.name},{" "}
          {format(lengthIn(preferences), draft.piece.thickness_mm)} thick,{" "}
          {draft.piece.skin ? "skin on, " : ""}to {data?.target_name ?? "…"}
        </h1>
        <div className="flex gap-2">
          <Link
            to={{ pathname: "/", search: address }}
            className="btn min-h-11 border-base-300 bg-base-100"
          >
            Change the piece
          </Link>
          <GearPicker catalogue={catalogue} />
        </div>
      </div>
      {error && (
        <div role="alert" className="alert mt-3 border-error bg-base-100 text-error">
          {[
            ...error.fields.map((f) => f.message),
            ...(error.fields.length ? [] : [error.message]),
          ].map((text) => (
            <p key={text}>{localise(text, preferences)}</p>
          ))}
        </div>
      )}
      {pinned.length > 0 && (
        <section aria-label="Side by side" className="mt-4 grid gap-3 md:grid-cols-3">
          {data?.methods
            .filter((m) => pinned.includes(m.method))
            .map((entry) => (
              <PinnedCard key={entry.method} {...row(entry)} />
            ))}
        </section>
      )}
      {data && (
        <section aria-label="All ways" aria-busy={isFetching} className="mt-3">
          <label className="flex items-center gap-2 lg:hidden">
            Sort by
            <select
              className="select h-11 w-auto"
              value={column.id}
              onChange={(event) => {
                const next = COLUMNS.find((c) => c.id === event.target.value);
                if (next) press(next);
              }}
            >
              {COLUMNS.map((c) => (
                <option key={c.id} value={c.id}>
                  {c.title}
                </option>
              ))}
            </select>
          </label>
          <table className="w-full max-lg:block">
            <thead className="max-lg:hidden">
              <tr className="text-left text-sm">
                <th scope="col" className="py-2 pr-3">
                  Way
                </th>
                <th scope="col" className="pr-3">
                  Inside, over {clock(scaleS)}
                </th>
                {COLUMNS.map((c) => (
                  <th
                    key={c.id}
                    scope="col"
                    aria-sort={
                      c.id !== column.id
                        ? "none"
                        : isReversed === (c.best === "high")
                          ? "ascending"
                          : "descending"
                    }
                  >
                    <button
                      type="button"
                      className={`flex min-h-11 cursor-pointer items-center gap-1 pr-2 text-left hover:underline ${
                        c.id === column.id ? "font-bold" : "font-normal"
                      }`}
                      onClick={() => {
                        press(c);
                      }}
                    >
                      {c.title}
                      {c.id === column.id &&
                        (isReversed ? (
                          <ArrowUp aria-hidden className="size-4" />
                        ) : (
                          <ArrowDown aria-hidden className="size-4" />
                        ))}
                    </button>
                  </th>
                ))}
                <th>
                  <span className="sr-only">Hold</span>
                </th>
              </tr>
            </thead>
            <tbody className="max-lg:grid max-lg:gap-1.5">
              {rows.map((entry) => (
                <CompareRow key={entry.method} {...row(entry)} />
              ))}
            </tbody>
          </table>
        </section>
      )}
    </div>
  );
}

/** A common scale: all ways that suit end within it, a slow bake too. */
function timeScale(methods: readonly Compared[]): number {
  const ends = methods.flatMap((m) =>
    m.suits && m.outcome ? [m.outcome.pull_s + m.outcome.rest_s] : [],
  );
  return Math.ceil(Math.max(600, ...ends) / 60) * 60;
}
