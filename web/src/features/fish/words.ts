import type { Species } from "@/api/client";

/** How a kind behaves in the heat, in words. */
export const GROUPS: Record<Species["group"], string> = {
  lean_flaky: "lean, flaky",
  oily: "oily, forgiving",
  dense: "dense, meaty",
  delicate_flat: "thin, delicate",
};

/** Where a kind comes from, in words. */
export const ORIGINS: Record<Species["origin"], string> = {
  wild_sea: "wild, from the sea",
  wild_fresh: "wild, from fresh water",
  farmed_pellet: "farmed on pellets",
  tuna: "a tuna kind",
};
