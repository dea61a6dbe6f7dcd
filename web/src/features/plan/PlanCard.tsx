import { Bookmark, Link2, Printer, Rows4 } from "lucide-react";
import { memo, type ReactNode } from "react";
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
  const firstSide = skin ? "Skin down" : "First side";
  const secondSide = skin ? "Flesh down" : "Second side";
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
        <dl className="mt-2 sm:max-lg:grid sm:max-lg:grid-cols-2 sm:max-lg:gap-x-8 divide-y divide-base-300 border-base-300 border-y">
          {setting.turn_down_s != null && setting.turn_down_c != null && (
            <Row
              label={`Down to ${setting.turn_down_knob ?? "lower"}`}
              note={`${degrees(setting.turn_down_c)}, at`}
            >
              {clock(setting.turn_down_s)}
            </Row>
          )}
          {flip != null && (
            <>
              <Row label={firstSide}>{clock(flip)}</Row>
              <Row label={secondSide}>{clock(plan.pull_s - flip)}</Row>
            </>
          )}
          <Row label="Out" big note={`core ${degrees(plan.core_at_pull_c)}, at`}>
            {clock(plan.pull_s)}
          </Row>
          <Row label="Look from" note={`latest ${clock(plan.latest_s)}`}>
            {clock(plan.look_from_s)}
          </Row>
          <Row label="Rest" note={`core to ${degrees(plan.core_peak_c)}`}>
            {clock(plan.rest_s)}
          </Row>
          {plan.window_s != null && (
            <Row label="Room for error" note={`stays ${plan.target_name}`}>
              {plan.window_s >= 3600 ? "an hour" : spoken(plan.window_s)}
            </Row>
          )}
        </dl>
        <div className="print:hidden mt-4 grid grid-cols-[1fr_auto_auto_auto] gap-2">
          <button type="button" className="btn btn-primary min-h-11" onClick={onKeep}>
            <Bookmark aria-hidden className="size-4" />
            Keep
          </button>
          <Link
            to={{ pathname: "/ladder", search }}
            className="btn btn-square size-11"
            aria-label="Ladder of thicknesses to hang up"
          >
            <Rows4 aria-hidden className="size-5" />
          </Link>
          <button
            type="button"
            className="btn btn-square size-11"
            aria-label="Copy the link to this plan"
            onClick={() => {
              void copyLink();
            }}
          >
            <Link2 aria-hidden className="size-5" />
          </button>
          <button
            type="button"
            className="btn btn-square size-11"
            aria-label="Print the card"
            onClick={() => {
              window.print();
            }}
          >
            <Printer aria-hidden className="size-5" />
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

interface RowProps {
  label: string;
  note?: string;
  big?: boolean;
  children: ReactNode;
}

function Row({ label, note, big, children }: RowProps) {
  return (
    <div className="flex items-baseline justify-between gap-3 py-1.5">
      <dt className="flex grow flex-wrap items-baseline justify-between gap-x-2">
        {label}
        {note && <span className="text-sm opacity-80">{note}</span>}
      </dt>
      <dd
        className={
          big
            ? "font-bold font-display text-3xl text-secondary"
            : "min-w-12 text-right font-bold text-lg"
        }
      >
        {children}
      </dd>
    </div>
  );
}
