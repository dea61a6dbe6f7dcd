import type { PlanRequest, PrepChoices, SaltChoice } from "@/api/client";
import {
  either,
  figure,
  id,
  ids,
  oneOf,
  pairs,
  readWords,
  type Table,
  type Word,
  whole,
  writeWords,
  yes,
} from "./codec";

/** A plan as the page holds it: the request, whose short form is the address. */
export type PlanDraft = PlanRequest;

/** What a preparation adds to its plan; its short form is the rest of the address. */
export interface PrepDraft {
  choices: PrepChoices;
  /** When the fish meets the heat, on the kitchen's clock, as 19:30. */
  heatAt: string;
}

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
/** When service begins. */
const SERVICE = "19:30";

/** A band by its id, or the core in °C. */
const doneness: Word<string | number> = {
  read: (text) => figure.read(text) ?? id.read(text),
  write: (value) => (typeof value === "number" ? figure.write(value) : id.write(value)),
};

/** The gear of a plan that brings its own. */
interface OwnGear {
  gear: string[];
}
/** Everything is at hand, whatever this kitchen has. */
const ALL = "all";

/** A time of day. */
const timeOfDay: Word<string> = {
  read: (text) => (/^([01]\d|2[0-3]):[0-5]\d$/.test(text) ? text : undefined),
  write: (value) => (value === SERVICE ? null : value),
};

const PIECE: Table<PlanRequest["piece"]> = {
  species: ["fish", id],
  cut: ["cut", id],
  thickness_mm: ["mm", figure],
  skin: ["skin", either("on", "off")],
  start_c: ["start", figure],
  count: ["count", whole],
  weight_g: ["weight", figure],
  width_mm: ["width", figure],
  length_mm: ["length", figure],
  tail_mm: ["tail", figure],
  frozen_for_parasites: ["frozen", yes],
  thickness_measured: ["measured", yes],
  stuffed: ["stuffed", yes],
  freshness: ["fresh", oneOf(["use_raw", "cook_today", "cook_through", "leave_it"])],
};

const PLAN: Table<PlanRequest> = {
  method: ["method", id],
  doneness: ["done", doneness],
  school: ["school", oneOf(["skin_side", "two_sided", "many_turns", "one_side"])],
  medium_c: ["heat", figure],
  second_c: ["then", figure],
  second_s: ["move", figure],
  altitude_m: ["altitude", figure],
  coating: ["coat", id],
  variant: ["way", id],
  oil: ["oil", id],
  turn_s: ["turn", figure],
  out_s: ["out", figure],
  at_risk: ["risk", yes],
  rest_s: ["eat", figure],
  rest_on: ["from", id],
  rest_c: ["warm", figure],
  film_factor: ["film", figure],
  vessel: ["vessel", id],
};
const GEAR: Table<OwnGear> = { gear: ["gear", ids] };

const SALT: Table<SaltChoice> = {
  salting: ["salt", id],
  minutes: ["saltmin", figure],
  percent: ["saltg", figure],
  rinse: ["rinse", either("yes", "no")],
  rest_min: ["rest", figure],
};
const THAW: Table<NonNullable<PrepChoices["thaw"]>> = {
  place: ["thaw", oneOf(["fridge", "cold_water"])],
  pack_mm: ["pack", figure],
  from_c: ["thawfrom", figure],
  place_c: ["thawat", figure],
};
const CHOICES: Table<PrepChoices> = {
  mixtures: ["mix", ids],
  sides: ["side", pairs],
  chips: ["chips", whole],
  guests: ["guests", whole],
  sauce: ["sauce", yes],
};
const PAGE: Table<{ heatAt: string }> = {
  heatAt: ["at", timeOfDay],
};

/** Reads a plan from the address; what it leaves out is as on first opening. */
export function readAddress(params: URLSearchParams, doneness = FIRST.doneness): PlanDraft {
  const { gear: atHand } = readWords(GEAR, params);
  // A piece in the address is whole: what it does not say it does not have.
  const { species, cut, thickness_mm, start_c } = FIRST.piece;
  const usual = params.has("fish")
    ? { species, cut, thickness_mm, start_c, skin: false }
    : FIRST.piece;
  return {
    method: FIRST.method,
    doneness,
    ...readWords(PLAN, params),
    ...(atHand === undefined ? {} : { gear: atHand[0] === ALL ? null : atHand }),
    piece: { ...usual, ...readWords(PIECE, params) },
  };
}

/** Writes a plan as an address. */
export function writeAddress(draft: PlanDraft): URLSearchParams {
  const params = new URLSearchParams();
  writeWords(PIECE, { ...draft.piece, skin: draft.piece.skin ?? false }, params);
  writeWords(PLAN, draft, params);
  if (draft.gear !== undefined) writeWords(GEAR, { gear: draft.gear ?? [ALL] }, params);
  return params;
}

/** Reads a preparation from the address; what it leaves out is as cooks usually do. */
export function readPrep(params: URLSearchParams): PrepDraft {
  const { heatAt = SERVICE } = readWords(PAGE, params);
  const thaw = readWords(THAW, params);
  const salt = readWords(SALT, params);
  return {
    choices: {
      ...readWords(CHOICES, params),
      ...(Object.keys(salt).length > 0 ? { salt } : {}),
      ...(thaw.place === undefined ? {} : { thaw }),
    },
    heatAt,
  };
}

/** A plan's address with a preparation added to it. */
export function writePrep(plan: URLSearchParams, draft: PrepDraft): URLSearchParams {
  const { choices, heatAt } = draft;
  const params = new URLSearchParams(plan);
  writeWords(SALT, choices.salt ?? {}, params);
  writeWords(THAW, choices.thaw ?? {}, params);
  const { chips, rest } = { chips: choices.chips || null, rest: choices };
  writeWords(CHOICES, { ...rest, chips }, params);
  writeWords(PAGE, { heatAt }, params);
  return params;
}

/** A plan's address that keeps what the old one said about its preparation. */
export const carryPrep = (plan: URLSearchParams, old: URLSearchParams): URLSearchParams =>
  writePrep(plan, readPrep(old));

/**
 * The address of something kept: as it was, whatever this kitchen has since become. Guests at risk
 * of tonight stay guests at risk.
 */
export function keptAddress(request: PlanDraft, choices?: PrepChoices | null): URLSearchParams {
  const plan = writeAddress({
    ...request,
    gear: request.gear ?? null,
    altitude_m: request.altitude_m ?? 0,
  });
  return choices ? writePrep(plan, { choices, heatAt: SERVICE }) : plan;
}

/** What was chosen for the preparation; none while all of it is as usual. */
export function keptChoices(params: URLSearchParams): PrepChoices | null {
  const { choices } = readPrep(params);
  return Object.keys(choices).length > 0 ? choices : null;
}
