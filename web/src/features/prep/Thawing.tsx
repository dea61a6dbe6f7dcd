import type { ThawAnswer } from "@/api/client";
import { usePreferences } from "@/kitchen/preferences";
import { timeOfDay, wait } from "@/lib/time";
import { lengthIn, localise } from "@/lib/units";
import { CoolingChart } from "@/ui/CoolingChart";
import { Stepper } from "@/ui/Stepper";

interface Props {
  thaw: ThawAnswer;
  startAt: Date;
  heatAt: Date;
  now: Date;
  inFridge: boolean;
  /** Thickness of what is frozen together. */
  packMm: number;
  complaint: string | undefined;
  onPack: (mm: number) => void;
  onWater: () => void;
}

/** When to take it out of the freezer, and whether that is still to come. */
export function Thawing({
  thaw,
  startAt,
  heatAt,
  now,
  inFridge,
  packMm,
  complaint,
  onPack,
  onWater,
}: Props) {
  const { preferences } = usePreferences();
  const isLate = startAt < now;
  return (
    <section
      aria-labelledby="thaw"
      className="grid gap-x-6 gap-y-2 rounded-box border border-base-300 bg-base-100 p-4 sm:grid-cols-[minmax(0,1fr)_auto]"
    >
      <div>
        <h2 id="thaw" className="font-bold font-display text-xl">
          Out of the freezer at{" "}
          <span className={isLate ? "text-error" : "text-secondary"}>
            {timeOfDay(startAt, now)}
          </span>
        </h2>
        <p>{localise(thaw.sentence, preferences)}</p>
        <p className="text-sm">
          Half of its ice is gone after {wait(thaw.half_s)}: stiff, but fit for poaching, steaming
          and the oven. Safe to cook in any way from {wait(thaw.through_s)}.
        </p>
        <div className="mt-2 print:hidden">
          <Stepper
            narrow
            label="Frozen together"
            quantity={lengthIn(preferences)}
            value={packMm}
            onChange={onPack}
            error={complaint}
          />
        </div>
        {isLate && (
          <p role="status" className="mt-1 text-error">
            Too late for {timeOfDay(heatAt, now)}.{" "}
            {inFridge ? (
              <button
                type="button"
                className="min-h-11 cursor-pointer font-bold underline"
                onClick={onWater}
              >
                Thaw it in cold water instead
              </button>
            ) : (
              "Cook it from frozen, in a way that allows it, or later."
            )}
          </p>
        )}
      </div>
      <CoolingChart series={thaw.series} mark={{ atS: thaw.through_s, text: "thawed" }} />
    </section>
  );
}
