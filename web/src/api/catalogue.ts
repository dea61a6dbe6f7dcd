import { queryOptions } from "@tanstack/react-query";
import { type ApiFailure, api, unwrap } from "./client";

declare module "@tanstack/react-query" {
  interface Register {
    defaultError: ApiFailure;
  }
}

/** What Cindo knows; it does not change while the server runs. */
export const catalogueQuery = queryOptions({
  queryKey: ["catalogue"],
  queryFn: () => unwrap(api.GET("/api/catalogue")),
  staleTime: Number.POSITIVE_INFINITY,
});
