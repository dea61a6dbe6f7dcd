import { Undo2 } from "lucide-react";
import type { Gentler as GentlerWay, Plan, Remedy } from "@/api/client";
import { withMethod, withoutOwnKitchen, withoutOwnTimes } from "@/kitchen/piece";
import { usePreferences } from "@/kitchen/preferences";
import type { PlanDraft } from "@/lib/address";
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

/** A card that was kept in another kitchen, or for other guests, says so and lets go of it. */
export function KeptAsItWas({ draft, onChange }: Omit<Props, "plan">) {
  const { preferences } = usePreferences();
  const hasOwnGear =
    draft.gear !== undefined && JSON.stringify(draft.gear) !== JSON.stringify(preferences.gear);
  const own = [
    ...(hasOwnGear ? ["its own gear"] : []),
    ...(draft.at_risk === true && !preferences.atRisk ? ["guests at risk"] : []),
  ];
  if (own.length === 0) return null;
  return (
    <p className="mt-2 flex flex-wrap items-center gap-x-3 text-sm print:hidden">
      Kept {own.length === 1 && !hasOwnGear ? "for" : "with"} {own.join(" and for ")}.
      <button
        type="button"
        className="min-h-11 cursor-pointer underline"
        onClick={() => {
          onChange(withoutOwnKitchen(draft));
        }}
      >
        Plan it for this kitchen tonight
      </button>
    </p>
  );
}

/** A gentler way to the same doneness, where much of the flesh gets firm. */
export function Gentler({
  gentler,
  draft,
  onChange,
}: Omit<Props, "plan"> & { gentler: GentlerWay | null }) {
  const { preferences } = usePreferences();
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

interface TroubleProps extends Props {
  /** What mends it; none when null, not known when undefined. */
  remedy: Remedy | null | undefined;
  isLooking: boolean;
}

/** What is wrong with a plan, before anything else of it, and the nearest setting that is right. */
export function Trouble({ plan, remedy, isLooking, draft, onChange }: TroubleProps) {
  const { preferences } = usePreferences();
  const { trouble } = plan;
  if (!trouble) return null;
  return (
    <div
      role="status"
      className="mt-2 rounded-box border-2 border-error px-3 py-1.5 text-sm print:border"
    >
      <p className="font-bold">{localise(trouble.sentence, preferences)}</p>
      {!remedy && (
        // It keeps its height: the page does not move when the answer comes.
        <p className="flex min-h-11 items-center print:hidden">
          {remedy === null
            ? "No setting near it does better."
            : isLooking && "Looking for what mends it…"}
        </p>
      )}
      {remedy && (
        <button
          type="button"
          className="min-h-11 cursor-pointer text-left underline print:hidden"
          onClick={() => {
            const base = withoutOwnTimes(
              remedy.method === draft.method ? draft : withMethod(draft, remedy.method),
            );
            onChange({
              ...base,
              ...(remedy.medium_c == null ? {} : { medium_c: remedy.medium_c }),
              ...(remedy.school == null ? {} : { school: remedy.school }),
              ...(remedy.variant == null ? {} : { variant: remedy.variant }),
            });
          }}
        >
          {localise(remedy.sentence, preferences)}
        </button>
      )}
    </div>
  );
}
