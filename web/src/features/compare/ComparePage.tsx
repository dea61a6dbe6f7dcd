import { useQuery } from "@tanstack/react-query";
import { ArrowDown, ArrowUp, Pin, PinOff } from "lucide-react";
import { useEffect, useMemo, useState } from "react";
import { Link, useSearchParams } from "react-router";
import { catalogueQuery } from "@/api/catalogue";
import type { Catalogue, Compared } from "@/api/client";
import {
  type PlanDraft,
  readAddress,
  toComparison,
  withMethod,
  writeAddress,
} from "@/lib/planAddress";
import { usePreferences } from "@/lib/preferences";
import { clock, spoken } from "@/lib/time";
import { format, lengthIn, localise, temperatureIn } from "@/lib/units";
import { COLUMNS, type Column, colourWord, sorted } from "./columns";
import { GearPicker } from "./GearPicker";
import { useComparison } from "./queries";
import { SmallStrip } from "./SmallStrip";

/** Which method, and why: every way for the piece on the board, best fit first. */
export function ComparePage() {
  const catalogue = useQuery(catalogueQuery);
  useEffect(() => {
    document.title = "Compare · Cindo";
  }, []);
  if (catalogue.error) {
    return (
      <p role="alert" className="alert alert-error m-6">
        {catalogue.error.message} Start it again and reload this page.
      </p>
    );
  }
  if (!catalogue.data) return <p className="p-7">Setting up the board…</p>;
  return <Comparing catalogue={catalogue.data} />;
}

/** At most this many side by side. */
const MOST_PINNED = 3;
const STRIP = { width: 132, height: 30 };
/** The time scale leaves out the slowest: they would squeeze all others. */
const SCALE_SHARE = 0.75;

function Comparing({ catalogue }: { catalogue: Catalogue }) {
  const [params] = useSearchParams();
  const address = params.toString();
  const draft = useMemo(() => readAddress(new URLSearchParams(address)), [address]);
  const { preferences } = usePreferences();
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
            <tbody className="max-lg:grid max-lg:gap-3 sm:max-lg:grid-cols-2">
              {rows.map((entry) => (
                <Row key={entry.method} {...row(entry)} />
              ))}
            </tbody>
          </table>
        </section>
      )}
    </div>
  );
}

/** A common scale: most of the ways that suit end within it. */
function timeScale(methods: readonly Compared[]): number {
  const ends = methods
    .flatMap((m) => (m.suits && m.outcome ? [m.outcome.pull_s + m.outcome.rest_s] : []))
    .sort((a, b) => a - b);
  const end = ends[Math.min(ends.length - 1, Math.floor(ends.length * SCALE_SHARE))] ?? 900;
  return Math.ceil(end / 60) * 60;
}

interface RowProps {
  entry: Compared;
  draft: PlanDraft;
  scaleS: number;
  longestWindowS: number;
  isPinned: boolean;
  onPin: () => void;
}

const link = (draft: PlanDraft, method: string) => ({
  pathname: "/",
  search: writeAddress(withMethod(draft, method)).toString(),
});

function Row({ entry, draft, scaleS, longestWindowS, isPinned, onPin }: RowProps) {
  const { preferences } = usePreferences();
  const o = entry.outcome;
  const percent = (share: number) => `${Math.round(share * 100)} %`;
  const cell = (name: string, value: string) => (
    <td className="pr-3 max-lg:flex max-lg:justify-between max-lg:gap-3 max-lg:pr-0">
      <span className="text-sm lg:hidden">{name}</span>
      {value}
    </td>
  );
  return (
    <tr
      className={`border-base-300 border-t align-middle max-lg:grid max-lg:grid-cols-2 max-lg:gap-x-6 max-lg:rounded-box max-lg:border max-lg:bg-base-100 max-lg:p-3 ${
        entry.suits ? "" : "text-base-content/80"
      }`}
    >
      <th
        scope="row"
        className="max-w-80 py-1.5 pr-4 text-left font-normal max-lg:col-span-2 max-lg:max-w-none"
      >
        <Link
          to={link(draft, entry.method)}
          className="inline-flex min-h-8 items-center font-bold text-primary text-lg underline decoration-dotted underline-offset-4"
        >
          {entry.name}
        </Link>
        {o && (
          <span className="pl-2 text-sm">
            {o.knob || format(temperatureIn(preferences), o.medium_c)}
          </span>
        )}
        <p className="text-sm">{localise(entry.reason, preferences)}</p>
      </th>
      <td className="pr-4 max-lg:col-span-2 max-lg:py-1">
        {o && (
          <SmallStrip
            outcome={o}
            thicknessMm={draft.piece.thickness_mm}
            scaleS={scaleS}
            {...STRIP}
          />
        )}
      </td>
      <td className="pr-3 max-lg:flex max-lg:justify-between">
        <span className="text-sm lg:hidden">Fit</span>
        <span className="inline-flex items-center gap-2 font-bold">
          <span
            aria-hidden
            className={`inline-block h-2.5 rounded-xs ${entry.suits ? "bg-primary" : "bg-base-content/40"}`}
            style={{ width: Math.max(2, entry.fit * 0.36) }}
          />
          {entry.fit}
        </span>
      </td>
      {o ? (
        <>
          {cell("In the heat", clock(o.pull_s))}
          {cell("In all", clock(o.total_s))}
          <td className="pr-3 max-lg:flex max-lg:justify-between">
            <span className="text-sm lg:hidden">Room for error</span>
            {o.window_s == null ? (
              "hotter is firmer"
            ) : (
              <span className="inline-flex items-center gap-2 whitespace-nowrap">
                <span
                  aria-hidden
                  className="inline-block h-2.5 rounded-xs bg-accent max-lg:hidden"
                  style={{ width: Math.min(54, Math.max(2, (o.window_s / longestWindowS) * 48)) }}
                />
                {spoken(o.window_s).replace(" min", "")}
              </span>
            )}
          </td>
          {cell("Even", percent(o.quality.even_share))}
          {cell("Colour", colourWord(o.quality.browning))}
          {cell("Juice lost", percent(o.quality.juice_lost_share))}
          {cell("Hands on", clock(o.hands_on_s))}
          {cell("Smell", entry.smell)}
        </>
      ) : (
        <td colSpan={8} className="text-sm">
          {entry.missing.length > 0
            ? `Not at hand: ${entry.missing.join(", ")}.`
            : "Not for this target."}
        </td>
      )}
      <td className="text-right max-lg:self-end">
        <button
          type="button"
          className="btn btn-ghost btn-square size-11"
          aria-label={`${isPinned ? "Let go of" : "Hold"} ${entry.name}`}
          aria-pressed={isPinned}
          disabled={!o}
          onClick={onPin}
        >
          {isPinned ? (
            <PinOff aria-hidden className="size-5" />
          ) : (
            <Pin aria-hidden className="size-5" />
          )}
        </button>
      </td>
    </tr>
  );
}

function PinnedCard({ entry, draft, scaleS, onPin }: RowProps) {
  const { preferences } = usePreferences();
  const o = entry.outcome;
  if (!o) return null;
  const figures: [string, string][] = [
    ["Out", clock(o.pull_s)],
    ["In all", clock(o.total_s)],
    ["Room for error", o.window_s == null ? "hotter is firmer" : spoken(o.window_s)],
    ["Even", `${Math.round(o.quality.even_share * 100)} %`],
    ["Dry flesh", `${Math.round(o.quality.dry_share * 100)} %`],
    ["Colour", colourWord(o.quality.browning)],
    ["Juice lost", `${Math.round(o.quality.juice_lost_share * 100)} %`],
    ["Hands on", clock(o.hands_on_s)],
  ];
  return (
    <article className="rounded-box border border-base-300 bg-base-100 p-4">
      <h2 className="flex items-center justify-between font-bold font-display text-xl">
        <Link
          to={link(draft, entry.method)}
          className="underline decoration-dotted underline-offset-4"
        >
          {entry.name}
        </Link>
        <button
          type="button"
          className="btn btn-ghost btn-square size-11"
          aria-label={`Let go of ${entry.name} here`}
          onClick={onPin}
        >
          <PinOff aria-hidden className="size-5" />
        </button>
      </h2>
      <SmallStrip
        outcome={o}
        thicknessMm={draft.piece.thickness_mm}
        scaleS={scaleS}
        width={300}
        height={64}
      />
      <dl className="mt-2 grid grid-cols-2 gap-x-5">
        {figures.map(([name, value]) => (
          <div key={name} className="flex justify-between gap-2 border-base-300 border-b py-0.5">
            <dt className="text-sm">{name}</dt>
            <dd className="font-bold">{value}</dd>
          </div>
        ))}
      </dl>
      <ul className="mt-2 list-disc pl-5 text-sm">
        {entry.reasons.slice(0, 3).map((reason) => (
          <li key={reason}>{localise(reason, preferences)}</li>
        ))}
      </ul>
    </article>
  );
}
