import type { VesselFill } from "@/api/client";

const WIDTH = 92;
const HEIGHT = 104;
const WALL = 4;

/** A cut through the vessel: liquid before the fish, the rise with it, and the limit. */
export function VesselPicture({ vessel }: { vessel: VesselFill }) {
  const scale = (HEIGHT - 2 * WALL) / vessel.height_mm;
  const at = (mm: number) => HEIGHT - WALL - Math.min(mm, vessel.height_mm) * scale;
  const inside = { x: WALL, width: WIDTH - 2 * WALL };
  const isOver = vessel.after_mm > vessel.limit_mm;
  return (
    <svg width={WIDTH} height={HEIGHT} aria-hidden className="shrink-0">
      <rect
        {...inside}
        y={at(vessel.after_mm)}
        height={at(vessel.before_mm) - at(vessel.after_mm)}
        className={isOver ? "fill-error/60" : "fill-secondary/40"}
      />
      <rect
        {...inside}
        y={at(vessel.before_mm)}
        height={HEIGHT - WALL - at(vessel.before_mm)}
        className="fill-primary/35"
      />
      <path
        d={`M${WALL / 2} 0 V${HEIGHT - WALL / 2} H${WIDTH - WALL / 2} V0`}
        className="fill-none stroke-base-content"
        strokeWidth={WALL}
      />
      <line
        x1={0}
        x2={WIDTH}
        y1={at(vessel.limit_mm)}
        y2={at(vessel.limit_mm)}
        className="stroke-error"
        strokeWidth={2}
        strokeDasharray="5 4"
      />
    </svg>
  );
}
