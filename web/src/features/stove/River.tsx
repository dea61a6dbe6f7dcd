import { useEffect, useMemo, useRef } from "react";
import { clock } from "@/lib/time";
import { useWidth } from "@/lib/useWidth";
import { paintStrip } from "@/picture/paint";
import { makeStrip } from "@/picture/strip";
import type { HeardCook } from "./queries";

const HEIGHT = 64;
/** Room that the words of a mark take. */
const LABEL_PX = 72;

interface Props {
  cook: HeardCook;
  elapsedS: number | null;
}

/** The inside over time, thin, with now on it: where the fish is and where it will be. */
export function River({ cook, elapsedS }: Props) {
  const [box, width] = useWidth<HTMLDivElement>();
  const canvas = useRef<HTMLCanvasElement>(null);
  const { forecast, series, section } = cook;
  const turns = useMemo(
    () => cook.moves.filter((m) => m.done_by === "turn").map((m) => m.at_s),
    [cook.moves],
  );
  const endS = Math.max(forecast.serve_s, series.time_s[series.time_s.length - 1] ?? 1);
  useEffect(() => {
    if (!canvas.current || width < 1) return;
    const heights = section.height_mm;
    const strip = makeStrip({
      times: section.time_s,
      temperatures: section.temperature_c,
      thicknessMm: (heights[0] ?? 0) + (heights[heights.length - 1] ?? 1),
      aimC: forecast.target_aim_c,
      turns,
      crustBottomMm: series.crust_bottom_mm,
      crustTopMm: series.crust_top_mm,
    });
    paintStrip(canvas.current, strip, width, HEIGHT, endS);
  }, [section, series, forecast.target_aim_c, turns, endS, width]);
  const x = (seconds: number) => `${Math.min(100, (100 * seconds) / endS)}%`;
  const isIn = cook.status === "waiting" || cook.status === "cooking";
  const marks = [
    ...turns.slice(0, 1).map((at) => ({ at, name: "turn" })),
    { at: forecast.pull_s, name: "out" },
    { at: forecast.serve_s, name: "eat" },
  ];
  /** Words that would run into the next ones are left out: the mark stays. */
  const hasRoom = (i: number) => {
    const next = marks[i + 1];
    return !next || ((next.at - (marks[i]?.at ?? 0)) / endS) * width > LABEL_PX;
  };
  return (
    <div ref={box} className="relative w-full pb-6">
      <canvas ref={canvas} aria-hidden className="w-full rounded-sm" style={{ height: HEIGHT }} />
      {isIn && (
        <div
          aria-hidden
          className="absolute top-0 h-1.5 bg-accent"
          style={{
            left: x(forecast.look_from_s),
            width: `calc(${x(forecast.pull_high_s)} - ${x(forecast.look_from_s)})`,
          }}
        />
      )}
      {marks.map(({ at, name }, i) => (
        <div key={name} aria-hidden className="absolute top-0" style={{ left: x(at) }}>
          <div className="w-0.5 bg-base-content" style={{ height: HEIGHT }} />
          {hasRoom(i) && (
            <div
              className={`absolute whitespace-nowrap text-xs ${
                i === marks.length - 1 ? "right-0" : "-translate-x-1/2"
              }`}
            >
              {name} {clock(at)}
            </div>
          )}
        </div>
      ))}
      {elapsedS !== null && elapsedS <= endS && (
        <div
          aria-hidden
          className="absolute top-[-4px] w-1 rounded-full bg-base-content outline-2 outline-base-100"
          style={{ left: `calc(${x(elapsedS)} - 2px)`, height: HEIGHT + 8 }}
        />
      )}
      {elapsedS !== null && elapsedS < endS && (
        <div
          aria-hidden
          className="absolute top-0 bg-base-200/55"
          style={{ left: x(elapsedS), right: 0, height: HEIGHT }}
        />
      )}
    </div>
  );
}
