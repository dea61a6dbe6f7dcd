import { useQueryClient } from "@tanstack/react-query";
import { useEffect } from "react";
import type { Cook } from "@/api/client";
import { onLive, useHeard } from "@/api/live";
import { refresh } from "@/lib/refresh";
import { flush } from "./outbox";
import { cooksQuery, takeCook } from "./queries";

/** Listens to what goes on and keeps the cooks in step; whether the server is heard. */
export function useLive(): boolean {
  const client = useQueryClient();
  useEffect(() => {
    const refetch = () => void refresh(client, cooksQuery.queryKey);
    const ends = [
      onLive("open", () => void flush()),
      onLive("cook", (data) => {
        takeCook(client, JSON.parse(data) as Cook);
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
