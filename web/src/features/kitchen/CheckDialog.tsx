import { useEffect, useRef, useState } from "react";
import type { GearCheck, OwnGear } from "@/api/client";
import { useChangeKitchen } from "@/kitchen/kitchen";
import { usePreferences } from "@/kitchen/preferences";
import { format, temperatureIn } from "@/lib/units";
import { Modal } from "@/ui/Modal";
import { Stepper } from "@/ui/Stepper";
import { toast } from "@/ui/toast";
import { useLearning } from "./queries";

interface Props {
  gear: OwnGear;
  /** Whether it has a dial in degrees; a burner's power is checked otherwise. */
  isDial: boolean;
  onClose: () => void;
}

/** Leads through a check of a few minutes, and says what it found. */
export function CheckDialog({ gear, isDial, onClose }: Props) {
  const dialog = useRef<HTMLDialogElement>(null);
  useEffect(() => {
    const element = dialog.current;
    element?.showModal();
    element?.addEventListener("close", onClose);
    return () => {
      element?.removeEventListener("close", onClose);
    };
  }, [onClose]);
  return (
    <Modal ref={dialog} id="check" title={`Check ${gear.name}`}>
      {isDial ? (
        <Dial gear={gear} onDone={() => dialog.current?.close()} />
      ) : (
        <Boil gear={gear} onDone={() => dialog.current?.close()} />
      )}
    </Modal>
  );
}

/** First settings of a check, °C. */
const SETTINGS_C = [180, 220];

function Dial({ gear, onDone }: { gear: OwnGear; onDone: () => void }) {
  const { preferences } = usePreferences();
  const temperature = temperatureIn(preferences);
  const { check, change } = useLearning();
  const [readings, setReadings] = useState(SETTINGS_C.map((c) => ({ dial_c: c, read_c: c })));
  const set = (place: number, part: Partial<(typeof readings)[number]>) => {
    setReadings((now) => now.map((r, i) => (i === place ? { ...r, ...part } : r)));
  };
  const found = check.data?.found.runs;
  if (found && check.data) {
    const [runsK = 0, sdK = 0] = found;
    const by = (preferences.temperature === "F" ? 1.8 : 1) * Math.abs(runsK);
    const unit = preferences.temperature === "F" ? "F°" : "C°";
    return (
      <div className="grid gap-3">
        <p role="status" className="text-lg">
          {by < 1
            ? "Its dial says what it does."
            : `It runs ${Math.round(by)} ${unit} ${runsK > 0 ? "hot" : "cool"}, ±${Math.round((preferences.temperature === "F" ? 1.8 : 1) * sdK)} ${unit}.`}{" "}
          The log and the check together say what plans should go by.
        </p>
        <button
          type="button"
          className="btn btn-primary min-h-14"
          disabled={change.isPending}
          onClick={() => {
            change.mutate(
              { accept: [gear.id] },
              {
                onSuccess: () => {
                  toast(`Plans go by it: ${gear.name}.`);
                  onDone();
                },
              },
            );
          }}
        >
          Let plans go by it
        </button>
        <Undo check={check.data} onDone={onDone} />
      </div>
    );
  }
  return (
    <form
      className="grid gap-3"
      onSubmit={(event) => {
        event.preventDefault();
        check.mutate({ gear: gear.id, made: { kind: "dial", readings } });
      }}
    >
      <ol className="list-decimal pl-5">
        <li>Stand a thermometer in its middle, away from walls and oil’s bottom.</li>
        <li>Set the dial, wait ten minutes after its light goes out, and read.</li>
        <li>The same at a second setting.</li>
      </ol>
      {readings.map((r, place) => (
        // Two settings in their order.
        // biome-ignore lint/suspicious/noArrayIndexKey: the place is what a setting is known by
        <fieldset key={place} className="flex flex-wrap gap-x-5 gap-y-2">
          <legend className="sr-only">Setting {place + 1}</legend>
          <Stepper
            label="The dial"
            quantity={temperature}
            value={r.dial_c}
            onChange={(c) => {
              set(place, { dial_c: c });
            }}
          />
          <Stepper
            label="The thermometer"
            quantity={temperature}
            value={r.read_c}
            onChange={(c) => {
              set(place, { read_c: c });
            }}
          />
        </fieldset>
      ))}
      {check.error && (
        <p role="alert" className="text-error">
          {check.error.fields[0]?.message ?? check.error.message}
        </p>
      )}
      <button type="submit" className="btn btn-primary min-h-14" disabled={check.isPending}>
        What does it say?
      </button>
    </form>
  );
}

/** Takes a check back that was not meant. */
function Undo({ check, onDone }: { check: GearCheck; onDone: () => void }) {
  const { removeCheck } = useLearning();
  return (
    <button
      type="button"
      className="min-h-11 cursor-pointer underline"
      onClick={() => {
        removeCheck.mutate(check.id, { onSuccess: onDone });
      }}
    >
      Forget this check
    </button>
  );
}

const LITRES = { unit: "l", step: 0.5, digits: 1, show: (l: number) => l, read: (l: number) => l };
const MINUTES = {
  unit: "min",
  step: 0.5,
  digits: 1,
  show: (s: number) => s / 60,
  read: (m: number) => m * 60,
};

function Boil({ gear, onDone }: { gear: OwnGear; onDone: () => void }) {
  const { preferences } = usePreferences();
  const temperature = temperatureIn(preferences);
  const { check } = useLearning();
  const { mutate: changeKitchen } = useChangeKitchen();
  const [litres, setLitres] = useState(1);
  const [startC, setStartC] = useState(15);
  const [tookS, setTookS] = useState(300);
  const powerW = check.data?.found.power_w;
  if (powerW != null && check.data) {
    return (
      <div className="grid gap-3">
        <p role="status" className="text-lg">
          About {powerW.toLocaleString("en")} W get into it.
        </p>
        <button
          type="button"
          className="btn btn-primary min-h-14"
          onClick={() => {
            changeKitchen((k) => ({
              ...k,
              gear: (k.gear ?? []).map((g) => (g.id === gear.id ? { ...g, power_w: powerW } : g)),
            }));
            onDone();
          }}
        >
          Let plans go by it
        </button>
        <Undo check={check.data} onDone={onDone} />
      </div>
    );
  }
  return (
    <form
      className="grid gap-3"
      onSubmit={(event) => {
        event.preventDefault();
        check.mutate({
          gear: gear.id,
          made: { kind: "boil", litres, start_c: startC, took_s: tookS },
        });
      }}
    >
      <p>
        Measure water into it, set its burner as high as it goes, lid off, and time it until it
        boils all over. Starting from {format(temperature, startC)}.
      </p>
      <div className="flex flex-wrap gap-x-5 gap-y-2">
        <Stepper label="Water" quantity={LITRES} value={litres} onChange={setLitres} />
        <Stepper label="It was at" quantity={temperature} value={startC} onChange={setStartC} />
        <Stepper label="It took" quantity={MINUTES} value={tookS} onChange={setTookS} />
      </div>
      {check.error && (
        <p role="alert" className="text-error">
          {check.error.fields[0]?.message ?? check.error.message}
        </p>
      )}
      <button type="submit" className="btn btn-primary min-h-14" disabled={check.isPending}>
        What does it say?
      </button>
    </form>
  );
}
