import type { Plan } from "@/api/client";
import { linear, type Scale } from "@/lib/scale";
import { clock } from "@/lib/time";
import { temperatureIn, type Units } from "@/lib/units";
import type { Layout } from "./layout";

interface Props {
  plan: Plan;
  layout: Layout;
  x: Scale;
  medium: string;
  units: Units;
  isWide: boolean;
}

/** Hottest that the temperature axis reaches, °C. */
const HOTTEST_C = 260;
/** Seconds between the time axis's ticks, from which the first that leaves room is taken. */
const TICKS_S = [10, 30, 60, 120, 300, 600, 1200, 1800, 3600, 7200];

/** Core and medium over the time axis that the strip shares. */
export function Chart({ plan, layout, x, medium, units, isWide }: Props) {
  const { series } = plan;
  const temperature = temperatureIn(units);
  const heat = series.time_s.flatMap((t, i) =>
    t <= plan.pull_s + 0.5 ? [[t, series.medium_c[i] ?? 0] as const] : [],
  );
  const core = series.time_s.map((t, i) => [t, series.core_c[i] ?? 0] as const);
  // A glowing element would squeeze all the rest: its line runs along the top.
  const top = Math.max(100, ...heat.map(([, c]) => Math.min(HOTTEST_C, c))) * 1.12;
  const y = linear([0, top], [layout.chart.y + layout.chart.height, layout.chart.y + 6]);
  const points = (line: (readonly [number, number])[]) =>
    line.map(([t, c]) => `${x(t).toFixed(1)},${y(Math.min(c, top * 0.97)).toFixed(1)}`).join(" ");
  const rules = (
    units.temperature === "C"
      ? [0, 50, 100, 150, 200]
      : [32, 122, 212, 302, 392].map((f) => (f - 32) / 1.8)
  ).filter((c) => c < top);
  const end = x.domain[1];
  const tick = TICKS_S.find((s) => x(s) - x(0) >= (isWide ? 64 : 46)) ?? 14_400;
  const ticks = Array.from({ length: Math.floor(end / tick) + 1 }, (_, i) => i * tick);
  const [lastHeat, peak] = [heat[heat.length - 1], core[core.length - 1]];
  const left = layout.strip.x;
  const right = left + layout.strip.width;
  return (
    <g className="text-[12px]">
      {rules.map((c) => (
        <g key={c}>
          <line x1={left} x2={right} y1={y(c)} y2={y(c)} className="stroke-base-300" />
          <text x={left - 6} y={y(c) + 4} textAnchor="end" className="fill-base-content opacity-80">
            {temperature.show(c).toFixed(0)}°
          </text>
        </g>
      ))}
      {ticks.map((s) => (
        <text
          key={s}
          x={x(s)}
          y={layout.axisY + 16}
          textAnchor={s === 0 ? "start" : x(s) > right - 16 ? "end" : "middle"}
          className="fill-base-content opacity-80"
        >
          {clock(s)}
        </text>
      ))}
      <polyline points={points(heat)} fill="none" className="stroke-accent" strokeWidth={2.5} />
      <polyline points={points(core)} fill="none" className="stroke-primary" strokeWidth={2.5} />
      {lastHeat && (
        <text
          {...(x(lastHeat[0]) > right - 80
            ? {
                x: right - 2,
                y: y(Math.min(lastHeat[1], top * 0.97)) - 7,
                textAnchor: "end" as const,
              }
            : { x: x(lastHeat[0]) + 6, y: y(Math.min(lastHeat[1], top * 0.97)) + 4 })}
          className="fill-accent font-bold text-[13px]"
        >
          {medium.toLowerCase()} {temperature.show(lastHeat[1]).toFixed(0)}°
        </text>
      )}
      {peak && (
        <text
          x={right - 2}
          y={y(peak[1]) - 7}
          textAnchor="end"
          className="fill-primary font-bold text-[13px]"
        >
          core {temperature.show(plan.core_served_c).toFixed(0)}°
        </text>
      )}
    </g>
  );
}
