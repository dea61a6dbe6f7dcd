import { isLight, stateOf } from "./colours";
import type { Layout } from "./layout";
import type { Strip } from "./strip";

interface Props {
  strip: Strip;
  sample: number;
  layout: Layout;
  skin: boolean;
}

/** Least height of a state's layer that carries its word, px. */
const ROOM = 15;

/** Names the layers of the cut, and draws its skin. */
export function CutLabels({ strip, sample, layout, skin }: Props) {
  const { cut } = layout;
  const column = strip.hottest[sample];
  if (!column) return null;
  const layers: { state: string; from: number; to: number }[] = [];
  column.forEach((celsius, row) => {
    const state = stateOf(celsius, strip.aimC);
    const last = layers[layers.length - 1];
    if (last?.state === state) last.to = row + 1;
    else layers.push({ state, from: row, to: row + 1 });
  });
  const y = (row: number) => cut.y + cut.height * (1 - row / strip.rows);
  const skinY = strip.isTurned[sample] ? cut.y - 1 : cut.y + cut.height - 2;
  return (
    <g>
      {layers
        .filter((l) => y(l.from) - y(l.to) >= ROOM)
        .map((l) => (
          <text
            key={l.from}
            x={cut.x + cut.width - 8}
            y={(y(l.from) + y(l.to)) / 2 + 4.5}
            textAnchor="end"
            className="text-[13px]"
            fill={isLight(l.state) ? "#1c2325" : "#ffffff"}
          >
            {l.state}
          </text>
        ))}
      {skin && (
        <rect
          x={cut.x + Math.min(10, cut.width * 0.1)}
          y={skinY}
          width={cut.width - Math.min(10, cut.width * 0.1)}
          height={3}
          rx={1.5}
          className="fill-base-content"
        />
      )}
      {cut.breakAt > 0 && (
        <path
          d={wave(cut.x + cut.breakAt, cut.y - 4, cut.height + 8)}
          className="stroke-base-200"
          strokeWidth={5}
          fill="none"
        />
      )}
    </g>
  );
}

/** A break in the drawing: the piece is wider than there is room for. */
function wave(x: number, y: number, height: number): string {
  const bends = Math.max(2, Math.round(height / 24));
  const step = height / bends;
  let path = `M ${x} ${y}`;
  for (let i = 0; i < bends; i++) path += ` q ${i % 2 === 0 ? 7 : -7} ${step / 2} 0 ${step}`;
  return path;
}
