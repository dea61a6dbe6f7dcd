import { keepPreviousData, queryOptions, useQuery } from "@tanstack/react-query";
import { api, type Prep, type PrepRequest, unwrap } from "./client";

/** Everything before the heat, once it is wanted. */
export function usePrep(request: PrepRequest, isWanted = true) {
  return useQuery(
    queryOptions<Prep>({
      queryKey: ["prep", request],
      queryFn: () => unwrap(api.POST("/api/prep", { body: request })),
      placeholderData: keepPreviousData,
      enabled: isWanted,
    }),
  );
}
