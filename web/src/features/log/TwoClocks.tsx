import { line } from "d3-shape";
import { useEffect, useRef } from "react";
import type { Course, LogEntry } from "@/api/client";
import { usePreferences } from "@/kitchen/preferences";
import { linear } from "@/lib/scale";
import { clock } from "@/lib/time";
import { temperatureIn } from "@/lib/units";
import { useWidth } from "@/lib/useWidth";
import { paintStrip } from "@/picture/paint";
import { makeStrip } from "@/picture/strip";

const STRIP = 58;
const CHART = 130;
const LEFT = 64;

/** As planned and as it was, one over the other on one clock; readings on the core's line. */
export function TwoClocks({ found }: { found: LogEntry }) {
  const [box, width] = useWidth<HTMLDivElement>();
  const { planned, real, entry, readings } = found;
  const courses = [planned, real].filter((c) => c != null);
  if (courses.length === 0) {
    return (
      <p className="mt-3 text-sm">
        There is no picture of it: this plan cannot be solved with what is known here today.
      </p>
    );
  }
  const ends = courses.map((c) => c.series.time_s[c.series.time_s.length - 1] ?? 1);
  const endS = Math.max(...ends, entry.out_s ?? 0);
  const room = Math.max(1, width - LEFT);
  return (
    <div ref={box} className="mt-3 grid gap-2">
      {planned && (
        <Strip
          name="planned"
          course={planned}
          endS={endS}
          width={room}
          outS={planned.pull_s}
          reallyS={real ? null : entry.out_s}
          thicknessMm={entry.request.piece.thickness_mm}
        />
      )}
      {real && (
        <Strip
          name="real"
          course={real}
          endS={endS}
          width={room}
          outS={real.pull_s}
          thicknessMm={entry.request.piece.thickness_mm}
        />
      )}
      {!real && entry.out_s != null && (
        <p className="text-sm">
          {entry.right_s
            ? "Its readings were not kept, only what they came to."
            : "It was not followed at the stove: no more is known of it."}
        </p>
      )}
      <Cores planned={planned} real={real} readings={readings} endS={endS} width={room} />
    </div>
  );
}

interface StripProps {
  name: string;
  course: Course;
  endS: number;
  width: number;
  outS: number;
  /** When it was really out, where there is no strip of that. */
  reallyS?: number | null | undefined;
  thicknessMm: number;
}

function Strip({ name, course, endS, width, outS, reallyS, thicknessMm }: StripProps) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const { section, series, turn_s: turnS } = course;
  useEffect(() => {
    if (!canvas.current || width < 2) return;
    const strip = makeStrip({
      times: section.time_s,
      temperatures: section.temperature_c,
      thicknessMm,
      aimC: AIM_C,
      turns: turnS == null ? [] : [turnS],
      crustBottomMm: series.crust_bottom_mm,
      crustTopMm: series.crust_top_mm,
    });
    paintStrip(canvas.current, strip, width, STRIP, endS);
  }, [section, series, thicknessMm, turnS, endS, width]);
  const left = (seconds: number) => LEFT + (width * Math.min(seconds, endS)) / endS;
  return (
    <div className="relative" style={{ paddingLeft: LEFT }}>
      <span className="absolute top-4 left-0 text-sm">{name}</span>
      <canvas ref={canvas} aria-hidden className="rounded-sm" />
      {turnS != null && <Mark x={left(turnS)} name="turn" at={turnS} />}
      <Mark x={left(outS)} name="out" at={outS} isLeft={left(outS) > LEFT + width - LABEL_PX} />
      {reallyS != null && <Mark x={left(reallyS)} name="really" at={reallyS} isLow />}
    </div>
  );
}

/** The colours of a strip centre here where the target is not told, °C. */
const AIM_C = 52;

interface MarkProps {
  x: number;
  name: string;
  at: number;
  /** Its words stand at the foot, where another's may stand at the head. */
  isLow?: boolean;
  /** Its words stand to its left, where there is no room to its right. */
  isLeft?: boolean;
}

/** Room that the words of a mark take. */
const LABEL_PX = 84;

function Mark({ x, name, at, isLow, isLeft }: MarkProps) {
  return (
    <span className="absolute top-0" style={{ left: x }}>
      <span className="block w-0.5 bg-base-content" style={{ height: STRIP }} />
      <span
        className={`absolute whitespace-nowrap rounded-xs bg-base-100/85 px-1 text-xs ${
          isLow ? "right-1 bottom-0" : isLeft ? "top-0 right-1" : "top-0 left-1"
        }`}
      >
        {name} {clock(at)}
      </span>
    </span>
  );
}

interface CoresProps {
  planned: Course | null | undefined;
  real: Course | null | undefined;
  readings: LogEntry["readings"];
  endS: number;
  width: number;
}

/** The core as planned, as it was, and as it was read. */
function Cores({ planned, real, readings, endS, width }: CoresProps) {
  const { preferences } = usePreferences();
  const temperature = temperatureIn(preferences);
  const x = linear([0, endS], [LEFT, LEFT + width]);
  const y = linear([0, 70], [CHART - 18, 6]);
  const path = line<readonly [number, number]>(
    ([t]) => x(t),
    ([, c]) => y(Math.min(c, 70)),
  );
  const points = (course: Course) =>
    course.series.time_s.map((t, i) => [t, course.series.core_c[i] ?? 0] as const);
  const rules = preferences.temperature === "C" ? [0, 20, 40, 60] : [0, 50 / 3, 110 / 3, 60];
  const lines = [
    planned && { course: planned, name: "core planned", dash: "6 4" },
    real && { course: real, name: "core", dash: undefined },
  ].filter((l) => l != null);
  return (
    <figure>
      <svg width={LEFT + width} height={CHART} aria-hidden className="text-[12px]">
        {rules.map((c) => (
          <g key={c}>
            <line x1={LEFT} x2={LEFT + width} y1={y(c)} y2={y(c)} className="stroke-base-300" />
            <text x={LEFT - 6} y={y(c) + 4} textAnchor="end" className="fill-base-content">
              {temperature.show(c).toFixed(0)}°
            </text>
          </g>
        ))}
        {lines.map(({ course, name, dash }, i) => (
          <g key={name}>
            <path
              d={path(points(course)) ?? ""}
              fill="none"
              className="stroke-primary"
              strokeWidth={2.5}
              strokeDasharray={dash}
            />
            <text x={LEFT + 8} y={18 + 16 * i} className="fill-primary font-bold text-[13px]">
              {dash ? "– – " : "— "}
              {name}
            </text>
          </g>
        ))}
        {readings.map((r) => (
          <circle
            key={`${r.at_s} ${r.core_c}`}
            cx={x(r.at_s)}
            cy={y(Math.max(0, Math.min(70, r.core_c)))}
            r={3}
            className={r.used ? "fill-secondary" : "fill-none stroke-secondary"}
          />
        ))}
        {[0, 0.25, 0.5, 0.75, 1].map((share) => (
          <text
            key={share}
            x={x(share * endS)}
            y={CHART - 2}
            textAnchor={share === 0 ? "start" : share === 1 ? "end" : "middle"}
            className="fill-base-content"
          >
            {clock(share * endS)}
          </text>
        ))}
      </svg>
      {readings.length > 0 && (
        <figcaption className="text-sm">Dots are readings; hollow ones were not used.</figcaption>
      )}
      <div className="sr-only">
        <table>
          <caption>Core over time</caption>
          <tbody>
            {lines.map(({ course, name }) => (
              <tr key={name}>
                <th scope="row">{name}</th>
                {[0.25, 0.5, 0.75, 1].map((share) => {
                  const place = Math.round(share * (course.series.time_s.length - 1));
                  return (
                    <td key={share}>
                      {clock(course.series.time_s[place] ?? 0)}:{" "}
                      {temperature.show(course.series.core_c[place] ?? 0).toFixed(0)}°
                    </td>
                  );
                })}
              </tr>
            ))}
          </tbody>
        </table>
      </div>
    </figure>
  );
}
