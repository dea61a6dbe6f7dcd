import type { LineUp } from "@/api/client";
import { dateOf } from "@/kitchen/lineUps";

/** How far the kitchen's clock is ahead of UTC, min. */
export const aheadMin = (lineUp: Pick<LineUp, "zero">): number =>
  -dateOf(lineUp, 0).getTimezoneOffset();
