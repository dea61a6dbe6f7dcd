import type { Catalogue, CompareRequest, Freshness, PlanRequest, School } from "@/api/client";
import type { Preferences } from "./preferences";

/** A plan as the page holds it: the request, whose short form is the address. */
export type PlanDraft = PlanRequest;

const SCHOOLS: readonly School[] = ["skin_side", "two_sided", "many_turns", "one_side"];

const FRESHNESS: readonly Freshness[] = ["use_raw", "cook_today", "cook_through", "leave_it"];

/** What the page opens on: a good piece for a first look. */
const FIRST: PlanDraft = {
  piece: {
    species: "hake",
    cut: "loin",
    thickness_mm: 28,
    skin: true,
    start_c: 5,
    count: 2,
    weight_g: 180,
  },
  method: "sear",
  doneness: "medium",
};

export function numberOf(params: URLSearchParams, key: string): number | undefined {
  const text = params.get(key);
  if (text === null || text.trim() === "") return undefined;
  const value = Number(text);
  return Number.isFinite(value) ? value : undefined;
}

/** Reads a plan from the address; what it leaves out is as on first opening. */
export function readAddress(
  params: URLSearchParams,
  house: Preferences["house"] = "kitchen",
): PlanDraft {
  const doneness = params.get("done");
  const numeric = numberOf(params, "done");
  const school = SCHOOLS.find((s) => s === params.get("school"));
  const heat = numberOf(params, "heat");
  const altitude = numberOf(params, "altitude");
  const width = numberOf(params, "width");
  const text = (key: string) => params.get(key) || undefined;
  const optional = {
    coating: text("coat"),
    variant: text("way"),
    oil: text("oil"),
    turn_s: numberOf(params, "turn"),
    out_s: numberOf(params, "out"),
  };
  const fresh = FRESHNESS.find((f) => f === params.get("fresh"));
  const tail = numberOf(params, "tail");
  const long = numberOf(params, "length");
  const hasPiece = params.has("fish");
  const count = numberOf(params, "count") ?? (hasPiece ? undefined : FIRST.piece.count);
  const weight = numberOf(params, "weight") ?? (hasPiece ? undefined : FIRST.piece.weight_g);
  return {
    piece: {
      species: params.get("fish") ?? FIRST.piece.species,
      cut: params.get("cut") ?? FIRST.piece.cut,
      thickness_mm: numberOf(params, "mm") ?? FIRST.piece.thickness_mm,
      skin: hasPiece ? params.get("skin") === "on" : (FIRST.piece.skin ?? true),
      start_c: numberOf(params, "start") ?? FIRST.piece.start_c,
      ...(count === undefined || count === null ? {} : { count: Math.round(count) }),
      ...(weight === undefined || weight === null ? {} : { weight_g: weight }),
      ...(width === undefined ? {} : { width_mm: width }),
      ...(params.get("frozen") === "yes" ? { frozen_for_parasites: true } : {}),
      ...(params.get("measured") === "yes" ? { thickness_measured: true } : {}),
      ...(params.get("stuffed") === "yes" ? { stuffed: true } : {}),
      ...(fresh ? { freshness: fresh } : {}),
      ...(tail === undefined ? {} : { tail_mm: tail }),
      ...(long === undefined ? {} : { length_mm: long }),
    },
    method: params.get("method") ?? FIRST.method,
    doneness: numeric ?? doneness ?? (house === "book" ? "by_the_book" : FIRST.doneness),
    ...(school ? { school } : {}),
    ...(heat === undefined ? {} : { medium_c: heat }),
    ...(altitude === undefined ? {} : { altitude_m: altitude }),
    ...Object.fromEntries(Object.entries(optional).filter(([, value]) => value !== undefined)),
  };
}

/** What the kitchen adds to every plan: guests at risk, height above the sea, gear at hand. */
function kitchen(preferences: Preferences) {
  return {
    ...(preferences.atRisk ? { at_risk: true } : {}),
    ...(preferences.altitudeM === 0 ? {} : { altitude_m: preferences.altitudeM }),
    ...(preferences.gear === null ? {} : { gear: [...preferences.gear] }),
  };
}

/** The request of a plan in this kitchen. */
export const toRequest = (draft: PlanDraft, preferences: Preferences): PlanRequest => ({
  ...kitchen(preferences),
  ...draft,
  // Said in the request too, so that a kept card stays what it was.
  ...(preferences.atRisk ? { doneness: "by_the_book" } : {}),
});

/** The comparison for a plan's piece in this kitchen. */
export function toComparison(draft: PlanDraft, preferences: Preferences): CompareRequest {
  const altitude = draft.altitude_m;
  return {
    piece: draft.piece,
    doneness: draft.doneness,
    ...kitchen(preferences),
    ...(altitude === undefined ? {} : { altitude_m: altitude }),
  };
}

const short = (value: number) => String(Math.round(value * 100) / 100);

/** Writes a plan as an address. */
export function writeAddress(draft: PlanDraft): URLSearchParams {
  const { piece } = draft;
  const params = new URLSearchParams({
    fish: piece.species,
    cut: piece.cut,
    mm: short(piece.thickness_mm),
    skin: piece.skin ? "on" : "off",
    start: short(piece.start_c),
    method: draft.method,
    done: typeof draft.doneness === "number" ? short(draft.doneness) : draft.doneness,
  });
  const optional: [string, number | null | undefined][] = [
    ["count", piece.count],
    ["weight", piece.weight_g],
    ["width", piece.width_mm],
    ["heat", draft.medium_c],
    ["altitude", draft.altitude_m],
    ["tail", piece.tail_mm],
    ["length", piece.length_mm],
    ["turn", draft.turn_s],
    ["out", draft.out_s],
  ];
  for (const [key, value] of optional) {
    if (value !== undefined && value !== null) params.set(key, short(value));
  }
  if (draft.school) params.set("school", draft.school);
  if (piece.frozen_for_parasites) params.set("frozen", "yes");
  if (piece.thickness_measured) params.set("measured", "yes");
  if (piece.stuffed) params.set("stuffed", "yes");
  if (piece.freshness) params.set("fresh", piece.freshness);
  if (draft.coating) params.set("coat", draft.coating);
  if (draft.variant) params.set("way", draft.variant);
  if (draft.oil) params.set("oil", draft.oil);
  return params;
}

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
    ...withoutOwnTimes(draft),
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
    ...withoutOwnTimes(draft),
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
    school: _school,
    coating: _coating,
    variant: _variant,
    ...rest
  } = withoutOwnTimes(draft);
  return { ...rest, method: id };
}

/** The recommended turn and pull instead of the cook's own. */
export function withoutOwnTimes(draft: PlanDraft): PlanDraft {
  const { turn_s: _turn, out_s: _out, ...rest } = draft;
  return rest;
}

/** Another piece: what was seen at the counter does not count for it. */
export function withoutVerdict(draft: PlanDraft): PlanDraft {
  const { freshness: _freshness, ...piece } = draft.piece;
  return { ...draft, piece };
}
