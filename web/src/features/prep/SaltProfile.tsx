import { area, curveMonotoneY } from "d3-shape";
import type { Salt } from "@/api/client";
import { usePreferences } from "@/kitchen/preferences";
import { linear } from "@/lib/scale";
import { format, lengthIn } from "@/lib/units";

const WIDTH = 148;
const HEIGHT = 108;
const LEFT = 6;
const BOTTOM = 18;

/** Salt over the thickness, the piece standing as it lies: the salt grows to the right. */
export function SaltProfile({ salt, skin }: { salt: Salt; skin: boolean }) {
  const { preferences } = usePreferences();
  const heights = salt.height_mm;
  const last = heights.length - 1;
  // Cell centres stop half a cell short of the faces.
  const topMm = (heights[last] ?? 0) + (heights[0] ?? 0);
  // The very edge would squeeze all the rest: it may run off the scale.
  const most = Math.max(1, Math.ceil(1.2 * salt.surface_percent));
  const across = linear([0, most], [LEFT, WIDTH - 8]);
  const x = (percent: number) => across(Math.min(percent, most));
  const y = linear([0, topMm], [HEIGHT - BOTTOM, 4]);
  const shape = area<number>()
    .x0(x(0))
    .x1((_, i) => x(salt.salt_percent[i] ?? 0))
    .y((mm) => y(mm))
    .curve(curveMonotoneY)(heights);
  const summary = `Salt through the piece: ${salt.salt_percent[0]} % at the ${skin ? "skin" : "bottom"}, ${salt.salt_percent[Math.floor(last / 2)]} % in the middle, ${salt.salt_percent[last]} % at the top`;
  return (
    <svg width={WIDTH} height={HEIGHT} role="img" aria-label={summary} className="shrink-0">
      <rect
        x={x(0)}
        y={y(topMm)}
        width={x(most) - x(0)}
        height={y(0) - y(topMm)}
        className="fill-base-100 stroke-base-300"
      />
      <path d={shape ?? ""} className="fill-primary" />
      <line
        x1={x(salt.mean_percent)}
        x2={x(salt.mean_percent)}
        y1={y(topMm)}
        y2={y(0)}
        className="stroke-secondary"
        strokeWidth={2}
        strokeDasharray="4 3"
      />
      <text x={x(0)} y={HEIGHT - 4} className="fill-base-content text-[11px]">
        0
      </text>
      <text x={x(most)} y={HEIGHT - 4} textAnchor="end" className="fill-base-content text-[11px]">
        {most} %
      </text>
      <text
        x={x(most) - 4}
        y={y(topMm) + 13}
        textAnchor="end"
        className="fill-base-content text-[11px]"
      >
        {format(lengthIn(preferences), topMm)}
      </text>
    </svg>
  );
}
