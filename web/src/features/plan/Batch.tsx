import { CookingPot } from "lucide-react";
import { memo } from "react";
import type { Plan } from "@/api/client";
import { busyNow, useRunningLineUp } from "@/kitchen/lineUps";
import { usePreferences } from "@/kitchen/preferences";
import { clock } from "@/lib/time";
import { localise } from "@/lib/units";

/** Vessel, preheat, level and how many at once. */
export const Batch = memo(function Batch({ plan }: { plan: Plan }) {
  const { preferences } = usePreferences();
  const { batch } = plan;
  const service = useRunningLineUp();
  return (
    <section
      aria-labelledby="vessel"
      className="rounded-box border border-base-300 p-4 max-lg:order-4 print:hidden"
    >
      <h2 id="vessel" className="flex items-center gap-2 font-bold">
        <CookingPot aria-hidden className="size-5" />
        {batch.gear.join(", ")}
      </h2>
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
