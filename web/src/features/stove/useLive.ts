import { useQueryClient } from "@tanstack/react-query";
import { useEffect, useState } from "react";
import type { Cook } from "@/api/client";
import { flush } from "./outbox";
import { cooksQuery, withCook } from "./queries";

/** Listens to what goes on and keeps the cooks in step; whether the server is heard. */
export function useLive(): boolean {
  const client = useQueryClient();
  const [isHeard, setHeard] = useState(true);
  useEffect(() => {
    let source: EventSource | null = null;
    let again: number | undefined;
    const open = () => {
      source?.close();
      const own = new EventSource("/api/live");
      source = own;
      own.onopen = () => {
        setHeard(true);
        void flush();
      };
      own.onerror = () => {
        setHeard(false);
        // The browser comes back by itself unless the server refused it.
        if (own.readyState === EventSource.CLOSED) again = window.setTimeout(open, 2000);
      };
      own.addEventListener("cook", (event) => {
        const cook = JSON.parse(event.data as string) as Cook;
        client.setQueryData(cooksQuery.queryKey, (list) => list && withCook(list, cook));
      });
      const refetch = () => void client.invalidateQueries({ queryKey: cooksQuery.queryKey });
      own.addEventListener("cook_gone", refetch);
      own.addEventListener("missed", refetch);
    };
    open();
    // A device that slept asks anew: its steady clock may have slept too.
    const wake = () => {
      if (document.visibilityState === "visible") {
        void client.invalidateQueries({ queryKey: cooksQuery.queryKey });
      }
    };
    document.addEventListener("visibilitychange", wake);
    return () => {
      document.removeEventListener("visibilitychange", wake);
      window.clearTimeout(again);
      source?.close();
    };
  }, [client]);
  return isHeard;
}
