import { memo } from "react";
import type { CutFace, Method, Plan } from "@/api/client";
import { usePreferences } from "@/kitchen/preferences";
import { linear } from "@/lib/scale";
import { clock } from "@/lib/time";
import { lengthIn, temperatureIn } from "@/lib/units";
import { Chart } from "./Chart";
import { CutLabels } from "./CutLabels";
import { HeatSource } from "./HeatSource";
import type { Layout } from "./layout";
import { Marks } from "./Marks";
import { StripDetails } from "./StripDetails";
import { type Strip, sampleAt } from "./strip";

interface Props {
  plan: Plan;
  section: CutFace | null;
  flesh: Strip;
  layout: Layout;
  /** End of the time axis, s. */
  endS: number;
  /** Time under the cursor, s. */
  moment: number;
  thicknessMm: number;
  family: Method["family"];
  medium: string;
  skin: boolean;
  isWhole: boolean;
  isHeatFromAbove: boolean;
}

/** What is drawn over strip and cut: heat, labels, lines and marks. It may come a little after them. */
export const Drawing = memo(function Drawing(props: Props) {
  const { plan, section, flesh, layout, endS, moment, thicknessMm } = props;
  const { family, medium, skin, isWhole, isHeatFromAbove } = props;
  const { preferences } = usePreferences();
  const length = lengthIn(preferences);
  const temperature = temperatureIn(preferences);
  const x = linear([0, endS], [layout.strip.x, layout.strip.x + layout.strip.width]);
  const { cut: cutBox, strip: stripBox } = layout;
  const sample = sampleAt(flesh, moment);
  // Between samples: at the pull it is what the list says.
  const { time_s: times, core_c: cores } = plan.series;
  const next = Math.min(sample + 1, times.length - 1);
  const core = linear(
    [times[sample] ?? 0, times[next] ?? 0],
    [cores[sample] ?? 0, cores[next] ?? 0],
  )(moment);
  const isWide = layout.width > 600;
  const bone = section?.backbone_mm?.[1];
  return (
    <svg
      className="absolute inset-0"
      width={layout.width}
      height={layout.height}
      role="img"
      aria-label={`Inside of the fish over time: turned ${
        plan.flip_s == null ? "never" : `at ${clock(plan.flip_s)}`
      }, out at ${clock(plan.pull_s)}, the core as eaten ${temperature.show(plan.core_served_c).toFixed(0)} ${temperature.unit}. A table of the numbers follows.`}
    >
      <HeatSource
        family={family}
        layout={layout}
        isResting={moment > plan.pull_s + 0.5}
        isFromAbove={isHeatFromAbove}
      />
      {isWhole ? (
        <Backbone section={section} layout={layout} />
      ) : (
        <CutLabels strip={flesh} sample={sample} layout={layout} skin={skin} />
      )}
      <text
        x={cutBox.x + cutBox.width}
        y={18}
        textAnchor="end"
        className="fill-base-content text-[13px]"
      >
        the cut at <tspan className="font-bold">{clock(moment)}</tspan>
      </text>
      <text
        x={cutBox.x + cutBox.width}
        y={35}
        textAnchor="end"
        className="fill-base-content text-[13px]"
      >
        core{" "}
        <tspan className="font-bold">
          {temperature.show(core).toFixed(0)} {temperature.unit}
        </tspan>
      </text>
      <g className="fill-base-content text-[12px] opacity-80" textAnchor="end">
        <text x={stripBox.x - 6} y={stripBox.y + 4}>
          {length.show(thicknessMm).toFixed(length.digits)}
        </text>
        <text x={stripBox.x - 6} y={stripBox.y + stripBox.height + 2}>
          0
        </text>
        <text x={stripBox.x - 6} y={stripBox.y + stripBox.height / 2 + 4}>
          {length.unit}
        </text>
      </g>
      <Chart
        plan={plan}
        layout={layout}
        x={x}
        medium={medium}
        units={preferences}
        isWide={isWide}
      />
      <StripDetails
        plan={plan}
        layout={layout}
        x={x}
        family={family}
        skin={skin}
        isWhole={isWhole}
        bone={bone === undefined ? null : bone / thicknessMm}
        isFromAbove={isHeatFromAbove}
      />
      <Marks plan={plan} layout={layout} x={x} isWide={isWide} />
      <line
        x1={x(moment)}
        x2={x(moment)}
        y1={stripBox.y - 4}
        y2={layout.axisY}
        className="stroke-accent"
        strokeWidth={2}
        strokeDasharray="2 3"
      />
    </svg>
  );
});

interface BackboneProps {
  section: CutFace | null;
  layout: Layout;
}

/** Back, belly and bone of a whole fish. */
function Backbone({ section, layout }: BackboneProps) {
  const { cut, pxPerMm } = layout;
  const bone = section?.backbone_mm;
  const word = "fill-base-content text-[12px]";
  return (
    <g>
      <text x={cut.x} y={cut.y - 4} className={word}>
        back
      </text>
      <text x={cut.x + cut.width} y={cut.y - 4} textAnchor="end" className={word}>
        belly
      </text>
      {bone && (
        <circle
          cx={cut.x + cut.halfWidth + (bone[0] ?? 0) * pxPerMm}
          cy={cut.y + cut.height - (bone[1] ?? 0) * pxPerMm}
          r={Math.max(2.5, (bone[2] ?? 1) * pxPerMm)}
          className="fill-base-100 stroke-base-content"
          strokeWidth={1.5}
        />
      )}
    </g>
  );
}
