import type { Plan } from "@/api/client";
import type { Scale } from "@/lib/scale";
import { clock } from "@/lib/time";
import type { Layout } from "./layout";

interface Props {
  plan: Plan;
  layout: Layout;
  x: Scale;
  isWide: boolean;
}

interface Mark {
  at: number;
  word: string;
  strong?: boolean;
}

/** In, turn, out and serve, and the window round "out". */
export function Marks({ plan, layout, x, isWide }: Props) {
  const { strip } = layout;
  const serve = x.domain[1];
  const turns: Mark[] =
    plan.turns_s.length > 1
      ? plan.turns_s.map((at, i) => ({ at, word: i === 0 ? "turn often" : "" }))
      : plan.turns_s.map((at) => ({ at, word: `turn ${clock(at)}` }));
  const marks: Mark[] = [
    { at: 0, word: "in" },
    ...(plan.setting.turn_down_s == null
      ? []
      : [{ at: plan.setting.turn_down_s, word: isWide ? "heat down" : "down" }]),
    ...turns,
    { at: plan.pull_s, word: `out ${clock(plan.pull_s)}`, strong: true },
    { at: serve, word: `serve ${clock(serve)}` },
  ];
  // Two rows: a label too near the one before it in its row goes to the other.
  const ends = [Number.NEGATIVE_INFINITY, Number.NEGATIVE_INFINITY];
  const right = strip.x + strip.width;
  const placed = marks.map((mark) => {
    const wide = mark.word.length * 7.4;
    const anchor = mark.at === 0 ? "start" : x(mark.at) + wide / 2 > right ? "end" : "middle";
    const from = x(mark.at) - (anchor === "start" ? 0 : anchor === "end" ? wide : wide / 2);
    const row = from > (ends[1] ?? 0) + 6 ? 1 : 0;
    if (mark.word) ends[row] = from + wide;
    return { ...mark, anchor, row } as const;
  });
  const base = strip.y + strip.height;
  const early = plan.window_from_s;
  const late = early != null && plan.window_s != null ? early + plan.window_s : null;
  const bracketY = layout.chart.y - 16;
  return (
    <g className="text-[13px]">
      {placed.map((mark) => (
        <g key={`${mark.at} ${mark.word}`}>
          <line
            x1={x(mark.at)}
            x2={x(mark.at)}
            y1={mark.row === 1 ? strip.y - 8 : strip.y - 24}
            y2={base + 6}
            className="stroke-base-content"
            strokeWidth={mark.strong ? 2.5 : 1.25}
          />
          <text
            x={x(mark.at)}
            y={mark.row === 1 ? strip.y - 12 : strip.y - 28}
            textAnchor={mark.anchor}
            className={`fill-base-content ${mark.strong ? "font-bold" : ""}`}
          >
            {mark.word}
          </text>
        </g>
      ))}
      <line
        x1={x(plan.look_from_s)}
        x2={Math.min(x(plan.latest_s), right)}
        y1={bracketY}
        y2={bracketY}
        className="stroke-base-content opacity-60"
        strokeWidth={2}
        strokeDasharray="1 4"
        strokeLinecap="round"
      />
      {early != null && late != null && (
        <path
          d={`M ${x(early)} ${bracketY - 6} v 6 H ${Math.min(x(late), right)} v -6`}
          fill="none"
          className="stroke-accent"
          strokeWidth={3}
        />
      )}
      <text
        x={Math.min(
          Math.max((x(plan.look_from_s) + x(plan.latest_s)) / 2, strip.x + 60),
          right - 60,
        )}
        y={bracketY + 14}
        textAnchor="middle"
        className="fill-base-content stroke-4 stroke-base-200 text-[12px]"
        style={{ paintOrder: "stroke" }}
      >
        look {clock(plan.look_from_s)}–{clock(plan.latest_s)}
      </text>
    </g>
  );
}
