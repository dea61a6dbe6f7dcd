import type { Amount, Prep, PrepChoices, VesselFill } from "@/api/client";
import { usePreferences } from "@/kitchen/preferences";
import { wait } from "@/lib/time";
import { format, lengthIn, localise, massIn } from "@/lib/units";
import { Stepper } from "@/ui/Stepper";
import { VesselPicture } from "./VesselPicture";

interface Props {
  prep: Prep;
  choices: PrepChoices;
  guests: number;
  onChange: (part: Partial<PrepChoices>) => void;
}

const COUNT = { unit: "", step: 1, digits: 0, show: (n: number) => n, read: Math.round };

/** What to weigh out for these pieces. */
export function Amounts({ prep, choices, guests, onChange }: Props) {
  return (
    <section aria-labelledby="amounts" className="grid gap-4">
      <h2 id="amounts" className="font-bold font-display text-xl">
        Weigh out
      </h2>
      {prep.amounts.map((amount) => (
        <Mixture
          key={amount.id}
          amount={amount}
          onTake={(id) => {
            const others = amount.others.map((o) => o.id).concat(amount.id);
            onChange({
              mixtures: [...(choices.mixtures ?? []).filter((m) => !others.includes(m)), id],
            });
          }}
        />
      ))}
      {prep.amounts.length === 0 && <p>Nothing but the fish, salt and heat.</p>}
      {prep.vessel && <Vessel vessel={prep.vessel} />}
      <div className="flex flex-wrap items-end gap-x-5 gap-y-3 print:hidden">
        <Stepper
          narrow
          label="Servings of chips"
          quantity={COUNT}
          value={choices.chips ?? 0}
          onChange={(chips) => {
            if (chips >= 0) onChange({ chips });
          }}
        />
        <label className="flex min-h-11 cursor-pointer items-center gap-2">
          <input
            type="checkbox"
            className="checkbox"
            checked={choices.sauce ?? false}
            onChange={(event) => {
              onChange({ sauce: event.target.checked });
            }}
          />
          Butter sauce
        </label>
        {choices.sauce && (
          <Stepper
            narrow
            label="Guests"
            quantity={COUNT}
            value={guests}
            onChange={(n) => {
              onChange({ guests: n });
            }}
          />
        )}
      </div>
    </section>
  );
}

function Mixture({ amount, onTake }: { amount: Amount; onTake: (id: string) => void }) {
  const { preferences } = usePreferences();
  const mass = massIn(preferences);
  const stands =
    amount.stands_s <= 600
      ? `Use within ${wait(amount.stands_s)}`
      : `Keeps ${wait(amount.stands_s)}`;
  return (
    <div className="card border border-base-300 bg-base-100 print:break-inside-avoid">
      <div className="card-body gap-2 p-4">
        <h3 className="flex items-baseline justify-between gap-3 font-bold">
          <span className="text-lg first-letter:uppercase">{amount.name}</span>
          <span className="whitespace-nowrap font-display text-xl">
            {format(mass, amount.total_g)}
          </span>
        </h3>
        {amount.parts.length > 0 && (
          <table className="text-left">
            <caption className="sr-only">{amount.name}</caption>
            <thead className="sr-only">
              <tr>
                <th>Ingredient</th>
                <th>Weight</th>
                <th>Measure</th>
              </tr>
            </thead>
            <tbody>
              {amount.parts.map((part) => (
                <tr key={part.name} className="border-base-300 border-t">
                  <th scope="row" className="py-0.5 font-normal">
                    {part.name}
                  </th>
                  <td className="px-3 text-right font-bold">
                    {grams(part.grams, preferences.mass)}
                  </td>
                  <td className="text-sm">{part.measure}</td>
                </tr>
              ))}
            </tbody>
          </table>
        )}
        <p className="text-sm">{localise(amount.how, preferences)}</p>
        <p className="text-sm italic">{localise(amount.why, preferences)}</p>
        {(amount.rest_s > 0 || amount.stands_s < 7 * 86_400) && (
          <p className="text-sm">
            {amount.rest_s > 0 && `Needs ${wait(amount.rest_s)} by itself. `}
            {stands}.
          </p>
        )}
        {amount.others.length > 0 && (
          <p className="flex flex-wrap gap-x-3 text-sm print:hidden">
            Or:
            {amount.others.map((other) => (
              <button
                key={other.id}
                type="button"
                className="min-h-6 cursor-pointer text-primary underline decoration-dotted underline-offset-4"
                onClick={() => {
                  onTake(other.id);
                }}
              >
                {other.name}
              </button>
            ))}
          </p>
        )}
      </div>
    </div>
  );
}

/** Small weights keep their tenth of a gram; ounces are too coarse for them. */
function grams(value: number, unit: "g" | "oz"): string {
  if (unit === "g" || value < 15) return `${value} g`;
  return format(massIn({ temperature: "C", length: "mm", mass: unit }), value);
}

function Vessel({ vessel }: { vessel: VesselFill }) {
  const { preferences } = usePreferences();
  const length = lengthIn(preferences);
  return (
    <div className="flex gap-4 print:break-inside-avoid">
      <VesselPicture vessel={vessel} />
      <div className="grow self-center">
        <p className="pb-1 font-bold text-lg">
          {vessel.litres} l of {vessel.liquid} in the {vessel.vessel}
        </p>
        <dl className="grid gap-1">
          {(
            [
              ["Before the fish", vessel.before_mm],
              ["With the fish in it", vessel.after_mm],
              ["Not higher than", vessel.limit_mm],
            ] as const
          ).map(([name, mm]) => (
            <div key={name} className="flex justify-between gap-3 border-base-300 border-t">
              <dt>{name}</dt>
              <dd className="font-bold">{format(length, mm)}</dd>
            </div>
          ))}
        </dl>
      </div>
    </div>
  );
}
