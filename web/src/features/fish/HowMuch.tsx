import { useState } from "react";
import type { Species, State } from "@/api/client";
import { complaintOf } from "@/kitchen/complaint";
import { usePreferences } from "@/kitchen/preferences";
import { format, massIn } from "@/lib/units";
import { Segmented } from "@/ui/Segmented";
import { Stepper } from "@/ui/Stepper";
import { useBuying } from "./queries";

const COUNT = { unit: "", step: 1, digits: 0, show: (n: number) => n, read: Math.round };

const SERVED: readonly (readonly [State, string])[] = [
  ["filleted", "fillet, skin on"],
  ["skinned", "fillet, skinned"],
  ["steaks", "steaks"],
  ["gutted", "whole, gutted"],
];

/** From guests to a weight to buy, and from a whole fish back to portions. */
export function HowMuch({ species }: { species: Species }) {
  const { preferences } = usePreferences();
  const mass = massIn(preferences);
  const [guests, setGuests] = useState(4);
  const [portion, setPortion] = useState(preferences.portionG);
  const [served, setServed] = useState<State>("filleted");
  const [whole, setWhole] = useState(0);
  const { data, error } = useBuying({
    species: species.id,
    guests,
    portion_g: portion,
    served,
    ...(whole > 0 ? { whole_g: whole } : {}),
  });
  const complaint = (field: string) => complaintOf(error, field, preferences);
  return (
    <div className="grid gap-4">
      <div className="flex flex-wrap items-end gap-x-6 gap-y-3">
        <Stepper
          narrow
          label="Guests"
          quantity={COUNT}
          value={guests}
          onChange={(n) => {
            if (n >= 0) setGuests(n);
          }}
          error={complaint("guests")}
        />
        <Stepper
          narrow
          label="A portion"
          quantity={mass}
          value={portion}
          onChange={setPortion}
          error={complaint("portion_g")}
        />
        <Segmented
          stacked="row"
          label="Served as"
          value={served}
          options={SERVED}
          onChange={setServed}
        />
        <Stepper
          label="A whole fish at hand, if any"
          quantity={{ ...mass, step: mass.step * 10 }}
          value={whole}
          onChange={(g) => {
            setWhole(Math.max(0, g));
          }}
          error={complaint("whole_g")}
        />
      </div>
      {data && (
        <div className="grid gap-x-10 gap-y-5 md:grid-cols-2">
          <table className="self-start text-left">
            <caption className="pb-1 text-left font-bold font-display text-xl">
              Buy one of these
            </caption>
            <tbody>
              {data.buy.map((b) => (
                <tr key={b.state} className="border-base-300 border-t">
                  <th scope="row" className="py-1.5 font-normal">
                    {b.name}
                  </th>
                  <td className="text-right font-bold font-display text-xl">
                    {heavy(b.buy_g, mass)}
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
          <table className="self-start text-left">
            <caption className="pb-1 text-left font-bold font-display text-xl">
              {data.portions == null
                ? "And what becomes of a whole one"
                : `Your fish gives ${data.portions} ${data.portions === 1 ? "portion" : "portions"}`}
            </caption>
            <tbody>
              {data.parts.map((p) => (
                <tr key={p.name} className="border-base-300 border-t align-top">
                  <th scope="row" className="py-1.5 font-bold">
                    {p.name}
                  </th>
                  <td className="whitespace-nowrap px-3 py-1.5 text-right font-bold">
                    {heavy(p.grams, mass)}
                  </td>
                  <td className="py-1.5 text-sm">{p.advice}</td>
                </tr>
              ))}
            </tbody>
          </table>
          <p className="text-sm md:col-span-2">{data.source}</p>
        </div>
      )}
    </div>
  );
}

/** Kilograms where cooks say kilograms. */
const heavy = (grams: number, mass: ReturnType<typeof massIn>) =>
  mass.unit === "g" && grams >= 1000 ? `${(grams / 1000).toFixed(2)} kg` : format(mass, grams);
