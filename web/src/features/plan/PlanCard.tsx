import { Bookmark, BookOpenText, Flame, Link2, Printer, Rows4 } from "lucide-react";
import { memo, type ReactNode } from "react";
import { Link, useLocation } from "react-router";
import type { Method, Plan } from "@/api/client";
import { usePreferences } from "@/kitchen/preferences";
import { clock } from "@/lib/time";
import { format, localise, temperatureIn } from "@/lib/units";
import { Ribbon } from "@/picture/Ribbon";
import { toast } from "@/ui/toast";

interface Props {
  plan: Plan;
  method: Method;
  title: string;
  isStale: boolean;
  /** Time under the cursor, s; at "out" when null. */
  moment: number | null;
  onMoment: (seconds: number) => void;
  /** What stands between the knob and the list. */
  children?: ReactNode;
}

/** What a hand needs at the stove: the knob, then one list in clock order, each moment with its cue. */
export const PlanCard = memo(function PlanCard(props: Props) {
  const { plan, method, title, isStale, moment, onMoment } = props;
  const { preferences } = usePreferences();
  const temperature = temperatureIn(preferences);
  const degrees = (celsius: number) => format(temperature, celsius);
  const { setting } = plan;
  const moments = momentsOf(plan, degrees);
  const now = moments.findLast((m) => m.at <= (moment ?? plan.pull_s) + 0.5);
  return (
    <section
      aria-label="Card"
      className={`card border border-base-300 bg-base-100 max-lg:order-1 print:border-0 ${
        isStale ? "opacity-50" : ""
      }`}
    >
      <div className="card-body gap-0 px-3 py-2.5 sm:px-4">
        <h2 className="hidden font-bold font-display text-2xl print:block">{title}</h2>
        <p className="leading-snug">
          <span className="font-bold font-display text-[1.6rem]">{setting.knob}</span>{" "}
          <span className="whitespace-nowrap font-bold">
            {setting.medium.toLowerCase()} {degrees(setting.medium_c)}
          </span>
          {setting.dial != null && (
            <span>
              {" "}
              (your dial: <b>{localise(setting.dial, preferences)}</b>
              {setting.stands_on != null && (
                <span className="max-sm:hidden"> on {setting.stands_on}</span>
              )}
              )
            </span>
          )}
          {": "}
          {setting.look}
        </p>
        {props.children}
        <Ribbon plan={plan} />
        <ol className="divide-y divide-base-300 border-base-300 border-y">
          {moments.map((m) => (
            <li key={`${m.at} ${m.what}`}>
              <button
                type="button"
                aria-current={m === now ? "step" : undefined}
                className={`flex w-full cursor-pointer items-baseline gap-3 py-1 text-left hover:bg-base-200 ${
                  m === now ? "shadow-[-4px_0_0_0_var(--color-accent)] print:shadow-none" : ""
                }`}
                onClick={() => {
                  onMoment(m.at);
                }}
              >
                <span
                  className={`w-[4.7rem] shrink-0 text-right font-bold tabular-nums ${
                    m.isBig ? "font-display text-[1.75rem] text-secondary leading-none" : "text-lg"
                  }`}
                >
                  {clock(m.at)}
                </span>
                <span className="min-w-0 leading-snug">
                  <b className={m.isBig ? "text-lg" : ""}>{m.what}</b>
                  {m.note && <span className="text-sm"> · {m.note}</span>}
                  <span className="block text-[0.8rem] italic sm:text-sm">
                    {localise(m.cue, preferences)}
                  </span>
                  {/* On paper everything is told; on the glass what was touched. */}
                  <span
                    className={`text-sm print:block ${m === now && moment !== null ? "block" : "hidden"}`}
                  >
                    {localise(m.detail ?? "", preferences)}
                  </span>
                </span>
              </button>
            </li>
          ))}
        </ol>
        <p className="mt-1 text-[0.8rem]">
          {plan.core_peak_c > plan.core_served_c + 0.7 && (
            <>
              Left longer: {degrees(plan.core_peak_c)} after {clock(plan.peak_s)}.{" "}
            </>
          )}
          {plan.window_s != null && plan.window_from_s != null && (
            <>
              Right from {clock(plan.window_from_s)} to {clock(plan.window_from_s + plan.window_s)}.
            </>
          )}
        </p>
        <ul className="mt-2 hidden list-disc gap-1 pl-5 text-sm print:grid">
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

/** What else can be done with a plan. */
export function Tools({
  onKeep,
  onCook,
  onCooked,
}: {
  onKeep: () => void;
  onCook: () => void;
  onCooked: () => void;
}) {
  const { search } = useLocation();
  return (
    // On a phone it stays in reach until the page comes to its place.
    <div className="grid grid-cols-6 gap-1 max-lg:sticky max-lg:bottom-0 max-lg:z-10 max-lg:order-1 max-lg:-mx-4 max-lg:border-base-300 max-lg:border-t max-lg:bg-base-200 max-lg:px-4 max-lg:py-1.5 sm:max-lg:-mx-7 sm:max-lg:px-7 print:hidden">
      <button type="button" className={`${TOOL} btn-primary`} onClick={onCook}>
        <Flame aria-hidden className="size-4" />
        Cook
      </button>
      <button type="button" className={TOOL} onClick={onCooked}>
        <BookOpenText aria-hidden className="size-4" />
        Cooked
      </button>
      <button type="button" className={TOOL} onClick={onKeep}>
        <Bookmark aria-hidden className="size-4" />
        Keep
      </button>
      <Link to={{ pathname: "/ladder", search }} className={TOOL}>
        <Rows4 aria-hidden className="size-4" />
        Ladder
      </Link>
      <button
        type="button"
        className={TOOL}
        onClick={() => {
          void copyLink();
        }}
      >
        <Link2 aria-hidden className="size-4" />
        Link
      </button>
      <button
        type="button"
        className={TOOL}
        onClick={() => {
          window.print();
        }}
      >
        <Printer aria-hidden className="size-4" />
        Print
      </button>
    </div>
  );
}

const TOOL = "btn h-auto min-h-11 flex-col gap-0.5 px-1 py-1 font-normal text-xs";

/** A moment of the list: the clock, what the hand does, how it tells, and how it is done. */
interface Moment {
  at: number;
  what: string;
  cue: string;
  note?: string;
  detail?: string;
  isBig?: boolean;
}

/** Steps so near to the one before are one movement of the hand, s. */
const ONE_MOVE_S = 20;

/** The steps with what lies between them: from when to look, out, and when it is eaten. */
function momentsOf(plan: Plan, degrees: (celsius: number) => string): Moment[] {
  const list: Moment[] = [];
  for (const step of plan.steps.slice(0, -1)) {
    const last = list[list.length - 1];
    if (last && step.start_s - last.at < ONE_MOVE_S) {
      last.detail = `${last.detail ?? ""} ${step.title}. ${step.detail} ${step.cue}`;
    } else {
      list.push({ at: step.start_s, what: step.title, cue: step.cue, detail: step.detail });
    }
  }
  list.push({
    at: plan.look_from_s,
    what: "Look from here",
    cue: "",
    note: `out by ${clock(plan.latest_s)}`,
  });
  // To the same stroke of the clock the hand moves first.
  list.sort((a, b) => (clock(a.at) === clock(b.at) ? 0 : a.at - b.at));
  const out = plan.steps[plan.steps.length - 1];
  list.push({
    at: plan.pull_s,
    what: "Out",
    note: `core ${degrees(plan.core_at_pull_c)}`,
    cue: out?.cue ?? "",
    detail: out?.detail ?? "",
    isBig: true,
  });
  list.push({
    at: plan.pull_s + plan.rest_s,
    what: "Eat",
    note: `core ${degrees(plan.core_served_c)}`,
    cue: `Inside: ${plan.target_look}.`,
  });
  return list;
}

async function copyLink() {
  try {
    await navigator.clipboard.writeText(window.location.href);
    toast("Link copied.");
  } catch {
    toast("The browser did not allow copying. Copy the address from its bar instead.");
  }
}
