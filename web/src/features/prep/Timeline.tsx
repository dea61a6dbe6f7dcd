import { Hand, Hourglass } from "lucide-react";
import type { Prep, PrepStep } from "@/api/client";
import { usePreferences } from "@/kitchen/preferences";
import { clock, timeOfDay, wait } from "@/lib/time";
import { localise } from "@/lib/units";

interface Props {
  prep: Prep;
  heatAt: Date;
  now: Date;
}

/** The bars show at most this much before the heat, s; what starts earlier runs off their edge. */
const LONGEST_SHOWN_S = 3600;

/** Steps with their latest starts, hands and waiting told apart. */
export function Timeline({ prep, heatAt, now }: Props) {
  const { preferences } = usePreferences();
  const shownS = Math.min(
    LONGEST_SHOWN_S,
    Math.max(300, ...prep.steps.map((s) => s.starts_before_s)),
  );
  return (
    <section aria-labelledby="before">
      <div className="flex flex-wrap items-baseline justify-between gap-x-4">
        <h2 id="before" className="font-bold font-display text-xl">
          Before the heat
        </h2>
        <p className="flex flex-wrap items-center gap-x-4 text-sm">
          <span className="flex items-center gap-1.5">
            <span aria-hidden className="inline-block h-3 w-5 rounded-sm bg-primary" />
            hands
          </span>
          <span className="flex items-center gap-1.5">
            <span aria-hidden className="waiting inline-block h-3 w-5 rounded-sm" />
            waiting
          </span>
          <span className="max-md:hidden">start by; the last {wait(shownS)} drawn</span>
        </p>
      </div>
      <ol className="mt-2 divide-y divide-base-300 border-base-300 border-y">
        {prep.steps.map((step) => (
          <Row key={step.id} step={step} heatAt={heatAt} now={now} shownS={shownS} />
        ))}
        <li className="flex items-baseline gap-3 py-2.5 font-bold">
          <span className="w-20 shrink-0 font-display text-secondary text-xl">
            {timeOfDay(heatAt, heatAt)}
          </span>
          Into the heat
        </li>
      </ol>
      {/* The screen has its own page for this; a sheet on the wall has not. */}
      <ol className="mt-3 hidden gap-1.5 print:grid">
        {prep.cooking.map((step) => (
          <li key={step.action + clock(step.start_s)} className="print:break-inside-avoid">
            <b>
              {clock(step.start_s)} {step.title}.
            </b>{" "}
            {localise(step.detail, preferences)} <i>{localise(step.cue, preferences)}</i>
          </li>
        ))}
      </ol>
    </section>
  );
}

interface RowProps {
  step: PrepStep;
  heatAt: Date;
  now: Date;
  shownS: number;
}

function Row({ step, heatAt, now, shownS }: RowProps) {
  const { preferences } = usePreferences();
  const at = new Date(heatAt.getTime() - step.starts_before_s * 1000);
  const isLate = at < now;
  // What begins the night before was for last night, and nobody can change that now.
  const wasYesterday = isLate && at.toDateString() !== now.toDateString();
  return (
    <li className="grid grid-cols-[5rem_minmax(0,1fr)] gap-x-3 py-2.5 md:grid-cols-[5rem_minmax(0,1fr)_11rem] print:break-inside-avoid">
      <span className={`font-bold font-display text-xl ${isLate ? "text-error" : ""}`}>
        {timeOfDay(at, heatAt)}
        {isLate && (
          <span className="block font-sans text-sm">
            {wasYesterday ? "last night" : "too late"}
          </span>
        )}
      </span>
      <div className="min-w-0">
        <p className="flex flex-wrap items-center gap-x-3">
          <span className="font-bold text-lg">{localise(step.title, preferences)}</span>
          <span className="inline-flex items-center gap-1 text-sm leading-none">
            <Hand aria-hidden className="size-3.5" />
            {wait(step.hands_on_s)}
          </span>
          {step.wait_s >= 30 && (
            <span className="inline-flex items-center gap-1 text-sm leading-none">
              <Hourglass aria-hidden className="size-3.5" />
              then {wait(step.wait_s)}
            </span>
          )}
          <span className={`text-sm ${step.cannot_wait ? "font-bold text-secondary" : ""}`}>
            {step.cannot_wait ? "cannot wait" : `can wait ${wait(step.keeps_s)}`}
          </span>
        </p>
        <p>{localise(step.detail, preferences)}</p>
        {step.why && <p className="text-sm italic">{localise(step.why, preferences)}</p>}
      </div>
      <Bar step={step} shownS={shownS} />
    </li>
  );
}

/** Where a step lies in the last stretch before the heat. */
function Bar({ step, shownS }: { step: PrepStep; shownS: number }) {
  const place = (beforeS: number) => `${100 * (1 - Math.min(1, beforeS / shownS))}%`;
  const handsEndS = step.starts_before_s - step.hands_on_s;
  const piece = (fromS: number, toS: number, look: string) =>
    toS < shownS && (
      <span
        className={`absolute inset-y-0 min-w-1 rounded-sm ${look}`}
        style={{ left: place(fromS), right: `${(100 * Math.max(0, toS)) / shownS}%` }}
      />
    );
  return (
    <div
      aria-hidden
      className="relative mt-2 h-3 self-start border-base-content/50 border-r-2 max-md:hidden"
    >
      {step.wait_s > 0 && piece(handsEndS, step.ends_before_s, "waiting")}
      {piece(step.starts_before_s, handsEndS, "bg-primary")}
      {handsEndS >= shownS && step.ends_before_s >= shownS && (
        <span className="absolute inset-y-0 left-0 text-xs leading-3">◂ earlier</span>
      )}
    </div>
  );
}
