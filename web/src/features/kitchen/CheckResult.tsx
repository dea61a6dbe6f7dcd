import type { GearCheck, Kitchen, OwnGear } from "@/api/client";
import { useChangeKitchen } from "@/kitchen/kitchen";
import { usePreferences } from "@/kitchen/preferences";
import { differenceIn, format, type Units } from "@/lib/units";
import { toast } from "@/ui/toast";
import { Affected } from "./Affected";
import { useLearning } from "./queries";
import { offInWords, slopeInWords, worthK } from "./words";

interface Props {
  kitchen: Kitchen;
  gear: OwnGear;
  /** What plans go by now. */
  powerW: number | undefined;
  check: GearCheck;
  onDone: () => void;
}

const watts = (w: number) => `${w.toLocaleString("en")} W`;

/** What was found, beside what plans go by, in words. */
function said({ kitchen, powerW, check }: Omit<Props, "onDone">, units: Units): string[] {
  const {
    runs,
    slope,
    power_w: foundW,
    power_sd_w: sdW,
    mass_kg: massKg,
    altitude_m: altitudeM,
  } = check.found;
  const words: string[] = [];
  if (runs) {
    const [runsK = 0, sdK = 0] = runs;
    const isThermometer = check.made.kind === "ice_and_boil";
    const spread = { ...differenceIn(units), digits: isThermometer ? 1 : 0 };
    words.push(
      Math.abs(runsK) < worthK(isThermometer)
        ? "It says what is so."
        : `It ${offInWords(runsK, isThermometer, units)}, ±${format(spread, sdK)}.`,
      ...slopeInWords(slope, units),
      isThermometer
        ? "Readings told with it are taken by that."
        : "The log and the check together say what plans should go by.",
    );
  }
  if (massKg != null) words.push(`It is as heavy as ${massKg} kg of what it is made of.`);
  if (foundW != null) {
    words.push(
      `About ${watts(foundW)} get into it${sdW == null ? "" : `, ±${sdW.toLocaleString("en")}`}.`,
      ...(powerW == null ? [] : [`Plans go by ${watts(powerW)} now.`]),
    );
  }
  if (altitudeM != null) {
    words.push(
      `Water boils so at about ${altitudeM.toLocaleString("en")} m above the sea.`,
      `Plans go by ${kitchen.altitude_m ?? 0} m now.`,
    );
  }
  return words;
}

/** What a check found, and whether plans go by it from now on. */
export function CheckResult(props: Props) {
  const { gear, check, onDone } = props;
  const { preferences } = usePreferences();
  const { change, removeCheck } = useLearning();
  const { mutate: changeKitchen } = useChangeKitchen();
  const { runs, power_w: powerW, mass_kg: massKg, altitude_m: altitudeM } = check.found;
  const [first, ...others] = said(props, preferences);
  const done = () => {
    toast(`Plans go by it: ${gear.name}.`);
    onDone();
  };
  const accept = () => {
    if (runs) {
      change.mutate({ accept: [gear.id] }, { onSuccess: done });
      return;
    }
    const sizes = {
      ...(powerW == null ? {} : { power_w: powerW }),
      ...(massKg == null ? {} : { mass_kg: massKg }),
    };
    changeKitchen(
      (now) => ({
        ...now,
        ...(altitudeM == null
          ? {
              // What was nobody's own becomes so: only that can have figures of its own.
              gear: now.gear?.some((own) => own.id === gear.id)
                ? now.gear.map((own) => (own.id === gear.id ? { ...own, ...sizes } : own))
                : [...(now.gear ?? []), { ...gear, ...sizes }],
            }
          : { altitude_m: altitudeM }),
      }),
      { onSuccess: done },
    );
  };
  return (
    <div className="grid gap-3">
      <div role="status">
        <p className="font-bold text-lg">{first}</p>
        {others.map((word) => (
          <p key={word}>{word}</p>
        ))}
      </div>
      {runs && check.made.kind === "dial" && <Affected id={gear.id} />}
      <button
        type="button"
        className="btn btn-primary min-h-14"
        disabled={change.isPending}
        onClick={accept}
      >
        Let plans go by it
      </button>
      <button
        type="button"
        className="min-h-11 cursor-pointer underline"
        onClick={() => {
          removeCheck.mutate(check.id, { onSuccess: onDone });
        }}
      >
        Forget this check
      </button>
    </div>
  );
}
