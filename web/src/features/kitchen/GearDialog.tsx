import { useState } from "react";
import type { Catalogue, Kitchen, OwnGear } from "@/api/client";
import { useChangeKitchen } from "@/kitchen/kitchen";
import { usePreferences } from "@/kitchen/preferences";
import { lengthIn } from "@/lib/units";
import { Modal } from "@/ui/Modal";
import { Stepper } from "@/ui/Stepper";
import { useOpened } from "@/ui/useOpened";

interface Props {
  catalogue: Catalogue;
  kitchen: Kitchen;
  /** Id of the gear; empty for a new one. */
  id: string;
  onClose: () => void;
}

/** Words of knobs that cooks have on their own dials as numbers. */
const KNOBS = ["high", "medium-high", "medium", "low to medium", "low"];
const WATTS = { unit: "W", step: 100, digits: 0, show: (w: number) => w, read: (w: number) => w };

const KILOS = {
  unit: "kg",
  step: 0.1,
  digits: 1,
  show: (kg: number) => kg,
  read: (kg: number) => Math.round(kg * 10) / 10,
};

/** An id of a name: small letters, digits and underscores, unlike those that there are. */
function idOf(name: string, taken: readonly string[]): string {
  const plain =
    name
      .toLowerCase()
      .replace(/[^a-z0-9]+/g, "_")
      .replace(/^_+|_+$/g, "")
      .slice(0, 50) || "gear";
  let id = plain;
  for (let n = 2; taken.includes(id); n++) id = `${plain}_${n}`;
  return id;
}

/** What a piece of gear is called, where it stands, how large it is, and its own dial. */
export function GearDialog({ catalogue, kitchen, id, onClose }: Props) {
  const { preferences } = usePreferences();
  const { mutate: change } = useChangeKitchen();
  const dialog = useOpened(onClose);
  const known = (kitchen.gear ?? []).find((g) => g.id === id);
  const [gear, setGear] = useState<OwnGear>(
    known ?? { id: "", name: "", like: catalogue.gear[0]?.id ?? "" },
  );
  const like = catalogue.gear.find((g) => g.id === gear.like);
  const set = (part: Partial<OwnGear>) => {
    setGear((now) => ({ ...now, ...part }));
  };
  const dialOf = (knob: string) => gear.dial?.find((w) => w.knob === knob)?.dial ?? "";
  const setDial = (knob: string, dial: string) => {
    const others = (gear.dial ?? []).filter((w) => w.knob !== knob);
    set({ dial: dial.trim() ? [...others, { knob, dial: dial.trim() }] : others });
  };
  const save = () => {
    const name = gear.name.trim();
    if (!name) return;
    change((now) => {
      const others = now.gear ?? [];
      const taken = [...others.map((g) => g.id), ...catalogue.gear.map((g) => g.id)];
      const own = { ...gear, name, id: known?.id ?? idOf(name, taken) };
      const there = others.some((g) => g.id === own.id);
      return {
        ...now,
        gear: there ? others.map((g) => (g.id === own.id ? own : g)) : [...others, own],
        ...(now.at_hand && !now.at_hand.includes(own.id)
          ? { at_hand: [own.id, ...now.at_hand] }
          : {}),
      };
    });
    dialog.current?.close();
  };
  const isBurner = like?.control === "knob";
  return (
    <Modal ref={dialog} id="gear-of-own" title={known ? known.name : "Gear of your own"}>
      <form
        className="grid gap-3"
        onSubmit={(event) => {
          event.preventDefault();
          save();
        }}
      >
        <label className="grid gap-1">
          <span className="font-bold">What you call it</span>
          <input
            className="input h-11 w-full"
            required
            maxLength={60}
            value={gear.name}
            onChange={(event) => {
              set({ name: event.target.value });
            }}
          />
        </label>
        <label className="grid gap-1">
          <span className="font-bold">It is most like</span>
          <select
            className="select h-11 w-full"
            value={gear.like}
            onChange={(event) => {
              const { inside_mm: _a, height_mm: _b, power_w: _c, mass_kg: _d, ...rest } = gear;
              setGear({ ...rest, like: event.target.value });
            }}
          >
            {catalogue.gear.map((g) => (
              <option key={g.id} value={g.id}>
                {g.name}
              </option>
            ))}
          </select>
        </label>
        <label className="grid gap-1">
          <span className="font-bold">It stands on</span>
          <input
            className="input h-11 w-full"
            maxLength={40}
            placeholder="the left burner"
            value={gear.on ?? ""}
            onChange={(event) => {
              const { on: _on, ...rest } = gear;
              setGear(event.target.value ? { ...rest, on: event.target.value } : rest);
            }}
          />
        </label>
        {like && !like.kinds.includes("thermometer") && (
          <div className="flex flex-wrap gap-x-5 gap-y-2">
            <Stepper
              label={like.round ? "Across, inside" : "Length, inside"}
              quantity={lengthIn(preferences)}
              value={gear.inside_mm?.[0] ?? like.inside_mm[0] ?? 0}
              onChange={(mm) => {
                const other = gear.inside_mm?.[1] ?? like.inside_mm[1] ?? mm;
                set({ inside_mm: like.round ? [mm, mm] : [mm, other] });
              }}
            />
            {!like.round && (
              <Stepper
                label="Width, inside"
                quantity={lengthIn(preferences)}
                value={gear.inside_mm?.[1] ?? like.inside_mm[1] ?? 0}
                onChange={(mm) => {
                  set({ inside_mm: [gear.inside_mm?.[0] ?? like.inside_mm[0] ?? mm, mm] });
                }}
              />
            )}
            <Stepper
              label="Deep, inside"
              quantity={lengthIn(preferences)}
              value={gear.height_mm ?? like.height_mm}
              onChange={(mm) => {
                if (mm >= 10 && mm <= 800) set({ height_mm: mm });
              }}
            />
            <Stepper
              label="It weighs"
              quantity={KILOS}
              value={gear.mass_kg ?? like.mass_kg}
              onChange={(kg) => {
                if (kg >= 0.2 && kg <= 80) set({ mass_kg: kg });
              }}
            />
            {like.control != null && (
              <Stepper
                label="Most heat into it"
                quantity={WATTS}
                value={gear.power_w ?? like.power_w ?? 0}
                onChange={(w) => {
                  set({ power_w: w });
                }}
              />
            )}
          </div>
        )}
        {isBurner && (
          <fieldset>
            <legend className="font-bold">On your own dial</legend>
            <div className="mt-1 grid grid-cols-2 gap-2 sm:grid-cols-3">
              {KNOBS.map((knob) => (
                <label key={knob} className="grid gap-0.5 text-sm">
                  {knob} is
                  <input
                    className="input h-11 w-full"
                    maxLength={20}
                    value={dialOf(knob)}
                    onChange={(event) => {
                      setDial(knob, event.target.value);
                    }}
                  />
                </label>
              ))}
            </div>
          </fieldset>
        )}
        <button type="submit" className="btn btn-primary min-h-11">
          Keep
        </button>
      </form>
    </Modal>
  );
}
