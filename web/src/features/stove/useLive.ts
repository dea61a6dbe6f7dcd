import { useQueryClient } from "@tanstack/react-query";
import { useEffect } from "react";
import type { Cook } from "@/api/client";
import { onLive, useHeard } from "@/api/live";
import { flush } from "./outbox";
import { cooksQuery, withCook } from "./queries";

/** Listens to what goes on and keeps the cooks in step; whether the server is heard. */
export function useLive(): boolean {
  const client = useQueryClient();
  useEffect(() => {
    const refetch = () => void client.invalidateQueries({ queryKey: cooksQuery.queryKey });
    const ends = [
      onLive("open", () => void flush()),
      onLive("cook", (data) => {
        const cook = JSON.parse(data) as Cook;
        client.setQueryData(cooksQuery.queryKey, (list) => list && withCook(list, cook));
      }),
      onLive("cook_gone", refetch),
      onLive("missed", refetch),
    ];
    // A device that slept asks anew: its steady clock may have slept too.
    const wake = () => {
      if (document.visibilityState === "visible") refetch();
    };
    document.addEventListener("visibilitychange", wake);
    return () => {
      document.removeEventListener("visibilitychange", wake);
      for (const end of ends) end();
    };
  }, [client]);
  return useHeard();
}
