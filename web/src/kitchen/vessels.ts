import type { Catalogue } from "@/api/client";
import type { Preferences } from "./preferences";

interface Vessel {
  id: string;
  name: string;
}

/** What a method can be cooked in here, the usual one first: one's own, then what everybody has, as far as it is at hand. */
export function vesselsFor(
  catalogue: Catalogue,
  preferences: Preferences,
  method: string,
): Vessel[] {
  const kind = catalogue.methods.find((m) => m.id === method)?.needs[0];
  if (kind === undefined) return [];
  const own = (preferences.own?.gear ?? []).map(({ id, name, like }) => ({
    id,
    name,
    kinds: catalogue.gear.find((g) => g.id === like)?.kinds ?? [],
  }));
  const others = catalogue.gear.filter((g) => !own.some((o) => o.id === g.id));
  const known = [...own, ...others].filter((g) => g.kinds.includes(kind));
  const { gear: atHand } = preferences;
  if (atHand === null) return known;
  return atHand.flatMap((id) => known.filter((g) => g.id === id));
}
