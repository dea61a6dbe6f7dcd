import { Pin } from "lucide-react";
import { Link } from "react-router";
import type { LineUp, LineUpStep } from "@/api/client";
import { timeOf } from "@/kitchen/lineUps";
import { usePreferences } from "@/kitchen/preferences";
import { clock, counted } from "@/lib/time";
import { localise } from "@/lib/units";
import { useHeld } from "@/ui/useHeld";
import { useMoved } from "@/ui/useMoved";

interface Props {
  lineUp: LineUp;
  nowS: number | null;
  isBusy: boolean;
  onLate: (step: LineUpStep) => void;
  onFix: (step: LineUpStep) => void;
  onFree: (step: LineUpStep) => void;
  onGoesIn: (step: LineUpStep) => void;
  onNotHot: (step: LineUpStep) => void;
}

/** A step is over once its hands are free again, s after it began, and no sooner than this. */
const SHOWN_S = 20;
/** What is so long before the first serving is told to the minute, s. */
const EARLY_S = -1800;
/** So many steps are listed before the rest is asked for. */
const LISTED = 14;

const idOf = (step: LineUpStep) =>
  `${step.dish ?? ""}${step.key ?? ""}${step.title}${String(step.start_s)}`;

const endOf = (step: LineUpStep) => step.start_s + Math.max(SHOWN_S, step.hands_s);

/** Whether a part of a dish begins with a step. */
export function beginsPart(lineUp: LineUp, step: LineUpStep): boolean {
  const starts = lineUp.dishes.find((d) => d.id === step.dish)?.starts ?? [];
  return starts.some((s) => s.key === step.key && Math.abs(s.start_s - step.start_s) < 2);
}

/** Something to tell of a step, with one tap. */
function Tap(props: { label: string; isMain?: boolean; isBusy: boolean; onTap: () => void }) {
  return (
    <button
      type="button"
      className={`btn min-h-16 flex-1 text-lg ${props.isMain ? "btn-primary" : "border-base-300 bg-base-100"}`}
      disabled={props.isBusy}
      onClick={props.onTap}
    >
      {props.label}
    </button>
  );
}

/** Everything that hands do, in clock order: now, next and what comes. */
export function StepList(props: Props) {
  const { isBusy, onLate, onFix, onFree, onGoesIn, onNotHot } = props;
  const { shown, hold } = useHeld({ lineUp: props.lineUp, nowS: props.nowS });
  const { lineUp, nowS } = shown;
  const { preferences } = usePreferences();
  const ahead = lineUp.steps.filter((s) => nowS === null || endOf(s) > nowS);
  const isNow = (s: LineUpStep) => nowS !== null && s.start_s <= nowS;
  const now = ahead.filter(isNow);
  const coming = ahead.filter((s) => !isNow(s));
  const [next] = coming;
  const isMoved = useMoved([...now, next].map((step) => step && idOf(step)).join());
  const nameOf = (step: LineUpStep) => lineUp.dishes.find((d) => d.id === step.dish)?.name;
  /** Something meets the heat; of a fish a cook begins at the stove with it. */
  const meetsHeat = (step: LineUpStep) => step.kind === "heat" && beginsPart(lineUp, step);
  const isFish = (step: LineUpStep) =>
    lineUp.dishes.find((d) => d.id === step.dish)?.request != null;
  /** What shares the vessel of another meets its heat as that has it. */
  const shares = (step: LineUpStep) => lineUp.asked.find((d) => d.id === step.dish)?.with != null;
  const cookOf = (step: LineUpStep) => lineUp.asked.find((d) => d.id === step.dish)?.at_stove?.cook;
  const item = (step: LineUpStep, size: "big" | "plain") => (
    <li
      key={idOf(step)}
      className={`grid gap-x-3 border-base-300 border-b py-2 ${
        size === "big" ? "grid-cols-[auto_1fr]" : "grid-cols-[4.2rem_1fr_auto]"
      }`}
    >
      <span className={`tabular-nums ${size === "big" ? "font-bold text-2xl" : "pt-0.5"}`}>
        {timeOf(lineUp, step.start_s < EARLY_S ? Math.floor(step.start_s / 60) * 60 : step.start_s)}
      </span>
      <span className="min-w-0">
        <span className={`font-bold ${size === "big" ? "text-2xl" : ""}`}>
          {localise(step.title, preferences)}
        </span>
        <span className="block text-sm">
          {nameOf(step)}
          {step.hands_s > 0 && ` · hands ${clock(step.hands_s)}`}
        </span>
        {size === "big" && (
          <span className="block">
            {localise(step.detail, preferences)} {localise(step.cue, preferences)}
          </span>
        )}
        {step.why !== "" && <span className="block text-sm">{step.why}</span>}
      </span>
      {size === "big" ? (
        <span className="col-span-2 flex flex-wrap gap-2 print:hidden">
          {cookOf(step) !== undefined && (
            <Link
              className="btn btn-primary min-h-16 flex-1 text-lg"
              to={`/stove/${String(cookOf(step))}`}
            >
              At the stove
            </Link>
          )}
          {nowS !== null && meetsHeat(step) && isFish(step) && cookOf(step) === undefined && (
            <Tap
              label="It is in"
              isMain
              isBusy={isBusy}
              onTap={() => {
                onGoesIn(step);
              }}
            />
          )}
          {nowS !== null && step.dish != null && (
            <Tap
              label="3 min late"
              isBusy={isBusy}
              onTap={() => {
                onLate(step);
              }}
            />
          )}
          {nowS !== null && meetsHeat(step) && !shares(step) && step.station !== "hands" && (
            <Tap
              label="Not hot yet"
              isBusy={isBusy}
              onTap={() => {
                onNotHot(step);
              }}
            />
          )}
        </span>
      ) : (
        step.key != null && (
          <button
            type="button"
            className="btn btn-ghost btn-square size-11 print:hidden"
            aria-label={`${step.fixed ? "Let it move" : "Keep it there"}: ${step.title}, ${nameOf(step) ?? ""}`}
            aria-pressed={step.fixed}
            disabled={isBusy}
            onClick={() => {
              (step.fixed ? onFree : onFix)(step);
            }}
          >
            <Pin aria-hidden className={`size-5 ${step.fixed ? "fill-current" : "opacity-50"}`} />
          </button>
        )
      )}
    </li>
  );
  const rest = nowS === null ? coming : coming.slice(1);
  return (
    <section
      aria-label="Steps"
      className={`min-w-0 ${isMoved ? "pointer-events-none" : ""}`}
      onPointerDown={hold}
    >
      {nowS !== null && (
        <>
          <h2 className="font-bold font-display text-lg">Now</h2>
          {now.length === 0 && <p className="py-2">Nothing wants a hand.</p>}
          <ul aria-live="polite">{now.map((step) => item(step, "big"))}</ul>
          {next && (
            <>
              <h2 className="mt-3 font-bold font-display text-lg">
                Next, in {counted(next.start_s - nowS)}
              </h2>
              <ul>{item(next, "big")}</ul>
            </>
          )}
        </>
      )}
      <h2 className={`font-bold font-display text-lg ${nowS === null ? "" : "mt-3"}`}>
        {nowS === null ? "In the order of the clock" : "Coming"}
      </h2>
      <ul>{rest.slice(0, LISTED).map((step) => item(step, "plain"))}</ul>
      {rest.length > LISTED && (
        <details className="print:hidden">
          <summary className="flex min-h-11 cursor-pointer items-center font-bold">
            {rest.length - LISTED} more
          </summary>
          <ul>{rest.slice(LISTED).map((step) => item(step, "plain"))}</ul>
        </details>
      )}
    </section>
  );
}
