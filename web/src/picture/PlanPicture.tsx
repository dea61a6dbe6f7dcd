import { scaleLinear } from "d3-scale";
import { useLayoutEffect, useMemo, useRef, useState } from "react";
import type { Method, Plan, Section } from "@/api/client";
import { usePreferences } from "@/lib/preferences";
import { clock } from "@/lib/time";
import { lengthIn, temperatureIn } from "@/lib/units";
import { Chart } from "./Chart";
import { CutLabels } from "./CutLabels";
import { legend } from "./colours";
import { makeFilm, planReel, sampleAt } from "./film";
import { HeatSource } from "./HeatSource";
import { chooseScale, type Layout, layOut } from "./layout";
import { type Mark, MarkHandles } from "./MarkHandles";
import { Marks } from "./Marks";
import { NumbersTable } from "./NumbersTable";
import { paintCut, paintStrip } from "./paint";
import { paintSection, pictureAt } from "./section";
import { ThicknessHandle } from "./ThicknessHandle";
import { useWidth } from "./useWidth";

interface Props {
  plan: Plan;
  /** The whole cross-section, once it has come for this very plan. */
  section: Section | null;
  family: Method["family"];
  medium: string;
  skin: boolean;
  thicknessMm: number;
  widthMm: number;
  oval: boolean;
  /** Whether back and belly are both drawn: a whole round fish on its side. */
  isWhole: boolean;
  isDragging: boolean;
  isHeatFromAbove: boolean;
  /** Time under the cursor, s; at "out" when null. */
  moment: number | null;
  onMoment: (seconds: number) => void;
  onThickness: (mm: number, done: boolean) => void;
  onMark: (mark: Mark, seconds: number, done: boolean) => void;
}

/** The cut beside the strip, the lines below them, and the marks: drawn from the simulation. */
export function PlanPicture(props: Props) {
  const { plan, section, family, medium, skin, thicknessMm, widthMm, oval, isWhole, isDragging } =
    props;
  const { onMoment, onThickness, onMark } = props;
  const { preferences } = usePreferences();
  const [frame, width] = useWidth<HTMLDivElement>();
  const strip = useRef<HTMLCanvasElement>(null);
  const cut = useRef<HTMLCanvasElement>(null);
  const [heldScale, setHeldScale] = useState<number | null>(null);

  const film = useMemo(() => makeFilm(planReel(plan)), [plan]);
  // While a mark is dragged the time axis stays where it is.
  const [heldEnd, setHeldEnd] = useState<number | null>(null);
  const endS = heldEnd ?? film.endS;
  const scale = heldScale ?? chooseScale(thicknessMm, width, isWhole ? widthMm : null);
  const layout = useMemo(
    () => layOut(width, thicknessMm, widthMm, scale, isWhole),
    [width, thicknessMm, widthMm, scale, isWhole],
  );
  const moment = Math.min(props.moment ?? plan.pull_s, film.endS);
  const x = scaleLinear([0, endS], [layout.strip.x, layout.strip.x + layout.strip.width]);
  const { cut: cutBox, strip: stripBox } = layout;

  // A quarter of the pixels while something is dragged: the frame rate matters more.
  const grain = isDragging ? 2 : 1;
  useLayoutEffect(() => {
    if (strip.current && width > 0) {
      const [across, up] = [stripBox.width / grain, stripBox.height / grain];
      paintStrip(strip.current, film, Math.ceil(across), Math.ceil(up), endS);
    }
  }, [film, width, stripBox.width, stripBox.height, endS, grain]);
  useLayoutEffect(() => {
    if (!cut.current || width === 0) return;
    if (section) paintSection(cut.current, section, moment, layout, film.aimC);
    else {
      paintCut(cut.current, film, moment, cutBox.width, cutBox.height, {
        oval,
        halfWidth: cutBox.halfWidth,
      });
    }
  }, [film, section, moment, width, layout, cutBox, oval]);

  const follow = (clientX: number) => {
    const box = frame.current?.getBoundingClientRect();
    if (!box) return;
    const seconds = x.invert(clientX - box.left);
    onMoment(Math.min(film.endS, Math.max(0, seconds)));
  };
  const length = lengthIn(preferences);
  const sample = sampleAt(film, moment);
  const core = plan.series.core_c[sample] ?? 0;
  const temperature = temperatureIn(preferences);
  const isWide = width > 600;
  const seen = section?.side_opaque_share[pictureAt(section, moment)];
  const inside = section?.middle_opaque_share[pictureAt(section, moment)];
  const percent = (share: number) => `${Math.round(share * 100)} %`;
  const colours = (
    <ul
      aria-label="Colours"
      className={
        isWide
          ? "absolute left-0 grid grid-cols-2 gap-x-4 gap-y-0.5 text-sm"
          : "flex flex-wrap gap-x-3 text-sm"
      }
      style={isWide ? { top: layout.chart.y + 2, width: layout.strip.x - 60 } : undefined}
    >
      {legend(film.aimC).map(({ state, css }) => (
        <li key={state} className="flex items-center gap-1">
          <span
            aria-hidden
            className="inline-block size-3 rounded-xs border border-base-content/40"
            style={{ background: css }}
          />
          {state}
        </li>
      ))}
    </ul>
  );
  return (
    <div>
      <div ref={frame} className="relative w-full select-none" style={{ height: layout.height }}>
        {width > 0 && (
          <>
            <canvas
              ref={strip}
              aria-hidden
              className="absolute rounded-sm"
              style={{
                left: stripBox.x,
                top: stripBox.y,
                width: stripBox.width,
                height: stripBox.height,
              }}
            />
            <canvas
              ref={cut}
              aria-hidden
              className="absolute"
              style={{ left: cutBox.x, top: cutBox.y }}
            />
            <svg
              className="absolute inset-0"
              width={layout.width}
              height={layout.height}
              role="img"
              aria-label={`Inside of the fish over time: turned ${
                plan.flip_s == null ? "never" : `at ${clock(plan.flip_s)}`
              }, out at ${clock(plan.pull_s)}, the core peaks at ${temperature.show(plan.core_peak_c).toFixed(0)} ${temperature.unit}. A table of the numbers follows.`}
            >
              <HeatSource
                family={family}
                layout={layout}
                isResting={moment > plan.pull_s + 0.5}
                isFromAbove={props.isHeatFromAbove}
              />
              {isWhole ? (
                <Backbone section={section} layout={layout} />
              ) : (
                <CutLabels film={film} sample={sample} layout={layout} skin={skin} />
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
            <div
              className="absolute cursor-col-resize touch-pan-y"
              style={{
                left: stripBox.x,
                top: stripBox.y,
                width: stripBox.width,
                height: layout.axisY - stripBox.y,
              }}
              onPointerDown={(event) => {
                follow(event.clientX);
              }}
              onPointerMove={(event) => {
                if (event.pointerType === "mouse" || event.buttons > 0) follow(event.clientX);
              }}
            />
            {isWide && colours}
            <MarkHandles
              plan={plan}
              layout={layout}
              x={x}
              onGrab={() => {
                setHeldEnd(Math.max(film.endS, plan.latest_s * 1.1));
              }}
              onDrag={(mark, seconds) => {
                onMark(mark, seconds, false);
              }}
              onDrop={(mark, seconds) => {
                setHeldEnd(null);
                onMark(mark, seconds, true);
              }}
            />
            <ThicknessHandle
              layout={layout}
              thicknessMm={thicknessMm}
              label={`${length.show(thicknessMm).toFixed(length.digits)} ${length.unit}`}
              onGrab={() => {
                setHeldScale(scale);
              }}
              onDrag={(mm) => {
                onThickness(mm, false);
              }}
              onDrop={(mm) => {
                setHeldScale(null);
                onThickness(mm, true);
              }}
            />
          </>
        )}
      </div>
      <div className="flex flex-wrap items-center gap-x-5 gap-y-1 pt-1">
        <input
          type="range"
          aria-label="Moment"
          className="range range-xs block [--range-fill:0]"
          style={{ marginLeft: layout.strip.x, width: layout.strip.width, maxWidth: "none" }}
          min={0}
          max={Math.round(film.endS)}
          step={1}
          value={Math.round(moment)}
          aria-valuetext={clock(moment)}
          onChange={(event) => {
            onMoment(Number(event.target.value));
          }}
        />
        {!isWide && colours}
        {seen != null && inside != null && family !== "oven" && (
          <p className="text-sm">
            At {clock(moment)} the side is opaque to <b>{percent(seen)}</b> of its height; inside,{" "}
            <b>{percent(inside)}</b> is set.
          </p>
        )}
        <NumbersTable plan={plan} units={preferences} />
      </div>
    </div>
  );
}

interface BackboneProps {
  section: Section | null;
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
