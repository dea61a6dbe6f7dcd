import type { Plan } from "@/api/client";

/** The inside over time as the cook sees it: turned over when the fish is turned. */
export interface Strip {
  endS: number;
  aimC: number;
  rows: number;
  /** Sample times, s. */
  times: readonly number[];
  /** Hottest so far, `[time][row]`, row 0 lowest in the pan: flesh does not turn raw again. */
  hottest: readonly Float32Array[];
  /** Crust below and above, as a share of the thickness. */
  crustBelow: readonly number[];
  crustAbove: readonly number[];
  /** Whether the first side is up. */
  isTurned: readonly boolean[];
  /** Turns, s. */
  turns: readonly number[];
}

/** What a strip is made of: a plan's section, or a small strip. */
interface Reel {
  times: readonly number[];
  /** `[time][row]`, °C. */
  temperatures: readonly (readonly number[])[];
  thicknessMm: number;
  aimC: number;
  /** Turns, s. */
  turns: readonly number[];
  crustBottomMm: readonly number[];
  crustTopMm: readonly number[];
}

/** The reel of a plan. */
export function planReel(plan: Plan): Reel {
  const { time_s: times, temperature_c: temperatures, height_mm: heights } = plan.section;
  return {
    times,
    temperatures,
    thicknessMm: (heights[0] ?? 0) + (heights[heights.length - 1] ?? 1),
    aimC: plan.target_aim_c,
    turns: plan.turns_s,
    crustBottomMm: plan.series.crust_bottom_mm,
    crustTopMm: plan.series.crust_top_mm,
  };
}

export function makeStrip(reel: Reel): Strip {
  const { times, temperatures, aimC } = reel;
  const rows = temperatures[0]?.length ?? 0;
  const running = new Float32Array(rows).fill(Number.NEGATIVE_INFINITY);
  const isTurned = times.map((t) => reel.turns.filter((at) => at <= t + 1e-6).length % 2 === 1);
  const hottest = temperatures.map((column, i) => {
    for (let r = 0; r < rows; r++) running[r] = Math.max(running[r] ?? 0, column[r] ?? 0);
    const copy = Float32Array.from(running);
    return isTurned[i] ? copy.reverse() : copy;
  });
  const share = (mm: readonly number[], other: readonly number[]) =>
    times.map((_, i) => ((isTurned[i] ? other[i] : mm[i]) ?? 0) / reel.thicknessMm);
  const { crustBottomMm: bottom, crustTopMm: top } = reel;
  return {
    endS: times[times.length - 1] ?? 1,
    aimC,
    rows,
    times,
    hottest,
    crustBelow: share(bottom, top),
    crustAbove: share(top, bottom),
    isTurned,
    turns: reel.turns,
  };
}

/** Index of the last sample at or before a time. */
export function sampleAt(strip: Strip, seconds: number): number {
  let low = 0;
  let high = strip.times.length - 1;
  while (low < high) {
    const middle = (low + high + 1) >> 1;
    if ((strip.times[middle] ?? 0) <= seconds) low = middle;
    else high = middle - 1;
  }
  return low;
}
