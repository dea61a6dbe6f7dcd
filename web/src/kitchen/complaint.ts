import type { ApiFailure } from "@/api/client";
import { localise, type Units } from "@/lib/units";

/** What a failure says about one field, in the cook's units. */
export function complaintOf(
  failure: ApiFailure | null,
  field: string,
  units: Units,
): string | undefined {
  const found = failure?.fields.find((f) => f.field === field);
  return found ? localise(found.message, units) : undefined;
}
