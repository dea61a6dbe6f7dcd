import type { Method } from "@/api/client";
import type { Layout } from "./layout";

interface Props {
  family: Method["family"];
  layout: Layout;
  isResting: boolean;
  isFromAbove: boolean;
}

/** What the cut stands on or in. */
export function HeatSource({ family, layout, isResting, isFromAbove }: Props) {
  const { cut } = layout;
  const left = 0;
  const right = cut.x + cut.width;
  const floor = cut.y + cut.height;
  const spots = Array.from({ length: 8 }, (_, i) => left + 8 + (i * (right - left - 16)) / 7);
  if (isResting) {
    return (
      <rect
        x={left}
        y={floor + 1}
        width={right - left}
        height={4}
        rx={2}
        className="fill-base-300"
      />
    );
  }
  switch (family) {
    case "pan":
      return (
        <g>
          <rect
            x={left}
            y={floor + 1}
            width={right - left}
            height={8}
            rx={2}
            className="fill-base-content"
          />
          {spots.map((x) => (
            <path
              key={x}
              d={`M ${x} ${floor + 13} q 5 6 0 12 q -5 -6 0 -12`}
              className="fill-accent"
            />
          ))}
        </g>
      );
    case "grill":
      return (
        <g>
          {spots.map((x) => (
            <g key={x}>
              <circle cx={x} cy={floor + 6} r={5} className="fill-base-content" />
              <rect x={x - 6} y={floor + 18} width={11} height={6} rx={2} className="fill-accent" />
            </g>
          ))}
        </g>
      );
    case "oven":
      return (
        <g className="stroke-accent" strokeWidth={2} strokeLinecap="round">
          <rect
            x={left}
            y={floor + 1}
            width={right - left}
            height={3}
            className="fill-base-content stroke-none"
          />
          {spots.map((x) => (
            <path
              key={x}
              d={isFromAbove ? `M ${x} ${cut.y - 12} v 8` : `M ${x} ${floor + 22} v -10`}
            />
          ))}
        </g>
      );
    case "steam":
      return (
        <g className="stroke-info" strokeWidth={2} fill="none" strokeLinecap="round">
          {spots.map((x) => (
            <path key={x} d={`M ${x} ${floor + 24} q 6 -5 0 -10 t 0 -9`} />
          ))}
        </g>
      );
    case "wet":
    case "fry": {
      const tint = family === "wet" ? "fill-info" : "fill-[#c98b1d]";
      return (
        <g>
          <rect
            x={left}
            y={floor}
            width={right - left}
            height={26}
            rx={3}
            className={tint}
            opacity={0.28}
          />
          {spots.map((x, i) => (
            <circle
              key={x}
              cx={x}
              cy={floor + 8 + (i % 3) * 5}
              r={family === "fry" ? 3 : 2}
              className={tint}
              opacity={0.75}
            />
          ))}
        </g>
      );
    }
  }
}
