import type { CompareRequest, PlanRequest, PrepRequest } from "@/api/client";
import type { PlanDraft, PrepDraft } from "@/lib/address";
import type { Preferences } from "./preferences";

/** Whether guests at risk eat it: tonight, or because the plan says so. */
export const isAtRisk = (draft: PlanDraft, preferences: Preferences): boolean =>
  preferences.atRisk || draft.at_risk === true;

/** Ids of the gear at hand for a plan: one that was kept brings its own; all there is when null. */
export const gearAtHand = (draft: PlanDraft, preferences: Preferences): readonly string[] | null =>
  draft.gear === undefined ? preferences.gear : draft.gear;

/** What the kitchen adds to every plan: guests at risk, height above the sea, gear at hand. */
function kitchen(draft: PlanDraft, preferences: Preferences) {
  const altitude = draft.altitude_m ?? preferences.altitudeM;
  const gear = gearAtHand(draft, preferences);
  return {
    ...(isAtRisk(draft, preferences) ? { at_risk: true } : {}),
    ...(altitude === 0 ? {} : { altitude_m: altitude }),
    ...(gear === null ? {} : { gear: [...gear] }),
    // And what it was made with; what is planned now goes by what is known now.
    ...(preferences.own == null ? {} : { kitchen: preferences.own }),
  };
}

/** The request of a plan in this kitchen. */
export function toRequest(draft: PlanDraft, preferences: Preferences): PlanRequest {
  const { at_risk: _risk, altitude_m: _altitude, gear: _gear, ...plan } = draft;
  const habit = preferences.restS !== null && plan.rest_s == null;
  return {
    ...plan,
    ...(habit ? { rest_s: preferences.restS } : {}),
    ...(preferences.oil !== null && plan.oil == null ? { oil: preferences.oil } : {}),
    ...kitchen(draft, preferences),
    // Said in the request too, so that a kept card stays what it was.
    ...(isAtRisk(draft, preferences) ? { doneness: "by_the_book" } : {}),
  };
}

/** The comparison for a plan's piece in this kitchen. */
export const toComparison = (draft: PlanDraft, preferences: Preferences): CompareRequest => ({
  piece: draft.piece,
  doneness: draft.doneness,
  ...(draft.rest_s == null ? {} : { rest_s: draft.rest_s }),
  ...kitchen(draft, preferences),
});

/** The request of a preparation in this kitchen. */
export function toPrep(
  plan: PlanDraft,
  { choices }: PrepDraft,
  preferences: Preferences,
): PrepRequest {
  return { plan: toRequest(plan, preferences), choices };
}

/** A plan that came back from the server, to go on with: what the kitchen added stays with the kitchen. */
export function inThisKitchen(answered: PlanRequest, asked: PlanDraft): PlanDraft {
  const { at_risk: _risk, altitude_m: _altitude, gear: _gear, kitchen: _own, ...plan } = answered;
  const { at_risk, altitude_m, gear } = asked;
  return {
    ...plan,
    ...(at_risk === undefined ? {} : { at_risk }),
    ...(altitude_m === undefined ? {} : { altitude_m }),
    ...(gear === undefined ? {} : { gear }),
  };
}
