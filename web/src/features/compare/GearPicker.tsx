import { Popover, PopoverButton, PopoverPanel } from "@headlessui/react";
import type { Catalogue } from "@/api/client";
import { usePreferences } from "@/lib/preferences";

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
    <Popover className="print:hidden">
      <PopoverButton className="btn min-h-11 border-base-300 bg-base-100">
        Gear at hand: {preferences.gear === null ? "all" : `${atHand.length} of ${all.length}`}
      </PopoverButton>
      <PopoverPanel
        anchor={{ to: "bottom end", gap: 8, padding: 12 }}
        className="z-20 grid gap-1 rounded-box border border-base-300 bg-base-100 p-4 shadow-xl"
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
      </PopoverPanel>
    </Popover>
  );
}
