import { useId } from "react";
import type { CutFace, Plan } from "@/api/client";
import { clock } from "@/lib/time";
import { pictureAt } from "./section";

interface Props {
  plan: Plan;
  section: CutFace;
  thicknessMm: number;
  widthMm: number;
  skin: boolean;
}

/** How wide a flank is drawn, px; one that would be higher than that is drawn smaller. */
const WIDE = 92;
const HIGH = 46;

/** The outside of the piece as it looks when a hand is wanted: at the turn, and when it comes out. */
export function Flank(props: Props) {
  const { plan } = props;
  const turn = plan.turns_s.length === 1 ? plan.turns_s[0] : undefined;
  return (
    <ul aria-label="How its side looks" className="grid gap-1.5 max-sm:grid-cols-2">
      {turn !== undefined && <Side {...props} at={turn - 1} words={["turn", clock(turn)]} />}
      <Side {...props} at={plan.pull_s} words={["out", clock(plan.pull_s)]} />
    </ul>
  );
}

/** Flesh turns from glassy to milky between these, °C. */
const GLASSY_C = 45;
const MILKY_C = 54;
/** Glassy raw flesh, and set flesh. */
const RAW = [196, 158, 150] as const;
const SET = [250, 244, 230] as const;

function Side({
  plan,
  section,
  thicknessMm,
  widthMm,
  skin,
  at,
  words,
}: Props & { at: number; words: readonly [string, string] }) {
  const id = useId();
  const i = pictureAt(section, at);
  const hottest = section.hottest_c[i] ?? [];
  const rows = section.height_edge_mm.length - 1;
  const side = hottest.slice(-rows);
  const isTurned = section.turns_s.filter((t) => t <= at).length % 2 === 1;
  const scale = Math.min(WIDE / widthMm, HIGH / thicknessMm);
  const [width, height] = [widthMm * scale, thicknessMm * scale];
  const y = (mm: number) => (isTurned ? mm : thicknessMm - mm) * scale;
  const opaque = section.side_opaque_share[i] ?? 0;
  const sample = plan.series.time_s.findLastIndex((t) => t <= at + 0.5);
  const [below, above] = [plan.series.crust_bottom_mm, plan.series.crust_top_mm].map(
    (mm) => mm[sample] ?? 0,
  ) as [number, number];
  const round = Math.min(9, height / 3);
  return (
    <li className="flex items-center gap-2 text-sm leading-tight">
      <svg
        width={WIDE}
        height={Math.max(height + 2, 30)}
        viewBox={`${-(WIDE - width) / 2} ${(height + 2 - Math.max(height + 2, 30)) / 2} ${WIDE} ${Math.max(height + 2, 30)}`}
        aria-hidden
        className="shrink-0"
      >
        <clipPath id={id}>
          <rect width={width} height={height} rx={round} />
        </clipPath>
        <g clipPath={`url(#${id})`}>
          {side.map((celsius, row) => {
            const edge = [section.height_edge_mm[row] ?? 0, section.height_edge_mm[row + 1] ?? 0];
            const ends = [y(edge[0] ?? 0), y(edge[1] ?? 0)];
            return (
              <rect
                key={edge[0]}
                y={Math.min(...ends)}
                width={width}
                height={Math.abs((ends[0] ?? 0) - (ends[1] ?? 0)) + 0.5}
                fill={tone(celsius)}
              />
            );
          })}
          <Face y={isTurned ? 0 : height} crustMm={below} width={width} isSkin={skin} />
          <Face y={isTurned ? height : 0} crustMm={above} width={width} isSkin={false} />
        </g>
        <rect
          width={width}
          height={height}
          rx={round}
          fill="none"
          className="stroke-base-content/50"
        />
      </svg>
      <span>
        {words[0]} <b className="tabular-nums">{words[1]}</b>
        <span className="block">
          {opaque >= 0.97 ? "milky all over" : `milky to ${Math.round(opaque * 10)} tenths`}
        </span>
      </span>
    </li>
  );
}

/** A face seen on edge: skin, and brown as deep as its crust. */
function Face({
  y,
  crustMm,
  width,
  isSkin,
}: {
  y: number;
  crustMm: number;
  width: number;
  isSkin: boolean;
}) {
  if (crustMm < 0.05 && !isSkin) return null;
  const deep = Math.min(1, crustMm / 0.8);
  const thick = 3 + 3 * deep;
  const fill =
    isSkin && crustMm < 0.05
      ? "#5c6b70"
      : `rgb(${214 - 96 * deep} ${158 - 88 * deep} ${92 - 58 * deep})`;
  return <rect y={y === 0 ? 0 : y - thick} width={width} height={thick} fill={fill} />;
}

/** Colour of the outside by the hottest it has been. */
function tone(celsius: number): string {
  const share = Math.min(1, Math.max(0, (celsius - GLASSY_C) / (MILKY_C - GLASSY_C)));
  const [r, g, b] = RAW.map((raw, i) => Math.round(raw + share * ((SET[i] ?? raw) - raw)));
  return `rgb(${r} ${g} ${b})`;
}
