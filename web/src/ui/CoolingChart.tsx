import { nice, ticks } from "d3-array";
import { line } from "d3-shape";
import type { ColdSeries } from "@/api/client";
import { usePreferences } from "@/kitchen/preferences";
import { linear } from "@/lib/scale";
import { wait } from "@/lib/time";
import { format, temperatureIn } from "@/lib/units";

interface Props {
  series: ColdSeries;
  /** A moment with its word. */
  mark?: { atS: number; text: string } | undefined;
  /** A temperature to get past, °C. */
  limitC?: number | undefined;
}

const WIDTH = 270;
const HEIGHT = 128;
const MARGIN = { left: 42, right: 8, top: 14, bottom: 18 };

/** Middle and surface of a thawing or freezing piece over time. */
export function CoolingChart({ series, mark, limitC }: Props) {
  const { preferences } = usePreferences();
  const temperature = temperatureIn(preferences);
  const { time_s: times, core_c: core, surface_c: surface } = series;
  const endS = times.at(-1) ?? 1;
  const shown = (c = 0) => format(temperature, c);
  const all = [...core, ...surface, ...(limitC === undefined ? [] : [limitC])];
  const x = linear([0, endS], [MARGIN.left, WIDTH - MARGIN.right]);
  const [low, high] = nice(Math.min(...all), Math.max(...all), 4);
  const y = linear([low, high], [HEIGHT - MARGIN.bottom, MARGIN.top]);
  const path = (values: number[]) =>
    line<number>()
      .x((_, i) => x(times[i] ?? 0))
      .y((c) => y(c))(values) ?? "";
  const marks = ticks(low, high, 4);
  return (
    <svg
      width={WIDTH}
      height={HEIGHT}
      role="img"
      aria-label={`Middle from ${shown(core[0])} to ${shown(core.at(-1))} and surface from ${shown(surface[0])} to ${shown(surface.at(-1))} in ${wait(endS)}`}
      className="text-[11px]"
    >
      {marks.map((c) => (
        <g key={c}>
          <line
            x1={MARGIN.left}
            x2={WIDTH - MARGIN.right}
            y1={y(c)}
            y2={y(c)}
            className="stroke-base-300"
          />
          <text x={MARGIN.left - 5} y={y(c) + 4} textAnchor="end" className="fill-base-content">
            {format(temperature, c)}
          </text>
        </g>
      ))}
      {limitC !== undefined && (
        <line
          x1={MARGIN.left}
          x2={WIDTH - MARGIN.right}
          y1={y(limitC)}
          y2={y(limitC)}
          className="stroke-error"
          strokeWidth={2}
          strokeDasharray="5 4"
        />
      )}
      <path d={path(surface)} className="fill-none stroke-secondary" strokeWidth={2} />
      <path d={path(core)} className="fill-none stroke-primary" strokeWidth={2.5} />
      {mark && (
        <g>
          <line
            x1={x(mark.atS)}
            x2={x(mark.atS)}
            y1={MARGIN.top - 4}
            y2={HEIGHT - MARGIN.bottom}
            className="stroke-base-content"
          />
          <text
            x={x(mark.atS) - 4}
            y={MARGIN.top - 3}
            textAnchor="end"
            className="fill-base-content font-bold"
          >
            {mark.text}
          </text>
        </g>
      )}
      <text x={MARGIN.left} y={HEIGHT - 4} className="fill-primary font-bold">
        middle
      </text>
      <text x={MARGIN.left + 48} y={HEIGHT - 4} className="fill-secondary font-bold">
        surface
      </text>
      <text x={WIDTH - MARGIN.right} y={HEIGHT - 4} textAnchor="end" className="fill-base-content">
        {wait(endS)}
      </text>
    </svg>
  );
}
