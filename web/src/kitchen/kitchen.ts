import { queryOptions, useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useEffect } from "react";
import { ApiFailure, api, type Kitchen, type KitchenKept, unwrap } from "@/api/client";
import { onLive } from "@/api/live";
import { refresh } from "@/lib/refresh";

/** The kitchen as the server keeps it: the same on every device. */
const kitchenQuery = queryOptions<KitchenKept>({
  queryKey: ["kitchen"],
  queryFn: () => unwrap(api.GET("/api/kitchen")),
  staleTime: Number.POSITIVE_INFINITY,
});

const put = (kitchen: Kitchen, revision: number) =>
  unwrap(
    api.PUT("/api/kitchen", {
      body: kitchen,
      params: { header: { "If-Match": `"${revision}"` } },
    }),
  );

/** Changes the kitchen. What somebody else changed meanwhile stays: the change is made on top of it. */
export function useChangeKitchen() {
  const client = useQueryClient();
  return useMutation({
    mutationFn: async (change: (kitchen: Kitchen) => Kitchen) => {
      const kept = await client.query(kitchenQuery);
      try {
        return await put(change(kept.kitchen), kept.revision);
      } catch (failure) {
        if (!(failure instanceof ApiFailure) || failure.status !== 412) throw failure;
        const now = await client.query({ ...kitchenQuery, staleTime: 0 });
        return put(change(now.kitchen), now.revision);
      }
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
