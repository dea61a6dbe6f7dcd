import { useEffect, useRef } from "react";
import type { Compared } from "@/api/client";
import { clock } from "@/lib/time";
import { paintStrip } from "@/picture/paint";
import { makeStrip } from "@/picture/strip";

type Outcome = NonNullable<Compared["outcome"]>;

interface Props {
  outcome: Outcome;
  thicknessMm: number;
  /** Time that the whole width stands for, s: the same in every row. */
  scaleS: number;
  width: number;
  height: number;
}

/** The inside over time, small, on the time scale that all rows share. */
export function SmallStrip({ outcome, thicknessMm, scaleS, width, height }: Props) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const out = (Math.min(outcome.pull_s, scaleS) / scaleS) * width;
  useEffect(() => {
    if (!canvas.current) return;
    const strip = makeStrip({
      times: outcome.strip.time_s,
      temperatures: outcome.strip.temperature_c,
      thicknessMm,
      aimC: outcome.aim_c,
      turns: outcome.strip.turns_s,
      crustBottomMm: outcome.strip.crust_bottom_mm,
      crustTopMm: outcome.strip.crust_top_mm,
    });
    paintStrip(canvas.current, strip, width, height, scaleS);
  }, [outcome, thicknessMm, scaleS, width, height]);
  return (
    <span className="relative block" style={{ width, height }}>
      <canvas ref={canvas} aria-hidden className="rounded-xs" />
      {outcome.pull_s <= scaleS ? (
        <span
          aria-hidden
          className="absolute top-0 h-full w-0.5 bg-base-content"
          style={{ left: out - 1 }}
        />
      ) : (
        <span className="absolute right-1 bottom-0.5 rounded-xs bg-base-100/85 px-1 text-base-content text-xs">
          out {clock(outcome.pull_s)} →
        </span>
      )}
    </span>
  );
}
