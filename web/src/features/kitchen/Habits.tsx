import { useState } from "react";
import type { Catalogue, Kitchen } from "@/api/client";
import { useChangeKitchen } from "@/kitchen/kitchen";
import { usePreferences } from "@/kitchen/preferences";
import { clock } from "@/lib/time";
import { format, massIn, temperatureIn } from "@/lib/units";
import { Segmented } from "@/ui/Segmented";
import { Stepper } from "@/ui/Stepper";

const METRES = { unit: "m", step: 100, digits: 0, show: (m: number) => m, read: (m: number) => m };
const MINUTES = {
  unit: "min",
  step: 0.5,
  digits: 1,
  show: (s: number) => s / 60,
  read: (m: number) => m * 60,
};
/** A first rest of one's own, s. */
const REST_S = 120;

/** How it is cooked here, the same on every device. */
export function Habits({ catalogue, kitchen }: { catalogue: Catalogue; kitchen: Kitchen }) {
  const { preferences } = usePreferences();
  const { mutate: change } = useChangeKitchen();
  const [name, setName] = useState<string | null>(null);
  const set = (part: Partial<Kitchen>) => {
    change((now) => ({ ...now, ...part }));
  };
  const oils = kitchen.oils ?? [];
  const mustNot = kitchen.allergens ?? [];
  return (
    <section
      aria-labelledby="habits"
      className="grid gap-4 rounded-box border border-base-300 bg-base-100 p-4"
    >
      <h2 id="habits" className="font-bold font-display text-xl">
        How it is cooked here
      </h2>
      <p className="text-sm">Kept by the server: every device in this kitchen goes by it.</p>
      <label className="grid gap-1">
        <span className="font-bold">Name of the kitchen</span>
        <input
          className="input h-11 w-full"
          maxLength={60}
          value={name ?? kitchen.name ?? ""}
          onChange={(event) => {
            setName(event.target.value);
          }}
          onBlur={() => {
            if (name !== null && name !== kitchen.name) set({ name });
            setName(null);
          }}
        />
      </label>
      <Segmented
        label="Doneness"
        value={kitchen.house ?? "kitchen"}
        options={[
          ["kitchen", "as kitchens do"],
          ["book", "by the book"],
        ]}
        onChange={(house) => {
          set({ house });
        }}
      />
      <label className="flex min-h-11 items-center justify-between gap-4">
        <span>
          <span className="font-bold">Guests at risk tonight</span>
          <br />
          <span className="text-sm">Every plan by the book, and some fish not at all.</span>
        </span>
        <input
          type="checkbox"
          className="toggle"
          checked={kitchen.at_risk ?? false}
          onChange={(event) => {
            set({ at_risk: event.target.checked });
          }}
        />
      </label>
      <Stepper
        label="Height above the sea"
        quantity={METRES}
        value={kitchen.altitude_m ?? 0}
        onChange={(m) => {
          if (m >= -430 && m <= 5500) set({ altitude_m: Math.round(m) });
        }}
      />
      <Stepper
        label="A portion of fillet"
        quantity={massIn(preferences)}
        value={kitchen.portion_g ?? 170}
        onChange={(g) => {
          if (g >= 60 && g <= 500) set({ portion_g: Math.round(g) });
        }}
      />
      <div className="grid gap-2">
        <Segmented
          label="Eaten"
          value={kitchen.rest_s == null ? "usual" : "own"}
          options={[
            ["usual", "after its usual rest"],
            ["own", "always after"],
          ]}
          onChange={(which) => {
            change((now) => {
              const { rest_s: _old, ...rest } = now;
              return which === "own" ? { ...rest, rest_s: REST_S } : rest;
            });
          }}
        />
        {kitchen.rest_s != null && (
          <Stepper
            label={`From the pan to the guest (${clock(kitchen.rest_s)})`}
            quantity={MINUTES}
            value={kitchen.rest_s}
            onChange={(s) => {
              if (s >= 0 && s <= 1800) set({ rest_s: Math.round(s) });
            }}
          />
        )}
      </div>
      <Choice
        label="It stands until then on"
        usual="what is usual for the piece"
        value={kitchen.rest_on}
        options={catalogue.supports.filter((s) => !s.in_pan && !s.wrapped)}
        onChange={(id) => {
          change(({ rest_on: _old, ...rest }) => (id === null ? rest : { ...rest, rest_on: id }));
        }}
      />
      <Choice
        label="It is salted"
        usual="as is usual for the way"
        value={kitchen.salting}
        options={catalogue.saltings}
        onChange={(id) => {
          change(({ salting: _old, ...rest }) => (id === null ? rest : { ...rest, salting: id }));
        }}
      />
      <fieldset>
        <legend className="font-bold">Tonight’s guests must not have</legend>
        <div className="mt-1 flex flex-wrap gap-1">
          {catalogue.allergens.map((allergen) => (
            <button
              key={allergen}
              type="button"
              aria-pressed={mustNot.includes(allergen)}
              className={`btn min-h-11 px-3 font-normal ${
                mustNot.includes(allergen) ? "btn-neutral" : "border-base-300 bg-base-100"
              }`}
              onClick={() => {
                set({
                  allergens: mustNot.includes(allergen)
                    ? mustNot.filter((other) => other !== allergen)
                    : [...mustNot, allergen],
                });
              }}
            >
              {allergen}
            </button>
          ))}
        </div>
      </fieldset>
      <fieldset className="grid gap-1">
        <legend className="font-bold">Fats at hand, the first is taken</legend>
        {oils.map((own, place) => {
          const oil = catalogue.oils.find((o) => o.id === own.oil);
          return (
            <div key={own.oil} className="flex flex-wrap items-center gap-x-1">
              <span className="w-full">{oil?.name ?? own.oil}</span>
              <span className="mr-auto text-sm">
                {oil &&
                  `smokes at ${format(temperatureIn(preferences), oil.smoke_point_c[0] ?? 0)}, `}
                fried in {own.uses ?? 0}×
              </span>
              <button
                type="button"
                className="btn btn-ghost min-h-11 px-2"
                onClick={() => {
                  set({
                    oils: oils.map((o, i) => (i === place ? { ...o, uses: (o.uses ?? 0) + 1 } : o)),
                  });
                }}
              >
                once more
              </button>
              <button
                type="button"
                className="btn btn-ghost min-h-11 px-2"
                onClick={() => {
                  set({
                    oils:
                      (own.uses ?? 0) > 0
                        ? oils.map((o, i) => (i === place ? { ...o, uses: 0 } : o))
                        : oils.filter((_, i) => i !== place),
                  });
                }}
              >
                {(own.uses ?? 0) > 0 ? "fresh" : "take away"}
              </button>
            </div>
          );
        })}
        <select
          className="select h-11 w-full"
          aria-label="Another fat at hand"
          value=""
          onChange={(event) => {
            set({ oils: [...oils, { oil: event.target.value, uses: 0 }] });
          }}
        >
          <option value="">Another fat …</option>
          {catalogue.oils
            .filter((o) => !oils.some((own) => own.oil === o.id))
            .map((o) => (
              <option key={o.id} value={o.id}>
                {o.name}
              </option>
            ))}
        </select>
      </fieldset>
    </section>
  );
}

interface ChoiceProps {
  label: string;
  /** What it is while nothing is chosen. */
  usual: string;
  value: string | null | undefined;
  options: readonly { id: string; name: string }[];
  onChange: (id: string | null) => void;
}

/** One of a list, or as usual. */
function Choice({ label, usual, value, options, onChange }: ChoiceProps) {
  return (
    <label className="grid gap-1">
      <span className="font-bold">{label}</span>
      <select
        className="select h-11 w-full text-base"
        value={value ?? ""}
        onChange={(event) => {
          onChange(event.target.value || null);
        }}
      >
        <option value="">{usual}</option>
        {options.map(({ id, name }) => (
          <option key={id} value={id}>
            {name}
          </option>
        ))}
      </select>
    </label>
  );
}
