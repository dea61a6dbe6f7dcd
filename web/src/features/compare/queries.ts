import { keepPreviousData, queryOptions, useQuery } from "@tanstack/react-query";
import { api, type CompareRequest, type Comparison, unwrap } from "@/api/client";

/** Every method for a piece. */
export function useComparison(request: CompareRequest) {
  return useQuery(
    queryOptions<Comparison>({
      queryKey: ["compare", request],
      queryFn: () => unwrap(api.POST("/api/compare", { body: request })),
      placeholderData: keepPreviousData,
    }),
  );
}
