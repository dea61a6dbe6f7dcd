import type { Catalogue } from "@/api/client";
import { usePreferences } from "@/kitchen/preferences";
import { Popover } from "@/ui/Popover";

/** What stands in this kitchen; kept in the browser and used for every plan. */
export function GearPicker({ catalogue }: { catalogue: Catalogue }) {
  const { preferences, change } = usePreferences();
  const all = catalogue.gear.map((g) => g.id);
  const atHand = preferences.gear ?? all;
  const toggle = (id: string) => {
    const next = atHand.includes(id) ? atHand.filter((other) => other !== id) : [...atHand, id];
    // In the order of the catalogue, whose first of a kind is the usual one.
    const ordered = all.filter((other) => next.includes(other));
    change({ gear: ordered.length === all.length ? null : ordered });
  };
  return (
    <Popover
      align="end"
      buttonClass="btn min-h-11 border-base-300 bg-base-100 print:hidden"
      button={`Gear at hand: ${
        preferences.gear === null ? "all" : `${atHand.length} of ${all.length}`
      }`}
      panelClass="open:grid gap-1"
    >
      {catalogue.gear.map((gear) => (
        <label key={gear.id} className="flex min-h-9 cursor-pointer items-center gap-3">
          <input
            type="checkbox"
            className="checkbox checkbox-sm"
            checked={atHand.includes(gear.id)}
            onChange={() => {
              toggle(gear.id);
            }}
          />
          {gear.name}
        </label>
      ))}
    </Popover>
  );
}
