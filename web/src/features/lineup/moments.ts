import type { LineUp } from "@/api/client";
import type { Heard } from "./queries";

const two = (value: number) => String(value).padStart(2, "0");

/** A moment of a line-up on the kitchen's clock. */
export const dateOf = (lineUp: Pick<LineUp, "zero">, seconds: number): Date =>
  new Date(Date.parse(lineUp.zero) + 1000 * seconds);

/** As 19:24, with seconds where they matter: 19:24:15. */
export function timeOf(lineUp: Pick<LineUp, "zero">, seconds: number): string {
  const at = dateOf(lineUp, Math.round(seconds / 5) * 5);
  const s = at.getSeconds();
  return `${two(at.getHours())}:${two(at.getMinutes())}${s === 0 ? "" : `:${two(s)}`}`;
}

/** Now, s from the zero of a line-up, by the server's clock. */
export const nowOf = (lineUp: Heard, pageMs: number): number =>
  (Date.parse(lineUp.now) + pageMs - lineUp.heardMs - Date.parse(lineUp.zero)) / 1000;

/** How far the kitchen's clock is ahead of UTC, min. */
export const aheadMin = (lineUp: Pick<LineUp, "zero">): number =>
  -dateOf(lineUp, 0).getTimezoneOffset();
