import { useLayoutEffect, useMemo, useRef } from "react";
import type { Plan } from "@/api/client";
import { useWidth } from "@/lib/useWidth";
import { paintStrip } from "./paint";
import { makeStrip, planReel } from "./strip";

const HEIGHT = 40;

/** The strip alone, as wide as there is room: the picture at a glance, where the whole one stands below. */
export function Ribbon({ plan }: { plan: Plan }) {
  const [frame, width] = useWidth<HTMLDivElement>();
  const canvas = useRef<HTMLCanvasElement>(null);
  const strip = useMemo(() => makeStrip(planReel(plan)), [plan]);
  useLayoutEffect(() => {
    if (canvas.current && width > 0) paintStrip(canvas.current, strip, width, HEIGHT, strip.endS);
  }, [strip, width]);
  const share = (at: number) => `${(100 * at) / strip.endS}%`;
  return (
    <div ref={frame} aria-hidden className="relative my-1.5 lg:hidden print:hidden">
      <canvas ref={canvas} className="block rounded-sm" style={{ width: "100%", height: HEIGHT }} />
      {plan.turns_s.length === 1 && (
        <span
          className="absolute top-0 h-full w-0.5 bg-base-content"
          style={{ left: share(plan.turns_s[0] ?? 0) }}
        />
      )}
      <span
        className="absolute -top-1 -bottom-1 w-1 bg-secondary"
        style={{ left: share(plan.pull_s) }}
      />
    </div>
  );
}
