import { memo } from "react";
import type { Plan } from "@/api/client";
import { usePreferences } from "@/kitchen/preferences";
import { clock } from "@/lib/time";
import { localise } from "@/lib/units";

interface Props {
  plan: Plan;
  moment: number | null;
  onMoment: (seconds: number) => void;
}

/** The steps with their cues; choosing one moves the cut there. */
export const Steps = memo(function Steps({ plan, moment, onMoment }: Props) {
  const { preferences } = usePreferences();
  const at = moment ?? plan.pull_s;
  const current = plan.steps.findLast((s) => s.start_s <= at + 0.5);
  return (
    <section aria-labelledby="steps" className="print:hidden min-w-0 max-lg:order-3">
      <h2 id="steps" className="sr-only">
        Steps
      </h2>
      <ol className="grid gap-2 sm:grid-cols-2 xl:grid-cols-[repeat(auto-fit,minmax(9.5rem,1fr))]">
        {plan.steps.map((step) => (
          <li key={step.action + clock(step.start_s)} className="grid">
            <button
              type="button"
              aria-current={step === current ? "step" : undefined}
              className={`grid cursor-pointer content-start gap-1 border-l-4 px-3 py-2 text-left hover:bg-base-100 ${
                step === current ? "border-accent bg-base-100" : "border-base-300"
              }`}
              onClick={() => {
                onMoment(step.start_s);
              }}
            >
              <span className="font-bold">
                <span className="text-secondary">{clock(step.start_s)}</span> {step.title}
              </span>
              <span className="text-sm">{localise(step.detail, preferences)}</span>
              <span className="text-sm italic">{localise(step.cue, preferences)}</span>
            </button>
          </li>
        ))}
      </ol>
    </section>
  );
});
