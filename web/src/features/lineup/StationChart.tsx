import { useRef, useState } from "react";
import type { LineUp } from "@/api/client";
import { timeOf } from "@/kitchen/lineUps";
import { useWidth } from "@/lib/useWidth";

interface Props {
  lineUp: LineUp;
  /** Now, s; none where the service is not under way. */
  nowS: number | null;
  onServe: (dishes: string[], serveS: number) => void;
  onFix: (dish: string, key: string, startS: number) => void;
}

/** Height of a row and of the clock above, px; room for the names. */
const ROW = 30;
const CLOCK = 34;
const GAP = 6;
/** Shades for dishes, told apart by lightness as well; each bar has its name on it. */
const SHADES = [
  "var(--color-line-1)",
  "var(--color-line-2)",
  "var(--color-line-3)",
  "var(--color-line-4)",
  "var(--color-line-5)",
  "var(--color-line-6)",
] as const;
/** A drag goes in steps of this, s. */
const STEP_S = 15;
/** What is prepared long before is not shown unless it is asked for, s before the first serving. */
const SERVICE_S = 1800;

type Drag = { what: "serve"; serveS: number } | { what: "bar"; dish: string; key: string };

/** What every station is busy with over time. Serve times and what is on a station can be dragged. */
export function StationChart({ lineUp, nowS, onServe, onFix }: Props) {
  const [frame, width] = useWidth<HTMLDivElement>();
  const [isWhole, setIsWhole] = useState(false);
  const [drag, setDrag] = useState<{ drag: Drag; fromX: number; byS: number } | null>(null);
  const svg = useRef<SVGSVGElement>(null);
  const serves = [...new Set(lineUp.dishes.map((d) => d.serve_s))].sort((a, b) => a - b);
  const lastS = Math.max(...lineUp.dishes.map((d) => d.served_s ?? d.serve_s)) + 90;
  const firstS = isWhole ? lineUp.begins_s - 60 : Math.max(lineUp.begins_s - 60, -SERVICE_S);
  const left = width < 560 ? 0 : 150;
  const x = (s: number) => left + ((s - firstS) / (lastS - firstS)) * (width - left - 8);
  const perPx = (lastS - firstS) / Math.max(1, width - left - 8);
  const shadeOf = (dish: string) =>
    SHADES[lineUp.dishes.findIndex((d) => d.id === dish) % SHADES.length];
  // What only the preparation needs comes with it.
  const isBench = ({ id }: LineUp["stations"][number]) => {
    const steps = lineUp.steps.filter((step) => step.station === id);
    return steps.length > 0 && steps.every((step) => step.kind === "prepare");
  };
  const shown = lineUp.stations.filter((station) => isWhole || !isBench(station));
  const rows = shown.flatMap((station) =>
    Array.from({ length: Math.max(1, ...station.busy.map((b) => b.unit + 1)) }, (_, unit) => ({
      station,
      unit,
    })),
  );
  const nameHeight = left === 0 ? 16 : 0;
  const rowTop = (row: number) => CLOCK + row * (ROW + GAP + nameHeight) + nameHeight;
  const height = rowTop(rows.length) + 4;
  const every = [60, 300, 600, 900, 1800].find((s) => s / perPx > 64) ?? 3600;
  const ticks = Array.from(
    { length: Math.max(0, Math.floor(lastS / every) - Math.ceil(firstS / every) + 1) },
    (_, i) => (Math.ceil(firstS / every) + i) * every,
  );
  const begin = (what: Drag) => (event: React.PointerEvent) => {
    event.preventDefault();
    svg.current?.setPointerCapture(event.pointerId);
    setDrag({ drag: what, fromX: event.clientX, byS: 0 });
  };
  const byS = (what: Drag) =>
    drag !== null && JSON.stringify(drag.drag) === JSON.stringify(what) ? drag.byS : 0;
  const drop = () => {
    if (drag && drag.byS !== 0) {
      const { drag: what, byS: by } = drag;
      if (what.what === "serve") {
        const dishes = lineUp.dishes.filter((d) => d.serve_s === what.serveS).map((d) => d.id);
        onServe(dishes, what.serveS + by);
      } else {
        const dish = lineUp.dishes.find((d) => d.id === what.dish);
        const start = dish?.starts.find((s) => s.key === what.key);
        if (start) onFix(what.dish, what.key, start.start_s + by);
      }
    }
    setDrag(null);
  };
  return (
    <div ref={frame} className="min-w-0">
      <div className="mb-1 flex items-center justify-between gap-2">
        <h2 className="font-bold font-display text-lg">Stations</h2>
        <label className="flex min-h-11 items-center gap-2 text-sm print:hidden">
          <input
            type="checkbox"
            className="toggle toggle-sm"
            checked={isWhole}
            onChange={(event) => {
              setIsWhole(event.target.checked);
            }}
          />
          With the preparation
        </label>
      </div>
      {width > 0 && (
        <svg
          ref={svg}
          role="img"
          aria-label="What every station is busy with over time; the same is in the list of steps"
          width={width}
          height={height}
          className="block touch-pan-y select-none"
          onPointerMove={(event) => {
            if (!drag) return;
            const by = (event.clientX - drag.fromX) * perPx;
            setDrag({ ...drag, byS: Math.round(by / STEP_S) * STEP_S });
          }}
          onPointerUp={drop}
          onPointerCancel={() => {
            setDrag(null);
          }}
        >
          {ticks.map((s) => (
            <g key={s}>
              <line x1={x(s)} x2={x(s)} y1={CLOCK - 8} y2={height} className="stroke-base-300" />
              <text
                x={x(s)}
                y={12}
                textAnchor="middle"
                className="fill-current text-xs tabular-nums"
              >
                {timeOf(lineUp, s)}
              </text>
            </g>
          ))}
          {rows.map(({ station, unit }, row) => {
            const y = rowTop(row);
            return (
              <g key={`${station.id}-${String(unit)}`}>
                <rect x={left} y={y} width={width - left} height={ROW} className="fill-base-200" />
                <text
                  x={0}
                  y={left === 0 ? y - 4 : y + ROW / 2 + 4}
                  className="fill-current font-bold text-[0.8rem]"
                >
                  {unit === 0 ? clip(capital(station.name), left === 0 ? 40 : 22) : ""}
                </text>
                {station.busy
                  .filter((b) => b.unit === unit && b.until_s > firstS)
                  .map((b) => {
                    const what: Drag = { what: "bar", dish: b.dish ?? "", key: b.key ?? "" };
                    const canMove = b.dish != null && b.key != null;
                    const by = canMove ? byS(what) : 0;
                    const from = Math.max(left, x(b.from_s + by));
                    const wide = Math.max(2, x(b.until_s + by) - from);
                    const dish = lineUp.dishes.find((d) => d.id === b.dish);
                    const label = `${b.title}${b.setting_c == null ? "" : `, ${b.setting_c.toFixed(0)} °C`}`;
                    return (
                      <g
                        key={`${b.title}-${String(b.from_s)}`}
                        className={canMove ? "cursor-grab" : ""}
                        onPointerDown={canMove ? begin(what) : undefined}
                      >
                        <title>
                          {`${dish?.name ?? b.title}: ${b.title}, ${timeOf(lineUp, b.from_s)} to ${timeOf(lineUp, b.until_s)}`}
                        </title>
                        <rect
                          x={from}
                          y={y + 1}
                          width={wide}
                          height={ROW - 2}
                          rx={4}
                          fill={b.dish == null ? "var(--color-base-300)" : shadeOf(b.dish)}
                          className="stroke-base-100"
                        />
                        {wide > 40 && (
                          <text
                            x={from + 6}
                            y={y + ROW / 2 + 4}
                            className="pointer-events-none fill-line-content font-bold text-xs"
                          >
                            {clip(label, Math.floor((wide - 8) / 6.6))}
                          </text>
                        )}
                      </g>
                    );
                  })}
              </g>
            );
          })}
          {serves.map((s) => {
            const at = x(s + byS({ what: "serve", serveS: s }));
            return (
              <g
                key={s}
                className="cursor-ew-resize"
                onPointerDown={begin({ what: "serve", serveS: s })}
              >
                <rect x={at - 22} y={0} width={44} height={height} fill="transparent" />
                <line
                  x1={at}
                  x2={at}
                  y1={CLOCK - 12}
                  y2={height}
                  className="stroke-2 stroke-accent"
                />
                <rect
                  x={at - 20}
                  y={CLOCK - 16}
                  width={40}
                  height={16}
                  rx={8}
                  className="fill-accent"
                />
                <text
                  x={at}
                  y={CLOCK - 4}
                  textAnchor="middle"
                  className="fill-accent-content font-bold text-[0.7rem]"
                >
                  eat
                </text>
              </g>
            );
          })}
          {drag && drag.byS !== 0 && (
            <text x={left + 4} y={CLOCK - 2} className="fill-current font-bold text-sm">
              {drag.byS > 0 ? "+" : "−"}
              {Math.floor(Math.abs(drag.byS) / 60)}:
              {String(Math.abs(drag.byS) % 60).padStart(2, "0")}
            </text>
          )}
          {nowS !== null && nowS > firstS && nowS < lastS && (
            <g>
              <line
                x1={x(nowS)}
                x2={x(nowS)}
                y1={16}
                y2={height}
                className="stroke-[3] stroke-error"
              />
              <text x={x(nowS) + 5} y={CLOCK - 6} className="fill-error font-bold text-xs">
                now
              </text>
            </g>
          )}
        </svg>
      )}
    </div>
  );
}

const clip = (text: string, most: number) =>
  text.length > most ? `${text.slice(0, Math.max(1, most - 1))}…` : text;

const capital = (text: string) => text.charAt(0).toUpperCase() + text.slice(1);
