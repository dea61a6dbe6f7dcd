import type { Method, Plan } from "@/api/client";
import type { Scale } from "@/lib/scale";
import type { Layout } from "./layout";

interface Props {
  plan: Plan;
  layout: Layout;
  x: Scale;
  family: Method["family"];
  skin: boolean;
  isWhole: boolean;
  /** Height of the backbone as a share of the thickness, where there is one. */
  bone: number | null;
  isFromAbove: boolean;
}

/** What makes the strip this very piece: what it lies on all the while, its skin, its bone, its turn. */
export function StripDetails(props: Props) {
  const { plan, layout, x, skin, isWhole, bone } = props;
  const { strip } = layout;
  const end = x.domain[1];
  const top = strip.y + 1.5;
  const bottom = strip.y + strip.height - 1.5;
  const edges = [0, ...plan.turns_s, end];
  const lies = edges.slice(0, -1).map((from, i) => ({ from, to: edges[i + 1] ?? end, up: i % 2 }));
  return (
    <g>
      <Bed {...props} />
      {bone !== null && (
        <line
          x1={strip.x}
          x2={strip.x + strip.width}
          y1={strip.y + strip.height * (1 - bone)}
          y2={strip.y + strip.height * (1 - bone)}
          className="stroke-base-100"
          strokeWidth={3}
          strokeDasharray="1 7"
          strokeLinecap="round"
        />
      )}
      {skin &&
        lies.map(({ from, to, up }) => (
          <g key={from} className="stroke-primary" strokeWidth={3}>
            {(isWhole || up === 0) && <line x1={x(from)} x2={x(to)} y1={bottom} y2={bottom} />}
            {(isWhole || up === 1) && <line x1={x(from)} x2={x(to)} y1={top} y2={top} />}
          </g>
        ))}
      {plan.turns_s.length <= 2 &&
        plan.turns_s.map((at) => <TurnArrow key={at} x={x(at)} y={strip.y + strip.height / 2} />)}
    </g>
  );
}

/** The turn as a hand makes it. */
function TurnArrow({ x, y }: { x: number; y: number }) {
  const arc = `M ${x - 9} ${y + 10} A 12 12 0 1 1 ${x + 9} ${y + 10}`;
  const head = `M ${x + 3} ${y + 9} L ${x + 9.5} ${y + 11} L ${x + 11} ${y + 4}`;
  return (
    <g fill="none" strokeLinecap="round" strokeLinejoin="round">
      <path d={arc + head} className="stroke-base-100" strokeWidth={6} />
      <path d={arc + head} className="stroke-base-content" strokeWidth={2.5} />
    </g>
  );
}

/** Space between two flames, bubbles or bars, px. */
const EVERY = 22;

/** What it lies on or in: the heat up to "out", lower after it was turned down, then the plate. */
function Bed({ plan, layout, x, family, isFromAbove }: Props) {
  const { strip } = layout;
  const floor = strip.y + strip.height + 3;
  const [from, out, right] = [x(0), x(plan.pull_s), strip.x + strip.width];
  const down = plan.setting.turn_down_s;
  const spots = Array.from(
    { length: Math.max(0, Math.floor((out - from) / EVERY)) },
    (_, i) => from + EVERY / 2 + i * EVERY,
  );
  const isLow = (at: number) => down != null && at > x(down);
  const spot = (at: number) => {
    const size = isLow(at) ? 0.55 : 1;
    switch (family) {
      case "pan":
        return <path d={flame(at, floor + 7, size)} className="fill-accent" />;
      case "grill":
        return (
          <g>
            <circle cx={at} cy={floor + 3} r={3.5} className="fill-base-content" />
            <rect
              x={at - 5}
              y={floor + 11}
              width={10}
              height={5 * size}
              rx={2}
              className="fill-accent"
            />
          </g>
        );
      case "oven":
        return (
          <path
            d={isFromAbove ? `M ${at} ${strip.y - 9} v 6` : `M ${at} ${floor + 15} v -7`}
            className="stroke-accent"
            strokeWidth={2}
            strokeLinecap="round"
          />
        );
      case "steam":
        return (
          <path
            d={`M ${at} ${floor + 18} q 5 -4 0 -8 t 0 -7`}
            className="stroke-info"
            strokeWidth={2}
            fill="none"
            strokeLinecap="round"
          />
        );
      case "wet":
      case "fry":
        return (
          <circle
            cx={at}
            cy={floor + 8}
            r={family === "fry" ? 3 : 2}
            className={family === "fry" ? "fill-[#c98b1d]" : "fill-info"}
          />
        );
    }
  };
  const isOnMetal = family === "pan" || family === "oven";
  return (
    <g>
      {isOnMetal && (
        <rect
          x={from}
          y={floor}
          width={Math.max(0, out - from)}
          height={family === "pan" ? 5 : 2.5}
          className="fill-base-content"
        />
      )}
      {spots.map((at) => (
        <g key={at}>{spot(at)}</g>
      ))}
      {right - out > 12 && plan.rest_s > 0 && (
        <path
          d={`M ${out + 3} ${floor} h ${right - out - 3} q -2 8 -12 8 h ${-(right - out - 27)} q -10 0 -12 -8`}
          className="fill-base-100 stroke-base-content/60"
          strokeWidth={1.5}
        />
      )}
    </g>
  );
}

const flame = (x: number, y: number, size: number) =>
  `M ${x} ${y} q ${6 * size} ${7 * size} 0 ${13 * size} q ${-6 * size} ${-6 * size} 0 ${-13 * size}`;
