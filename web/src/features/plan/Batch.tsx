import { CookingPot } from "lucide-react";
import { memo } from "react";
import type { Catalogue, Plan } from "@/api/client";
import { busyNow, useRunningLineUp } from "@/kitchen/lineUps";
import { withoutOwnTimes } from "@/kitchen/piece";
import { usePreferences } from "@/kitchen/preferences";
import { vesselsFor } from "@/kitchen/vessels";
import type { PlanDraft } from "@/lib/address";
import { clock } from "@/lib/time";
import { localise } from "@/lib/units";

interface Props {
  plan: Plan;
  catalogue: Catalogue;
  draft: PlanDraft;
  onChange: (draft: PlanDraft) => void;
}

/** Vessel, preheat, level and how many at once. */
export const Batch = memo(function Batch({ plan, catalogue, draft, onChange }: Props) {
  const { preferences } = usePreferences();
  const { batch } = plan;
  const vessels = vesselsFor(catalogue, preferences, draft);
  const hasChoice = vessels.length > 1;
  const service = useRunningLineUp();
  return (
    <section
      aria-labelledby="vessel"
      className="rounded-box border border-base-300 p-4 max-lg:order-4 print:hidden"
    >
      <h2 id="vessel" className="flex items-center gap-2 font-bold">
        <CookingPot aria-hidden className="size-5" />
        {hasChoice ? "Cooked in" : batch.gear.join(", ")}
      </h2>
      {hasChoice && (
        <>
          <select
            className="select mt-1 h-11 w-full text-base"
            aria-label="Cooked in"
            value={draft.vessel ?? batch.vessel ?? ""}
            onChange={(event) => {
              onChange({ ...withoutOwnTimes(draft), vessel: event.target.value });
            }}
          >
            {vessels.map((v) => (
              <option key={v.id} value={v.id}>
                {v.name}
              </option>
            ))}
          </select>
          {batch.gear.length > 1 && <p className="mt-1">With {batch.gear.slice(1).join(", ")}.</p>}
        </>
      )}
      <ul className="mt-1 grid gap-1 text-sm">
        {service &&
          busyNow(service, batch.gear).map((busy) => (
            <li key={busy} className="font-bold">
              {busy}
            </li>
          ))}
        {batch.preheat_s >= 20 && <li>Heat it up for {clock(batch.preheat_s)} first.</li>}
        {batch.notes.map((note) => (
          <li key={note}>{localise(note, preferences)}</li>
        ))}
      </ul>
    </section>
  );
});
