import type { Catalogue } from "@/api/client";
import type { PlanDraft } from "@/lib/address";
import type { Preferences } from "./preferences";
import { gearAtHand } from "./requests";

interface Vessel {
  id: string;
  name: string;
}

/** What a plan can be cooked in, the usual one first: one's own, then what everybody has, as far as it is at hand. */
export function vesselsFor(
  catalogue: Catalogue,
  preferences: Preferences,
  draft: PlanDraft,
): Vessel[] {
  const kind = catalogue.methods.find((m) => m.id === draft.method)?.needs[0];
  if (kind === undefined) return [];
  const own = (preferences.own?.gear ?? []).map(({ id, name, like }) => ({
    id,
    name,
    kinds: catalogue.gear.find((g) => g.id === like)?.kinds ?? [],
  }));
  const others = catalogue.gear.filter((g) => !own.some((o) => o.id === g.id));
  const known = [...own, ...others].filter((g) => g.kinds.includes(kind));
  const atHand = gearAtHand(draft, preferences);
  if (atHand === null) return known;
  return atHand.flatMap((id) => known.filter((g) => g.id === id));
}
