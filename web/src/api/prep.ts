import { keepPreviousData, queryOptions, useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { api, type Prep, type PrepRequest, unwrap } from "./client";

/** Everything before the heat, once it is wanted. What worked last stays when a question fails. */
export function usePrep(request: PrepRequest, isWanted = true) {
  const [last, setLast] = useState<Prep | undefined>(undefined);
  const { data, error, isFetching } = useQuery(
    queryOptions<Prep>({
      queryKey: ["prep", request],
      queryFn: () => unwrap(api.POST("/api/prep", { body: request })),
      placeholderData: keepPreviousData,
      enabled: isWanted,
    }),
  );
  if (data && data !== last) setLast(data);
  return { data: data ?? last, error, isFetching };
}
