import { keepPreviousData, queryOptions, useQuery } from "@tanstack/react-query";
import {
  api,
  type BuyingRequest,
  type BuyRequest,
  type CompareRequest,
  type FreezeRequest,
  type PlanRequest,
  unwrap,
} from "@/api/client";

/** Every method for a kind in its usual cut. */
export const useSuits = (body: CompareRequest) =>
  useQuery(
    queryOptions({
      queryKey: ["compare", body],
      queryFn: () => unwrap(api.POST("/api/compare", { body })),
      placeholderData: keepPreviousData,
    }),
  );

/** Verdict of the look before buying. */
export const useVerdict = (body: BuyingRequest) =>
  useQuery(
    queryOptions({
      queryKey: ["check", body],
      queryFn: () => unwrap(api.POST("/api/fish/check", { body })),
      placeholderData: keepPreviousData,
    }),
  );

/** How much to buy. */
export const useBuying = (body: BuyRequest) =>
  useQuery(
    queryOptions({
      queryKey: ["buy", body],
      queryFn: () => unwrap(api.POST("/api/fish/amount", { body })),
      placeholderData: keepPreviousData,
    }),
  );

/** Kinds that behave alike. */
export const useInstead = (plan: PlanRequest) =>
  useQuery(
    queryOptions({
      queryKey: ["instead", plan],
      queryFn: () => unwrap(api.POST("/api/fish/instead", { body: { plan } })),
    }),
  );

/** Whether a freezer deals with parasites. */
export const useFreezing = (body: FreezeRequest) =>
  useQuery(
    queryOptions({
      queryKey: ["freeze", body],
      queryFn: () => unwrap(api.POST("/api/freeze", { body })),
      placeholderData: keepPreviousData,
    }),
  );
