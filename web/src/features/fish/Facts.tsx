import type { Catalogue, Species } from "@/api/client";
import { usePreferences } from "@/kitchen/preferences";
import { format, lengthIn, localise } from "@/lib/units";
import { ORIGINS } from "./words";

/** What to know about a kind, each fact with where it comes from. */
export function Facts({ catalogue, species }: { catalogue: Catalogue; species: Species }) {
  const { preferences } = usePreferences();
  const bands = species.doneness.map((id) => catalogue.bands.find((b) => b.id === id)?.name ?? id);
  const cuts = species.cuts.map(
    (c) =>
      `${catalogue.cuts.find((cut) => cut.id === c.cut)?.name ?? c.cut} ${format(lengthIn(preferences), c.thickness_mm)}`,
  );
  const { water, protein, fat, ash } = species.composition;
  return (
    <div className="mt-3 grid gap-x-8 gap-y-3 xl:grid-cols-[minmax(0,1fr)_19rem]">
      <dl className="grid grid-cols-[6.5rem_minmax(0,1fr)] content-start gap-x-3 gap-y-1">
        {(
          [
            ["Comes as", cuts.join(", ")],
            ["Done", bands.join(", ")],
            ["Bones", species.bones],
            ["From", ORIGINS[species.origin]],
            ...notes(species),
          ] as const
        ).map(([name, text]) => (
          <div key={name} className="contents">
            <dt className="font-bold">{name}</dt>
            <dd>{localise(text, preferences)}</dd>
          </div>
        ))}
      </dl>
      <div className="text-sm">
        <table className="w-full text-left">
          <caption className="pb-1 text-left font-bold text-base">In 100 g of raw flesh</caption>
          <tbody>
            {(
              [
                ["water", water],
                ["protein", protein],
                ["fat", fat],
                ["ash", ash],
              ] as const
            ).map(([name, grams]) => (
              <tr key={name} className="border-base-300 border-t">
                <th scope="row" className="w-20 py-0.5 font-normal">
                  {name}
                </th>
                <td className="w-16 text-right font-bold">{grams} g</td>
                <td className="pl-3">
                  <span
                    aria-hidden
                    className="block h-2 rounded-sm bg-primary"
                    style={{ width: `${grams}%` }}
                  />
                </td>
              </tr>
            ))}
          </tbody>
        </table>
        <p className="pt-1">
          USDA database SR24, row {species.usda_row}: {species.usda_name}.{" "}
          {species.usda_note ? localise(species.usda_note, preferences) : ""} Thickness, doneness
          and bones: common practice.
        </p>
      </div>
    </div>
  );
}

function notes(species: Species): (readonly [string, string])[] {
  const list: (readonly [string, string])[] = [];
  if (species.origin === "wild_sea") {
    list.push([
      "Parasites",
      "Served below 60\u00a0°C for 1 minute it must have been frozen: −20\u00a0°C through and through for 7 days (Food Code 3-402.11; EU 853/2004).",
    ]);
  } else if (species.origin === "wild_fresh") {
    list.push(["Parasites", "From fresh water: never undercooked (EU 853/2004)."]);
  } else {
    list.push([
      "Parasites",
      "Usually exempt from freezing; ask the supplier (Food Code 3-402.11(B)).",
    ]);
  }
  if (species.histamine) {
    list.push([
      "Histamine",
      "Makes it when kept warm, and cooking does not remove it: never on the bench (FDA Hazards guidance, chapter 7).",
    ]);
  }
  if (species.mercury) {
    list.push(["Mercury", "Not for guests at risk at all (FDA and EPA advice about eating fish)."]);
  }
  if (species.ciguatera) {
    list.push([
      "Ciguatera",
      "Large ones can carry it, and no cooking removes it: not for guests at risk (FDA Hazards guidance, chapter 6).",
    ]);
  }
  if (!species.mercury && !species.ciguatera) {
    list.push(["At risk", "For guests at risk: by the book only, served at once."]);
  }
  return list;
}
