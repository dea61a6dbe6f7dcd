import type { Catalogue } from "@/api/client";
import type { PlanDraft } from "@/lib/address";
import type { Preferences } from "./preferences";

/** Another kind of fish: its usual cut, thickness and doneness, unless the old ones suit it too. */
export function withSpecies(
  draft: PlanDraft,
  catalogue: Catalogue,
  id: string,
  house: Preferences["house"],
): PlanDraft {
  const species = catalogue.species.find((s) => s.id === id);
  if (!species) return draft;
  const same = species.cuts.find((c) => c.cut === draft.piece.cut);
  const cut = same ?? species.cuts[0];
  const {
    width_mm: _width,
    length_mm: _length,
    tail_mm: _tail,
    stuffed: _stuffed,
    frozen_for_parasites: _frozen,
    freshness: _freshness,
    ...piece
  } = draft.piece;
  const keepsDoneness =
    typeof draft.doneness === "string" && species.doneness.includes(draft.doneness);
  const usual = house === "book" ? "by_the_book" : species.usual_doneness;
  const next = {
    ...anew(draft),
    piece: { ...piece, species: id },
    doneness: keepsDoneness ? draft.doneness : usual,
  };
  return cut ? withCut({ ...next }, catalogue, cut.cut, cut.thickness_mm) : next;
}

/** Another cut: its usual thickness, and no skin where it has none. */
export function withCut(
  draft: PlanDraft,
  catalogue: Catalogue,
  id: string,
  thickness?: number,
): PlanDraft {
  const cut = catalogue.cuts.find((c) => c.id === id);
  if (!cut) return draft;
  const usual = catalogue.species
    .find((s) => s.id === draft.piece.species)
    ?.cuts.find((c) => c.cut === id);
  const {
    width_mm: _width,
    length_mm: _length,
    tail_mm: _tail,
    stuffed: _stuffed,
    ...piece
  } = draft.piece;
  return {
    ...anew(draft),
    piece: {
      ...piece,
      cut: id,
      thickness_mm: thickness ?? usual?.thickness_mm ?? piece.thickness_mm,
      weight_g: cut.usual_weight_g,
      skin: cut.can_have_skin && ((piece.skin ?? false) || (cut.on_the_bone ?? false)),
    },
  };
}

/** Another method: its own heat, school, coat and variation. */
export function withMethod(draft: PlanDraft, id: string): PlanDraft {
  const {
    medium_c: _medium,
    second_c: _second,
    second_s: _move,
    school: _school,
    coating: _coating,
    variant: _variant,
    rest_on: _rest,
    rest_c: _warm,
    vessel: _vessel,
    ...rest
  } = anew(draft);
  return { ...rest, method: id };
}

/** Another piece or way: neither the cook's own times nor what the log said of the old one count for it. */
function anew(draft: PlanDraft): PlanDraft {
  const { film_factor: _film, ...rest } = withoutOwnTimes(draft);
  return rest;
}

/** The recommended turn and pull instead of the cook's own. */
export function withoutOwnTimes(draft: PlanDraft): PlanDraft {
  const { turn_s: _turn, out_s: _out, ...rest } = draft;
  return rest;
}

/** This kitchen and its guests instead of those that the plan was kept with. */
export function withoutOwnKitchen(draft: PlanDraft): PlanDraft {
  const { gear: _gear, vessel: _vessel, at_risk: _risk, altitude_m: _altitude, ...rest } = draft;
  return rest;
}

/** Another piece: what was seen at the counter does not count for it. */
export function withoutVerdict(draft: PlanDraft): PlanDraft {
  const { freshness: _freshness, ...piece } = draft.piece;
  return { ...draft, piece };
}
