import type { PrepRequest, SaltChoice } from "@/api/client";
import { numberOf, type PlanDraft, toRequest } from "./planAddress";
import type { Preferences } from "./preferences";

/** What a preparation adds to its plan; its short form is the rest of the address. */
export interface PrepDraft {
  salt: SaltChoice;
  thaw: "fridge" | "cold_water" | null;
  packMm: number | null;
  mixtures: readonly string[];
  schools: Readonly<Record<string, string>>;
  chips: number;
  guests: number | null;
  sauce: boolean;
  /** Id of the vessel preferred over the usual one. */
  vessel: string | null;
  /** When the fish meets the heat, on the kitchen's clock, as 19:30. */
  heatAt: string;
}

const SERVICE = "19:30";
const KEYS = [
  "salt",
  "saltmin",
  "saltg",
  "rinse",
  "rest",
  "thaw",
  "pack",
  "mix",
  "side",
  "chips",
  "guests",
  "sauce",
  "vessel",
  "at",
] as const;

const list = (params: URLSearchParams, key: string) =>
  (params.get(key) ?? "").split(",").filter((word) => word !== "");

/** Reads a preparation from the address; what it leaves out is as cooks usually do. */
export function readPrep(params: URLSearchParams): PrepDraft {
  const thaw = params.get("thaw");
  const at = params.get("at") ?? "";
  const salt = {
    school: params.get("salt") || undefined,
    minutes: numberOf(params, "saltmin"),
    percent: numberOf(params, "saltg"),
    rinse: params.has("rinse") ? params.get("rinse") === "yes" : undefined,
    rest_min: numberOf(params, "rest"),
  };
  return {
    salt: Object.fromEntries(Object.entries(salt).filter(([, value]) => value !== undefined)),
    thaw: thaw === "fridge" || thaw === "cold_water" ? thaw : null,
    packMm: numberOf(params, "pack") ?? null,
    mixtures: list(params, "mix"),
    schools: Object.fromEntries(
      list(params, "side").flatMap((pair) => {
        const [question, side] = pair.split(":");
        return question && side ? [[question, side]] : [];
      }),
    ),
    chips: numberOf(params, "chips") ?? 0,
    guests: numberOf(params, "guests") ?? null,
    sauce: params.get("sauce") === "yes",
    vessel: params.get("vessel") || null,
    heatAt: /^([01]\d|2[0-3]):[0-5]\d$/.test(at) ? at : SERVICE,
  };
}

/** Adds a preparation to a plan's address. */
export function writePrep(plan: URLSearchParams, draft: PrepDraft): URLSearchParams {
  const { salt } = draft;
  const values: Record<(typeof KEYS)[number], string | null> = {
    salt: salt.school ?? null,
    saltmin: salt.minutes == null ? null : String(salt.minutes),
    saltg: salt.percent == null ? null : String(salt.percent),
    rinse: salt.rinse == null ? null : salt.rinse ? "yes" : "no",
    rest: salt.rest_min ? String(salt.rest_min) : null,
    thaw: draft.thaw,
    pack: draft.packMm === null ? null : String(draft.packMm),
    mix: draft.mixtures.join(",") || null,
    side:
      Object.entries(draft.schools)
        .map(([question, side]) => `${question}:${side}`)
        .join(",") || null,
    chips: draft.chips > 0 ? String(draft.chips) : null,
    guests: draft.guests === null ? null : String(draft.guests),
    sauce: draft.sauce ? "yes" : null,
    vessel: draft.vessel,
    at: draft.heatAt === SERVICE ? null : draft.heatAt,
  };
  const params = new URLSearchParams(plan);
  for (const key of KEYS) {
    const value = values[key];
    if (value !== null) params.set(key, value);
  }
  return params;
}

/** A plan's address that keeps what the old one said about its preparation. */
export const carryPrep = (plan: URLSearchParams, old: URLSearchParams): URLSearchParams =>
  writePrep(plan, readPrep(old));

/** The request of a preparation in this kitchen. */
export function toPrep(
  plan: PlanDraft,
  draft: PrepDraft,
  preferences: Preferences,
  allGear: readonly string[],
): PrepRequest {
  const { vessel } = draft;
  const atHand = preferences.gear ?? allGear;
  const request = toRequest(plan, preferences);
  return {
    // The first of a kind is the one that is taken.
    plan:
      vessel === null
        ? request
        : { ...request, gear: [vessel, ...atHand.filter((id) => id !== vessel)] },
    salt: draft.salt,
    mixtures: [...draft.mixtures],
    schools: { ...draft.schools },
    ...(draft.thaw === null
      ? {}
      : {
          thaw: {
            place: draft.thaw,
            ...(draft.packMm === null ? {} : { pack_mm: draft.packMm }),
          },
        }),
    ...(draft.guests === null ? {} : { guests: draft.guests }),
    ...(draft.chips > 0 ? { chips: draft.chips } : {}),
    ...(draft.sauce ? { sauce: true } : {}),
  };
}
