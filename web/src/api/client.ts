import createClient from "openapi-fetch";
import type { components, paths } from "./schema.gen";

type Schemas = components["schemas"];
export type PlanRequest = Schemas["PlanRequest"];
export type Plan = Schemas["PlanAnswer"];
export type CutFace = Schemas["CutFace"];
export type Gentler = Schemas["Gentler"];
export type Remedy = Schemas["Remedy"];
export type BetterAnswer = Schemas["BetterAnswer"];
export type CompareRequest = Schemas["CompareRequest"];
export type Comparison = Schemas["CompareAnswer"];
export type Compared = Schemas["Compared"];
export type BackwardsRequest = Schemas["BackwardsRequest"];
export type Estimate = Schemas["Estimate"];
export type Ladder = Schemas["LadderAnswer"];
export type School = Schemas["School"];
export type Catalogue = Schemas["CatalogueDto"];
export type Method = Schemas["Method"];
export type Freshness = Schemas["Freshness"];
export type Species = Schemas["Species"];
export type Form = Schemas["Form"];
export type BuyingRequest = Schemas["BuyingRequest"];
export type BuyRequest = Schemas["BuyRequest"];
export type State = Schemas["State"];
export type FreezeRequest = Schemas["FreezeRequest"];
export type FreezerKind = Schemas["FreezerKind"];
export type ColdSeries = Schemas["ColdSeries"];
export type PrepRequest = Schemas["PrepRequest"];
export type Prep = Schemas["PrepAnswer"];
export type PrepChoices = Schemas["PrepChoices"];
export type PrepStep = Schemas["PrepStep"];
export type Amount = Schemas["Amount"];
export type VesselFill = Schemas["VesselFill"];
export type Salt = Schemas["SaltAnswer"];
export type SaltChoice = Schemas["SaltChoice"];
export type Marinade = Schemas["Marinade"];
export type ThawAnswer = Schemas["ThawAnswer"];
export type Card = Schemas["Card"];
export type CreateCard = Schemas["CreateCard"];
export type Cook = Schemas["CookDto"];
export type CookList = Schemas["CookList"];
export type CookMove = Schemas["Move"];
export type CookEvent = Schemas["EventInput"];
export type Rescue = Schemas["Rescue"];
export type CookReading = Schemas["ReadingInput"];
export type CardFile = Schemas["CardFile"];
export type ImportReport = Schemas["ImportReport"];
export type Kitchen = Schemas["Kitchen"];
export type KitchenKept = Schemas["KitchenDto"];
export type OwnGear = Schemas["OwnGear"];
export type Calibrations = Schemas["Calibrations"];
export type GearCalibration = Schemas["GearCalibration"];
export type GearCheck = Schemas["CheckDto"];
export type CheckMade = Schemas["CheckMade"];
export type CheckRow = Schemas["CheckRow"];
export type LogLine = Schemas["EntryLine"];
export type LogEntry = Schemas["EntryDto"];
export type LogFile = Schemas["LogFile"];
export type CountBy = "species" | "cut" | "method" | "gear" | "week";
export type Counted = Schemas["CountedDto"];
export type Remark = Schemas["Remark"];
export type Verdict = Schemas["Verdict"];
export type NextTime = Schemas["NextTimeDto"];
export type Course = Schemas["Course"];
export type LineUp = Schemas["LineUpDto"];
export type LineUpStep = Schemas["LineUpStepDto"];
export type DishView = Schemas["DishView"];
export type LineUpChange = Schemas["Change"];
export type CreateLineUp = Schemas["CreateLineUp"];
export type UpdateLineUp = Schemas["UpdateLineUp"];
type FieldError = Schemas["FieldError"];
type Problem = Schemas["Problem"];

// The default keeps the fetch of import time, which tests and tools may replace later.
export const api = createClient<paths>({
  fetch: (request) => globalThis.fetch(request),
  // The server takes no change that does not say so, not even one without a body.
  headers: { "Content-Type": "application/json" },
});

/** A failure that the server explained, or that kept it from answering. */
export class ApiFailure extends Error {
  readonly status: number;
  readonly fields: readonly FieldError[];
  /** What is there now, where somebody else changed it meanwhile. */
  readonly current: unknown;

  constructor(message: string, status: number, fields: readonly FieldError[], current?: unknown) {
    super(message);
    this.name = "ApiFailure";
    this.status = status;
    this.fields = fields;
    this.current = current;
  }
}

/** The data of an answer, or its problem as an exception. */
export async function unwrap<T>(
  answer: Promise<{ data?: T; error?: unknown; response: Response }>,
): Promise<T> {
  let settled: Awaited<typeof answer>;
  try {
    settled = await answer;
  } catch {
    throw new ApiFailure("Cindo does not answer. Is it still running?", 0, []);
  }
  const { data, error, response } = settled;
  if (response.ok) return data as T;
  const problem = (error ?? {}) as Partial<Problem>;
  throw new ApiFailure(
    problem.title ?? `unexpected answer ${response.status}`,
    response.status,
    problem.errors ?? [],
    problem.current,
  );
}
