import { useInfiniteQuery } from "@tanstack/react-query";
import { Download, Upload } from "lucide-react";
import { useDeferredValue, useRef, useState } from "react";
import { Link, useSearchParams } from "react-router";
import { CatalogueGate } from "@/api/CatalogueGate";
import type { Catalogue, LogLine, Verdict } from "@/api/client";
import { useKitchen } from "@/kitchen/kitchen";
import { usePreferences } from "@/kitchen/preferences";
import { clock, timeOfDay } from "@/lib/time";
import { format, lengthIn } from "@/lib/units";
import { ImportDialog } from "@/ui/ImportDialog";
import { HowFarOff } from "./HowFarOff";
import { importSteps, type LogFilter, logQuery } from "./queries";
import { dayOf, VERDICT_WORDS, VerdictMark } from "./words";

/** What was cooked, and how far plans were off. */
export function LogPage() {
  return <CatalogueGate>{(catalogue) => <Log catalogue={catalogue} />}</CatalogueGate>;
}

const VERDICTS: readonly Verdict[] = ["under", "right", "over"];

function Log({ catalogue }: { catalogue: Catalogue }) {
  const [params, setParams] = useSearchParams();
  const [words, setWords] = useState("");
  const q = useDeferredValue(words.trim());
  const chosen = (name: string) => params.get(name) ?? "";
  const choose = (name: string, value: string) => {
    setParams(
      (old) => {
        const next = new URLSearchParams(old);
        if (value) next.set(name, value);
        else next.delete(name);
        return next;
      },
      { replace: true },
    );
  };
  const verdict = VERDICTS.find((v) => v === chosen("verdict"));
  const filter: LogFilter = {
    ...(q && { q }),
    ...(chosen("species") && { species: chosen("species") }),
    ...(chosen("method") && { method: chosen("method") }),
    ...(chosen("gear") && { gear: chosen("gear") }),
    ...(verdict && { verdict }),
  };
  const found = useInfiniteQuery(logQuery(filter));
  const entries = found.data?.pages.flatMap((page) => page.entries) ?? [];
  const total = found.data?.pages[0]?.total ?? 0;
  const { kitchen } = useKitchen();
  const gear = [
    ...(kitchen?.gear ?? []),
    ...catalogue.gear.filter((g) => !kitchen?.gear?.some((own) => own.id === g.id)),
  ].map((g) => [g.id, g.name] as const);
  const isFiltered = Object.keys(filter).length > 0;
  return (
    <div className="grid gap-x-8 gap-y-5 px-4 pt-4 pb-28 sm:px-7 lg:grid-cols-[minmax(0,1fr)_23rem] lg:items-start">
      <div className="min-w-0">
        <div className="flex flex-wrap items-center gap-x-1 gap-y-2">
          <h1 className="mr-auto font-bold font-display text-2xl">Log</h1>
          <Files />
        </div>
        <div className="mt-2 grid grid-cols-2 gap-2 sm:flex sm:flex-nowrap">
          <input
            type="search"
            className="input col-span-2 min-h-11 w-full sm:w-44"
            aria-label="Find in the log"
            placeholder="Find in the log"
            maxLength={80}
            value={words}
            onChange={(event) => {
              setWords(event.target.value);
            }}
          />
          <Choice
            label="Fish"
            value={chosen("species")}
            options={catalogue.species.map((s) => [s.id, s.name])}
            onChange={(id) => {
              choose("species", id);
            }}
          />
          <Choice
            label="Way"
            value={chosen("method")}
            options={catalogue.methods.map((m) => [m.id, m.name])}
            onChange={(id) => {
              choose("method", id);
            }}
          />
          <Choice
            label="Gear"
            value={chosen("gear")}
            options={gear}
            onChange={(id) => {
              choose("gear", id);
            }}
          />
          <Choice
            label="Came out"
            value={verdict ?? ""}
            options={VERDICTS.map((v) => [v, VERDICT_WORDS[v]])}
            onChange={(id) => {
              choose("verdict", id);
            }}
          />
        </div>
        {found.error && (
          <p role="alert" className="alert alert-error mt-4">
            {found.error.message}
          </p>
        )}
        {found.data && total === 0 && (
          <p className="mt-6">
            {isFiltered
              ? "No cook in the log is like that."
              : "Nothing in the log yet. A cook at the stove goes into it by itself once it is served; one done without the stove goes in from its plan with “Cooked”."}
          </p>
        )}
        <Days catalogue={catalogue} entries={entries} />
        {found.hasNextPage && (
          <p className="mt-4 flex flex-wrap items-center justify-center gap-3">
            {entries.length.toLocaleString("en")} of {total.toLocaleString("en")} cooks
            <button
              type="button"
              className="btn min-h-11"
              disabled={found.isFetchingNextPage}
              onClick={() => void found.fetchNextPage()}
            >
              Show more
            </button>
          </p>
        )}
      </div>
      <HowFarOff catalogue={catalogue} gear={gear} />
    </div>
  );
}

/** Out as a file, and in. */
function Files() {
  const [file, setFile] = useState<File | null>(null);
  const chooser = useRef<HTMLInputElement>(null);
  return (
    <>
      <a
        className="btn min-h-11 px-2.5"
        aria-label="Table of the log, as a file"
        href="/api/log/export.csv"
        download="cindo-log.csv"
      >
        <Download aria-hidden className="size-4" />
        Table
      </a>
      <a
        className="btn min-h-11 px-2.5"
        aria-label="All of it, as a file"
        href="/api/log/export.json"
        download="cindo-log.json"
      >
        <Download aria-hidden className="size-4" />
        All of it
      </a>
      <button
        type="button"
        className="btn min-h-11 px-2.5"
        onClick={() => chooser.current?.click()}
      >
        <Upload aria-hidden className="size-4" />
        Bring in
      </button>
      <input
        ref={chooser}
        type="file"
        accept="application/json,.json,text/csv,.csv"
        className="hidden"
        aria-label="Log file"
        onChange={(event) => {
          setFile(event.target.files?.[0] ?? null);
          event.target.value = "";
        }}
      />
      {file && (
        <ImportDialog
          file={file}
          onClose={() => {
            setFile(null);
          }}
          one="cook"
          many="cooks"
          place="log"
          steps={importSteps}
          touched={["log", "calibrations", "next-time"]}
        />
      )}
    </>
  );
}

interface ChoiceProps {
  label: string;
  value: string;
  options: readonly (readonly [string, string])[];
  onChange: (id: string) => void;
}

function Choice({ label, value, options, onChange }: ChoiceProps) {
  return (
    <select
      className="select min-h-11 w-full sm:w-auto sm:min-w-0 sm:flex-1"
      aria-label={label}
      value={value}
      onChange={(event) => {
        onChange(event.target.value);
      }}
    >
      <option value="">{label}: any</option>
      {options.map(([id, name]) => (
        <option key={id} value={id}>
          {name}
        </option>
      ))}
    </select>
  );
}

/** Entries under the day they are of. */
function Days({ catalogue, entries }: { catalogue: Catalogue; entries: readonly LogLine[] }) {
  const days: { day: string; entries: LogLine[] }[] = [];
  for (const entry of entries) {
    const day = dayOf(entry.at);
    const last = days[days.length - 1];
    if (last?.day === day) last.entries.push(entry);
    else days.push({ day, entries: [entry] });
  }
  return (
    <>
      {days.map(({ day, entries: own }) => (
        <section key={day} className="mt-4">
          <h2 className="font-bold text-sm">{day}</h2>
          <ul className="divide-y divide-base-300 rounded-box border border-base-300 bg-base-100">
            {own.map((entry) => (
              <Row key={entry.id} catalogue={catalogue} entry={entry} />
            ))}
          </ul>
        </section>
      ))}
    </>
  );
}

function Row({ catalogue, entry }: { catalogue: Catalogue; entry: LogLine }) {
  const { preferences } = usePreferences();
  const method = catalogue.methods.find((m) => m.id === entry.method);
  const at = new Date(entry.at);
  return (
    <li>
      <Link
        to={`/log/${entry.id}`}
        className="grid min-h-11 grid-cols-[3.2rem_1fr_auto] items-center gap-x-3 px-3 py-1.5 hover:bg-base-200"
      >
        <span className="text-sm">{timeOfDay(at, at)}</span>
        <span className="min-w-0">
          <b className="block truncate">{entry.name}</b>
          <span className="block text-sm">
            {method?.name ?? entry.method}, {format(lengthIn(preferences), entry.thickness_mm)}
            {entry.planned_s != null && `, planned ${clock(entry.planned_s)}`}
            {entry.out_s != null && `, out ${clock(entry.out_s)}`}
          </span>
        </span>
        <VerdictMark verdict={entry.verdict} offS={entry.off_s} />
      </Link>
    </li>
  );
}
