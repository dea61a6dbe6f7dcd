import { useQuery } from "@tanstack/react-query";
import { catalogueQuery } from "@/api/catalogue";
import type { PlanRequest, Remark } from "@/api/client";
import { useKitchen } from "./kitchen";

/** What is known of a cook before anything is said: how often the fat that it was fried in had been used. */
export function useKnownBefore(request: PlanRequest): Remark {
  const { kitchen } = useKitchen();
  const { data: catalogue } = useQuery(catalogueQuery);
  const isFried = catalogue?.methods.find((m) => m.id === request.method)?.family === "fry";
  const uses = kitchen?.oils?.find((fat) => fat.oil === request.oil)?.uses;
  return uses && isFried ? { uses } : {};
}
