import { ShieldAlert } from "lucide-react";
import { memo } from "react";
import type { Plan } from "@/api/client";
import { usePreferences } from "@/kitchen/preferences";
import type { PlanDraft } from "@/lib/address";
import { localise } from "@/lib/units";

interface Props {
  plan: Plan;
  draft: PlanDraft;
  onChange: (draft: PlanDraft) => void;
}

/** Cautions with their ways out. */
export const Cautions = memo(function Cautions({ plan, draft, onChange }: Props) {
  const { preferences, change } = usePreferences();
  const { safety } = plan;
  const frozen = draft.piece.frozen_for_parasites ?? false;
  return (
    <section
      aria-labelledby="cautions"
      className="print:hidden rounded-box bg-warning p-4 text-warning-content max-lg:order-4"
    >
      <h2 id="cautions" className="mb-1 flex items-center gap-2 font-bold">
        <ShieldAlert aria-hidden className="size-5" />
        Before you serve it
      </h2>
      <ul className="grid list-disc gap-1.5 pl-5 text-sm">
        {safety.cautions.map((caution) => (
          <li key={caution}>{localise(caution, preferences)}</li>
        ))}
      </ul>
      <dl className="mt-3 grid gap-1 border-current/30 border-t pt-2 text-sm">
        <Fact
          name={localise(
            `${safety.limit_c}\u00a0°C for ${safety.limit_hold_s} s in the coldest place`,
            preferences,
          )}
          isMet={safety.reaches_limit}
        />
        <Fact
          name={localise(
            `A millionth of the Listeria left, ${safety.f70_min.toFixed(1)} of 2.0 min at 70\u00a0°C`,
            preferences,
          )}
          isMet={safety.listeria_6_log}
        />
      </dl>
      <div className="mt-2 flex flex-wrap items-center gap-x-4 gap-y-1">
        <label className="flex min-h-11 cursor-pointer items-center gap-2">
          <input
            type="checkbox"
            className="checkbox checkbox-sm border-current"
            checked={preferences.atRisk}
            onChange={(event) => {
              change({ atRisk: event.target.checked });
            }}
          />
          Guests at risk eat it
        </label>
        {!safety.reaches_limit && draft.doneness !== "by_the_book" && (
          <button
            type="button"
            className="min-h-11 cursor-pointer font-bold underline"
            onClick={() => {
              onChange({ ...draft, doneness: "by_the_book" });
            }}
          >
            Cook it by the book
          </button>
        )}
        {(!safety.parasites_killed || frozen) && (
          <label className="flex min-h-11 cursor-pointer items-center gap-2">
            <input
              type="checkbox"
              className="checkbox checkbox-sm border-current"
              checked={frozen}
              onChange={(event) => {
                const { frozen_for_parasites: _old, ...piece } = draft.piece;
                onChange({
                  ...draft,
                  piece: event.target.checked ? { ...piece, frozen_for_parasites: true } : piece,
                });
              }}
            />
            It was frozen for parasites
          </label>
        )}
      </div>
    </section>
  );
});

/** One safety standard; each stands on its own. */
function Fact({ name, isMet }: { name: string; isMet: boolean }) {
  return (
    <div className="flex justify-between gap-3">
      <dt>{name}</dt>
      <dd className="font-bold">{isMet ? "yes" : "no"}</dd>
    </div>
  );
}
