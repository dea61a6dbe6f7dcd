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

/** What the cook's own turn or pull changes, and the gentler way where much of the flesh gets firm. */
export function Notices({ plan, draft, onChange }: Props) {
  const { preferences } = usePreferences();
  const { consequence, gentler } = plan;
  if (!consequence && !gentler) return null;
  return (
    <div className="grid gap-2 max-lg:order-2 print:hidden" aria-live="polite">
      {consequence && (
        <p
          className={`flex flex-wrap items-center justify-between gap-x-4 rounded-box border-l-4 bg-base-100 px-4 py-1 ${
            consequence.stays_in_band ? "border-primary" : "border-secondary"
          }`}
        >
          <span className="py-1">{localise(consequence.sentence, preferences)}</span>
          <button
            type="button"
            className="btn btn-ghost min-h-11 px-2"
            onClick={() => {
              onChange(withoutOwnTimes(draft));
            }}
          >
            <Undo2 aria-hidden className="size-4" />
            Back to the recommended times
          </button>
        </p>
      )}
      {gentler && !consequence && (
        <p className="flex flex-wrap items-center justify-between gap-x-4 rounded-box bg-base-100 px-4 py-1 text-sm">
          <span className="py-1">{gentler.sentence}</span>
          <button
            type="button"
            className="btn btn-ghost min-h-11 px-2 underline"
            onClick={() => {
              onChange(withMethod(draft, gentler.method));
            }}
          >
            {gentler.name} instead
          </button>
        </p>
      )}
    </div>
  );
}
