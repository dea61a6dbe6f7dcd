import { queryOptions, useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useEffect } from "react";
import { api, type Kitchen, type KitchenKept, unwrap } from "@/api/client";
import { onLive } from "@/api/live";
import { refresh } from "@/lib/refresh";
import { type ConflictField, changeSeen } from "./conflict";

/** The kitchen as the server keeps it: the same on every device. */
const kitchenQuery = queryOptions<KitchenKept>({
  queryKey: ["kitchen"],
  queryFn: () => unwrap(api.GET("/api/kitchen")),
  staleTime: Number.POSITIVE_INFINITY,
});

/** Names of what a kitchen holds, as the page shows them. */
const NAMES: Partial<Record<keyof Kitchen, string>> = {
  gear: "Gear",
  at_hand: "Gear at hand",
  altitude_m: "Altitude",
  rest_s: "Rest",
  rest_on: "Rests on",
};

const shown = (value: unknown) => (value == null ? "" : JSON.stringify(value).slice(0, 200));

/** What both devices changed of a kitchen, each in another way. */
function changedByBoth(base: Kitchen, mine: Kitchen, theirs: Kitchen): ConflictField[] {
  const keys = [...new Set([...Object.keys(mine), ...Object.keys(theirs)])] as (keyof Kitchen)[];
  return keys.flatMap((key) => {
    const [was, here, there] = [shown(base[key]), shown(mine[key]), shown(theirs[key])];
    const isBoth = was !== here && was !== there && here !== there;
    const label = NAMES[key] ?? key.replaceAll("_", " ");
    return isBoth ? [{ label, mine: here || "nothing", theirs: there || "nothing" }] : [];
  });
}

/**
 * Changes the kitchen. What somebody else changed meanwhile stays: the change is made on top of it. Where both changed
 * the same setting, both are shown.
 */
export function useChangeKitchen() {
  const client = useQueryClient();
  return useMutation({
    mutationFn: async (change: (kitchen: Kitchen) => Kitchen) => {
      const kept = await client.query(kitchenQuery);
      let base = kept.kitchen;
      return changeSeen<KitchenKept>({
        title: "The kitchen was changed twice",
        revision: kept.revision,
        put: (ifMatch) =>
          unwrap(
            api.PUT("/api/kitchen", {
              body: change(base),
              params: { header: { "If-Match": ifMatch } },
            }),
          ),
        fields: (theirs) => {
          const both = changedByBoth(base, change(base), theirs.kitchen);
          base = theirs.kitchen;
          return both;
        },
      });
    },
    // One after the other, each on top of what the server has: a change made twice would be another one.
    scope: { id: "kitchen" },
    onSuccess: (kept) => {
      // What another device changed since may have been heard already.
      client.setQueryData(kitchenQuery.queryKey, (now) =>
        now && now.revision > kept.revision ? now : kept,
      );
      void client.invalidateQueries({ queryKey: ["calibrations"] });
    },
    // Told by the page, wherever it was changed.
    meta: { tellsFailure: true },
    onError: () => {
      void client.invalidateQueries({ queryKey: kitchenQuery.queryKey });
    },
  });
}

/** The kitchen; as on the first day until it has come. */
export function useKitchen(): { kitchen: Kitchen | undefined; isSettled: boolean } {
  const { data, isPending } = useQuery(kitchenQuery);
  return { kitchen: data?.kitchen, isSettled: !isPending };
}

/** Hears what other devices change. */
export function useNews() {
  const client = useQueryClient();
  useEffect(() => {
    const again = (...keys: string[]) => {
      for (const key of keys) void refresh(client, [key]);
    };
    const ends = [
      onLive("kitchen", () => {
        again("kitchen", "calibrations");
      }),
      onLive("log", () => {
        again("log", "calibrations", "next-time");
      }),
      onLive("line_up", () => {
        again("line-ups");
      }),
      onLive("missed", () => {
        again("kitchen", "log", "calibrations", "line-ups");
      }),
    ];
    return () => {
      for (const end of ends) end();
    };
  }, [client]);
}
