import type { Estimate } from "@/api/client";
import { differenceIn, format, lengthIn, temperatureIn, type Units } from "@/lib/units";

/** What readings say about a piece, in words. */
export function estimateInWords(estimate: Estimate, isOver: boolean, units: Units): string {
  const { medium_k: offK, medium_sd_k: sdK } = estimate;
  const way = offK > 0 ? "hotter" : "cooler";
  // What may as well be nothing is not said.
  const heat =
    Math.abs(offK) > sdK
      ? `, in heat ${format(differenceIn(units), Math.abs(offK))} ${way} than it says`
      : "";
  const thickness = format(lengthIn(units), estimate.thickness_mm);
  const start = format(temperatureIn(units), estimate.start_c);
  return `It ${isOver ? "cooked" : "cooks"} like ${thickness} thick, put in at ${start}${heat}.`;
}

/** How far the tip of a thermometer is from where it is meant to be, in words; nothing where it is there. */
export function tipInWords({ tip_is_off: isOff, tip_mm: tipMm }: Estimate, units: Units): string {
  return isOff ? `The tip seems ${format(lengthIn(units), Math.abs(tipMm))} off the middle.` : "";
}
