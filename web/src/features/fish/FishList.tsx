import { useState } from "react";
import type { Catalogue, Species } from "@/api/client";
import { GROUPS } from "./words";

interface Props {
  catalogue: Catalogue;
  chosen: string;
  onChoose: (id: string) => void;
}

/** What a cook may have to rule out, as filters. */
const FILTERS: readonly (readonly [string, (s: Species) => boolean])[] = [
  ["for guests at risk", (s) => !s.mercury && !s.ciguatera],
  ["no histamine", (s) => !s.histamine],
  [
    "farmed or tuna: exempt from freezing",
    (s) => s.origin === "farmed_pellet" || s.origin === "tuna",
  ],
];

/** All kinds, to search and to filter. */
export function FishList({ catalogue, chosen, onChoose }: Props) {
  const [typed, setTyped] = useState("");
  const [group, setGroup] = useState<Species["group"] | "all">("all");
  const [active, setActive] = useState<readonly string[]>([]);
  const wanted = typed.trim().toLowerCase();
  const shown = catalogue.species
    .filter((s) => s.name.toLowerCase().includes(wanted))
    .filter((s) => group === "all" || s.group === group)
    .filter((s) => FILTERS.every(([name, keeps]) => !active.includes(name) || keeps(s)))
    .sort((a, b) => a.name.localeCompare(b.name));
  return (
    <section aria-label="Kinds of fish" className="grid content-start gap-3">
      <input
        type="search"
        aria-label="Find a kind"
        placeholder="Find a kind"
        className="input h-11 w-full text-base"
        value={typed}
        onChange={(event) => {
          setTyped(event.target.value);
        }}
      />
      <select
        aria-label="Group"
        className="select h-11 w-full text-base"
        value={group}
        onChange={(event) => {
          setGroup(event.target.value as typeof group);
        }}
      >
        <option value="all">every group</option>
        {Object.entries(GROUPS).map(([id, name]) => (
          <option key={id} value={id}>
            {name}
          </option>
        ))}
      </select>
      <div className="grid gap-1">
        {FILTERS.map(([name]) => (
          <label key={name} className="flex min-h-8 cursor-pointer items-center gap-2 text-sm">
            <input
              type="checkbox"
              className="checkbox checkbox-sm"
              checked={active.includes(name)}
              onChange={() => {
                setActive((now) =>
                  now.includes(name) ? now.filter((n) => n !== name) : [...now, name],
                );
              }}
            />
            {name}
          </label>
        ))}
      </div>
      <ul className="grid max-h-96 gap-px overflow-y-auto rounded-box border border-base-300 bg-base-100 p-1 lg:max-h-[calc(100dvh-19rem)]">
        {shown.map((s) => (
          <li key={s.id}>
            <button
              type="button"
              aria-current={s.id === chosen ? "true" : undefined}
              className={`flex min-h-10 w-full cursor-pointer items-center justify-between gap-2 rounded px-2 text-left hover:bg-base-200 ${
                s.id === chosen ? "bg-neutral font-bold text-neutral-content hover:bg-neutral" : ""
              }`}
              onClick={() => {
                onChoose(s.id);
              }}
            >
              {s.name}
              <span className="text-sm opacity-80">{GROUPS[s.group].split(",")[0]}</span>
            </button>
          </li>
        ))}
      </ul>
      <p role="status" className="text-sm">
        {shown.length === 0
          ? "None is like that. Take a filter away."
          : `${shown.length} of ${catalogue.species.length} kinds`}
      </p>
    </section>
  );
}
