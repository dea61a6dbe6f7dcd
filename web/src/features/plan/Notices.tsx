import { Undo2 } from "lucide-react";
import type { Plan } from "@/api/client";
import { type PlanDraft, withMethod, withoutOwnTimes } from "@/lib/planAddress";
import { usePreferences } from "@/lib/preferences";
import { localise } from "@/lib/units";

interface Props {
  plan: Plan;
  draft: PlanDraft;
  onChange: (draft: PlanDraft) => void;
}

/** What the cook's own turn or pull changes against the recommended plan. */
export function Consequence({ plan, draft, onChange }: Props) {
  const { preferences } = usePreferences();
  const { consequence } = plan;
  return (
    <div aria-live="polite" className="empty:hidden max-lg:order-2 print:hidden">
      {consequence && (
        <div
          className={`rounded-box border-l-4 bg-base-100 px-4 py-2 ${
            consequence.stays_in_band ? "border-primary" : "border-secondary"
          }`}
        >
          <p>{localise(consequence.sentence, preferences)}</p>
          <button
            type="button"
            className="flex min-h-11 cursor-pointer items-center gap-2 font-bold underline"
            onClick={() => {
              onChange(withoutOwnTimes(draft));
            }}
          >
            <Undo2 aria-hidden className="size-4" />
            Back to the recommended times
          </button>
        </div>
      )}
    </div>
  );
}

/** A gentler way to the same doneness, where much of the flesh gets firm. */
export function Gentler({ plan, draft, onChange }: Props) {
  const { preferences } = usePreferences();
  const { gentler } = plan;
  if (!gentler) return null;
  return (
    <p className="flex flex-wrap items-center justify-between gap-x-4 rounded-box bg-base-100 px-4 py-1 text-sm max-lg:order-3 print:hidden">
      <span className="py-1">{localise(gentler.sentence, preferences)}</span>
      <button
        type="button"
        className="min-h-11 cursor-pointer font-bold underline"
        onClick={() => {
          onChange(withMethod(draft, gentler.method));
        }}
      >
        {gentler.name} instead
      </button>
    </p>
  );
}
