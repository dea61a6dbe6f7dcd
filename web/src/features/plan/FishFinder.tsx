import { Combobox, ComboboxInput, ComboboxOption, ComboboxOptions } from "@headlessui/react";
import { useState } from "react";
import type { Catalogue } from "@/api/client";
import { withSpecies } from "@/kitchen/piece";
import { usePreferences } from "@/kitchen/preferences";
import type { PlanDraft } from "@/lib/address";

interface Props {
  catalogue: Catalogue;
  draft: PlanDraft;
  onChange: (draft: PlanDraft) => void;
  onDone: () => void;
}

const GROUPS = {
  lean_flaky: "lean, flaky",
  oily: "oily",
  dense: "dense",
  delicate_flat: "delicate",
} as const;

/** Finds a kind of fish by typing. */
export function FishFinder({ catalogue, draft, onChange, onDone }: Props) {
  const { preferences } = usePreferences();
  const [typed, setTyped] = useState("");
  const wanted = typed.trim().toLowerCase();
  const starts = (name: string) => name.toLowerCase().startsWith(wanted);
  const matches = catalogue.species
    .filter((s) => s.name.toLowerCase().includes(wanted))
    .sort(
      (a, b) => Number(starts(b.name)) - Number(starts(a.name)) || a.name.localeCompare(b.name),
    );
  return (
    <Combobox
      immediate
      value={draft.piece.species}
      onChange={(id: string | null) => {
        if (id) onChange(withSpecies(draft, catalogue, id, preferences.house));
        onDone();
      }}
    >
      <ComboboxInput
        aria-label="Kind of fish"
        autoFocus
        className="input h-11 w-full text-lg"
        placeholder="Type a name"
        displayValue={() => typed}
        autoComplete="off"
        onChange={(event) => {
          setTyped(event.target.value);
        }}
      />
      <ComboboxOptions static className="max-h-72 overflow-y-auto">
        {matches.map((species) => (
          <ComboboxOption
            key={species.id}
            value={species.id}
            className="flex min-h-11 cursor-pointer items-center justify-between gap-3 rounded px-2 data-focus:bg-base-200"
          >
            {species.name}
            <span className="text-sm opacity-75">{GROUPS[species.group]}</span>
          </ComboboxOption>
        ))}
      </ComboboxOptions>
      {matches.length === 0 && (
        <p role="status" className="text-sm">
          No kind by that name. Take one that is alike in thickness and fat.
        </p>
      )}
    </Combobox>
  );
}
