import { useState } from "react";
import type { FreezerKind, Species } from "@/api/client";
import { complaintOf } from "@/kitchen/complaint";
import { usePreferences } from "@/kitchen/preferences";
import type { PlanDraft } from "@/lib/address";
import { format, lengthIn, localise, temperatureIn } from "@/lib/units";
import { CoolingChart } from "@/ui/CoolingChart";
import { Segmented } from "@/ui/Segmented";
import { Stepper } from "@/ui/Stepper";
import { useFreezing } from "./queries";

const HOME_C = -18;
const LIMIT_C = -20;

/** Whether this freezer gets this piece cold enough for long enough, and when. */
export function FreezeCheck({ species, draft }: { species: Species; draft: PlanDraft }) {
  const { preferences } = usePreferences();
  const [freezerC, setFreezerC] = useState(HOME_C);
  const [kind, setKind] = useState<FreezerKind>("still");
  const [packMm, setPackMm] = useState(draft.piece.thickness_mm);
  const { data, error } = useFreezing({
    piece: { ...draft.piece, start_c: 5 },
    freezer: kind,
    freezer_c: freezerC,
    pack_mm: packMm,
  });
  const complaint = (field: string) => complaintOf(error, field, preferences);
  const exempt = species.origin === "farmed_pellet" || species.origin === "tuna";
  return (
    <div className="grid gap-4">
      {exempt && (
        <p>This kind is usually exempt; ask the supplier. What follows holds all the same.</p>
      )}
      <div className="flex flex-wrap items-end gap-x-6 gap-y-3">
        <Stepper
          label="Freezer, measured inside"
          quantity={temperatureIn(preferences)}
          value={freezerC}
          onChange={setFreezerC}
          error={complaint("freezer_c")}
        />
        <Stepper
          label="Thickness of the pack"
          quantity={lengthIn(preferences)}
          value={packMm}
          onChange={setPackMm}
          error={complaint("pack_mm")}
        />
        <Segmented
          stacked="row"
          label="Its air"
          value={kind}
          options={[
            ["still", "still: chest or cabinet"],
            ["blast", "blown: blast freezer"],
          ]}
          onChange={setKind}
        />
      </div>
      {data && (
        <div className="grid items-start gap-x-8 gap-y-4 md:grid-cols-[minmax(0,1fr)_auto]">
          <div>
            <p
              role="status"
              className={`max-w-xl font-bold font-display text-xl ${
                data.safe_s == null ? "text-error" : "text-success"
              }`}
            >
              {localise(data.sentence, preferences)}
            </p>
            <ul className="mt-3 grid list-disc gap-1 pl-5 text-sm">
              {data.cautions.map((text) => (
                <li key={text}>{text}</li>
              ))}
            </ul>
          </div>
          <CoolingChart
            series={data.series}
            limitC={LIMIT_C}
            mark={
              data.through_s == null
                ? undefined
                : { atS: data.through_s, text: format(temperatureIn(preferences), -20) }
            }
          />
        </div>
      )}
    </div>
  );
}
