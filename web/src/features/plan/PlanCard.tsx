import { Bookmark, Link2, Printer, Rows4 } from "lucide-react";
import { memo } from "react";
import { Link, useLocation } from "react-router";
import type { Method, Plan } from "@/api/client";
import { usePreferences } from "@/kitchen/preferences";
import { clock, spoken } from "@/lib/time";
import { format, localise, temperatureIn } from "@/lib/units";
import { toast } from "@/ui/toast";

interface Props {
  plan: Plan;
  method: Method;
  skin: boolean;
  title: string;
  isStale: boolean;
  onKeep: () => void;
}

/** What a hand needs at the stove. */
export const PlanCard = memo(function PlanCard(props: Props) {
  const { plan, method, skin, title, isStale, onKeep } = props;
  const { preferences } = usePreferences();
  const { search } = useLocation();
  const temperature = temperatureIn(preferences);
  const degrees = (celsius: number) => format(temperature, celsius);
  const { setting } = plan;
  const flip = plan.flip_s;
  const firstSide = flip == null ? null : skin ? "skin" : "first side";
  return (
    <section
      aria-label="Card"
      className={`card border border-base-300 bg-base-100 max-lg:order-1 print:border-0 ${
        isStale ? "opacity-50" : ""
      }`}
    >
      <div className="card-body gap-0 p-5">
        <h2 className="hidden font-bold font-display text-2xl print:block">{title}</h2>
        <p className="text-sm">{setting.medium}</p>
        <p className="font-bold font-display text-[1.9rem] leading-tight">{setting.knob}</p>
        <p>
          <span className="font-bold">{degrees(plan.medium_c)}</span>
          {" · "}
          {setting.look}
        </p>
        <ol className="mt-2 divide-y divide-base-300 border-base-300 border-y">
          <Moment at={0} what={firstSide === null ? "In" : `In, ${firstSide} down`} />
          {setting.turn_down_s != null && setting.turn_down_c != null && (
            <Moment
              at={setting.turn_down_s}
              what={`Heat down to ${setting.turn_down_knob ?? "lower"}`}
              note={degrees(setting.turn_down_c)}
            />
          )}
          {flip != null && (
            <Moment
              at={flip}
              what={plan.turns_s.length > 1 ? "Turn, then every half minute" : "Turn"}
              note={
                plan.side_opaque_share == null
                  ? undefined
                  : `side opaque to ${Math.round(plan.side_opaque_share * 10)} tenths`
              }
            />
          )}
          <Moment
            at={plan.look_from_s}
            what="Look from here"
            note={`out by ${clock(plan.latest_s)}`}
          />
          <Moment at={plan.pull_s} what="Out" note={`core ${degrees(plan.core_at_pull_c)}`} isBig />
          <Moment
            at={plan.pull_s + plan.rest_s}
            what="Eat"
            note={`core ${degrees(plan.core_served_c)}`}
          />
        </ol>
        <p className="mt-2 text-sm">
          {plan.core_peak_c > plan.core_served_c + 0.7 && (
            <>
              Left longer: {degrees(plan.core_peak_c)} after {spoken(plan.peak_s)}.{" "}
            </>
          )}
          {plan.window_s != null && plan.window_from_s != null && (
            <>
              Right from {clock(plan.window_from_s)} to {clock(plan.window_from_s + plan.window_s)}.
            </>
          )}
        </p>
        <div className="mt-3 grid grid-cols-2 gap-2 print:hidden">
          <button type="button" className="btn btn-primary min-h-11" onClick={onKeep}>
            <Bookmark aria-hidden className="size-4" />
            Keep
          </button>
          <Link to={{ pathname: "/ladder", search }} className="btn min-h-11">
            <Rows4 aria-hidden className="size-4" />
            Ladder
          </Link>
          <button
            type="button"
            className="btn min-h-11"
            onClick={() => {
              void copyLink();
            }}
          >
            <Link2 aria-hidden className="size-4" />
            Copy link
          </button>
          <button
            type="button"
            className="btn min-h-11"
            onClick={() => {
              window.print();
            }}
          >
            <Printer aria-hidden className="size-4" />
            Print
          </button>
        </div>
        <ol className="mt-4 hidden gap-2 print:grid">
          {plan.steps.map((step) => (
            <li key={step.action + clock(step.start_s)}>
              <b>
                {clock(step.start_s)} {step.title}.
              </b>{" "}
              {localise(step.detail, preferences)} <i>{localise(step.cue, preferences)}</i>
            </li>
          ))}
        </ol>
        <ul className="mt-4 hidden list-disc gap-1 pl-5 text-sm print:grid">
          {plan.safety.cautions.map((caution) => (
            <li key={caution}>{localise(caution, preferences)}</li>
          ))}
        </ul>
        <p className="hidden pt-2 text-sm print:block">
          Needed: {[...plan.batch.gear, ...method.tools].join(", ")}.
        </p>
      </div>
    </section>
  );
});

async function copyLink() {
  try {
    await navigator.clipboard.writeText(window.location.href);
    toast("Link copied.");
  } catch {
    toast("The browser did not allow copying. Copy the address from its bar instead.");
  }
}

interface MomentProps {
  at: number;
  what: string;
  note?: string | undefined;
  isBig?: boolean;
}

/** A line of the card: the clock, what the hand does, what to know. */
function Moment({ at, what, note, isBig }: MomentProps) {
  return (
    <li className="flex items-baseline gap-3 py-1">
      <span
        className={
          isBig
            ? "shrink-0 font-bold font-display text-3xl text-secondary"
            : "w-14 shrink-0 font-bold text-lg tabular-nums"
        }
      >
        {clock(at)}
      </span>
      <span className={isBig ? "font-bold text-lg" : ""}>
        {what}
        {note && <span className="font-normal text-sm opacity-80"> · {note}</span>}
      </span>
    </li>
  );
}
