import { memo } from "react";
import type { Plan } from "@/api/client";
import { usePreferences } from "@/kitchen/preferences";
import { localise } from "@/lib/units";
import { Fold } from "@/ui/Fold";

/** How it turns out: crust, dryness, evenness, juice and tearing, each a figure and a sentence. */
export const Judgements = memo(function Judgements({ plan }: { plan: Plan }) {
  const { preferences } = usePreferences();
  return (
    <Fold
      id="result"
      title="How it turns out"
      hint={plan.judgements
        .map(({ name, figure }) => `${name} ${localise(figure, preferences)}`)
        .join(" · ")}
      className="max-lg:order-5"
    >
      <dl className="grid gap-x-6 gap-y-2 sm:grid-cols-2 xl:grid-cols-3">
        {plan.judgements.map(({ id, name, figure, sentence }) => (
          <div key={id} className="border-base-300 border-t pt-1.5">
            <dt className="flex justify-between gap-2">
              {name} <b>{localise(figure, preferences)}</b>
            </dt>
            <dd className="text-sm">{localise(sentence, preferences)}</dd>
          </div>
        ))}
        {plan.tail && (
          <div className="border-base-300 border-t pt-1.5">
            <dt className="flex justify-between gap-2">
              Thin end <b>{Math.round(plan.tail.dry_share * 100)} % dry</b>
            </dt>
            <dd className="text-sm">{plan.tail.advice}</dd>
          </div>
        )}
      </dl>
    </Fold>
  );
});
