import type { Kitchen, PlanRequest, Remark } from "@/api/client";

/** What is known of a cook before anything is said: how often the fat that it was fried in had been used. */
export function knownBefore(kitchen: Kitchen | undefined, request: PlanRequest): Remark {
  const own = kitchen?.oils?.find((fat) => fat.oil === request.oil);
  const isFried = request.method.endsWith("_fry");
  return own?.uses && isFried ? { uses: own.uses } : {};
}
