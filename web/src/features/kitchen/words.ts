import { differenceIn, format, type Units } from "@/lib/units";

/** How far gear is off its dial, or a thermometer off what is so, in words. */
export function offInWords(offK: number, isThermometer: boolean, units: Units): string {
  const difference = { ...differenceIn(units), digits: isThermometer ? 1 : 0 };
  const by = format(difference, Math.abs(offK));
  return isThermometer
    ? `reads ${by} ${offK > 0 ? "high" : "low"}`
    : `runs ${by} ${offK > 0 ? "hot" : "cool"}`;
}

/** Less than this is as usual, K. */
export const worthK = (isThermometer: boolean): number => (isThermometer ? 0.5 : 2);

/** How much more a dial is off further up, in words: what was found and how far that may be off, K for every 100. */
export function slopeInWords(slope: readonly number[] | null | undefined, units: Units): string[] {
  const [slopeK = 0, sdK = 0] = slope ?? [];
  if (Math.abs(slopeK) < worthK(false)) return [];
  const difference = differenceIn(units);
  const way = slopeK > 0 ? "hotter" : "cooler";
  const by = `${format(difference, Math.abs(slopeK))} ${way}, ±${format(difference, sdK)}`;
  return [`For every ${format(difference, 100)} more on the dial, ${by}.`];
}
