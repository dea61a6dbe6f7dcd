import {
  type RefObject,
  useCallback,
  useDeferredValue,
  useLayoutEffect,
  useMemo,
  useRef,
  useState,
} from "react";
import type { CutFace, Method, Plan } from "@/api/client";
import { usePreferences } from "@/kitchen/preferences";
import { clock } from "@/lib/time";
import { lengthIn } from "@/lib/units";
import { useNowAndThen } from "@/lib/useNowAndThen";
import { useWidth } from "@/lib/useWidth";
import { legend } from "./colours";
import { Drawing } from "./Drawing";
import { Flank } from "./Flank";
import { type Grip, type Live, type Parts, timeScale, useFollow } from "./follow";
import { chooseScale, layOut } from "./layout";
import { type Mark, MarkHandles } from "./MarkHandles";
import { NumbersTable } from "./NumbersTable";
import { paintCut, paintStrip } from "./paint";
import { paintSection } from "./section";
import { makeStrip, planReel } from "./strip";
import { ThicknessHandle } from "./ThicknessHandle";

interface Props {
  plan: Plan;
  /** The whole cross-section, once it has come for this very plan. */
  section: CutFace | null;
  family: Method["family"];
  medium: string;
  skin: boolean;
  thicknessMm: number;
  widthMm: number;
  oval: boolean;
  /** Whether back and belly are both drawn: a whole round fish on its side. */
  isWhole: boolean;
  isDragging: boolean;
  /** What a drag has come to, ahead of `plan` and `thicknessMm`. */
  live: RefObject<Live>;
  isHeatFromAbove: boolean;
  /** Time under the cursor, s; at "out" when null. */
  moment: number | null;
  onMoment: (seconds: number) => void;
  onThickness: (mm: number, done: boolean) => void;
  onMark: (mark: Mark, seconds: number, done: boolean) => void;
}

/** How often labels, lines and marks are drawn anew during a drag, ms. */
const DRAWING_UPDATE_MS = 150;

function useParts(): Parts {
  return {
    strip: useRef<HTMLCanvasElement>(null),
    cut: useRef<HTMLCanvasElement>(null),
    edge: useRef<HTMLDivElement>(null),
    turn: useRef<HTMLDivElement>(null),
    out: useRef<HTMLDivElement>(null),
  };
}

/** The cut beside the strip, the lines below them, and the marks: drawn from the simulation. */
export function PlanPicture(props: Props) {
  const { section, family, medium, skin, widthMm, oval, isWhole, isDragging } = props;
  const { onMoment, onThickness, onMark } = props;
  const { preferences } = usePreferences();
  const [frame, width] = useWidth<HTMLDivElement>();
  const parts = useParts();
  const { strip, cut } = parts;
  const [grip, setGrip] = useState<Grip | null>(null);
  // What is written over strip and cut follows a drag at a pace of its own, ahead of the page.
  const [ahead, setAhead] = useState<Pick<Props, "plan" | "thicknessMm"> | null>(null);
  const { plan, thicknessMm } = (isDragging && ahead) || props;
  const { later } = useNowAndThen(DRAWING_UPDATE_MS);
  const onAnswer = useCallback(
    (plan: Plan, thicknessMm: number) => {
      later(() => {
        setAhead({ plan, thicknessMm });
      });
    },
    [later],
  );

  const flesh = useMemo(() => makeStrip(planReel(plan)), [plan]);
  // While a mark is dragged the time axis stays where it is; the scale does with every drag.
  const endS = grip?.holdsTime ? grip.endS : flesh.endS;
  const scale = grip?.layout.pxPerMm ?? chooseScale(thicknessMm, width, isWhole ? widthMm : null);
  const layout = useMemo(
    () => layOut(width, thicknessMm, widthMm, scale, isWhole),
    [width, thicknessMm, widthMm, scale, isWhole],
  );
  const moment = Math.min(props.moment ?? plan.pull_s, flesh.endS);
  const x = timeScale(layout, endS);
  // Where a drag began: it moves strip, cut and handles from there.
  const stand = grip ?? { layout, plan, endS };
  const { cut: cutBox, strip: stripBox } = stand.layout;
  // What is written over strip and cut comes as time allows.
  const drawn = useDeferredValue(
    useMemo(
      () => ({ plan, section, flesh, layout, endS, moment, thicknessMm }),
      [plan, section, flesh, layout, endS, moment, thicknessMm],
    ),
  );

  const piece = { widthMm, oval, isWhole, moment: props.moment };
  useFollow(props.live, parts, isDragging ? grip : null, piece, onAnswer);
  useLayoutEffect(() => {
    if (isDragging || !strip.current || width === 0) return;
    paintStrip(strip.current, flesh, Math.ceil(stripBox.width), Math.ceil(stripBox.height), endS);
  }, [strip, flesh, width, stripBox, endS, isDragging]);
  useLayoutEffect(() => {
    if (isDragging || !cut.current || width === 0) return;
    if (section) paintSection(cut.current, section, moment, layout, flesh.aimC);
    else paintCut(cut.current, flesh, moment, layout.cut, layout.cut.height, oval);
  }, [cut, flesh, section, moment, width, layout, oval, isDragging]);

  const follow = (clientX: number) => {
    const box = frame.current?.getBoundingClientRect();
    if (!box) return;
    const seconds = x.invert(clientX - box.left);
    onMoment(Math.min(flesh.endS, Math.max(0, seconds)));
  };
  // A drag leaves the slider for later too.
  const shown = isDragging ? drawn.moment : moment;
  const length = lengthIn(preferences);
  const isWide = width > 600;
  const colours = (
    <ul aria-label="Colours" className="flex flex-wrap gap-x-3 text-sm">
      {legend(flesh.aimC).map(({ state, css }) => (
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
  // What is sealed in, or stays in its skin all round, shows nothing on its side.
  const flank = section && !isWhole && family !== "oven" && !isDragging && (
    <Flank plan={plan} section={section} thicknessMm={thicknessMm} widthMm={widthMm} skin={skin} />
  );
  return (
    <div>
      <div ref={frame} className="relative w-full select-none" style={{ height: layout.height }}>
        {width > 0 && (
          <>
            <canvas
              ref={strip}
              aria-hidden
              className="absolute origin-top rounded-sm [image-rendering:pixelated]"
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
              className="absolute origin-top [image-rendering:pixelated]"
              style={{
                left: cutBox.x,
                top: cutBox.y,
                width: cutBox.width,
                height: cutBox.height,
              }}
            />
            <Drawing
              {...drawn}
              family={family}
              medium={medium}
              skin={skin}
              isWhole={isWhole}
              isHeatFromAbove={props.isHeatFromAbove}
            />
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
            {isWide && (
              <div
                className="absolute left-0"
                style={{ top: layout.chart.y - 6, width: layout.strip.x - 44 }}
              >
                {flank}
              </div>
            )}
            <MarkHandles
              handles={parts}
              plan={stand.plan}
              layout={stand.layout}
              x={timeScale(stand.layout, stand.endS)}
              onGrab={() => {
                setAhead(null);
                const room = Math.max(flesh.endS, plan.latest_s * 1.1);
                setGrip({ layout, plan, endS: room, holdsTime: true });
              }}
              onDrag={(mark, seconds) => {
                onMark(mark, seconds, false);
              }}
              onDrop={(mark, seconds) => {
                setGrip(null);
                onMark(mark, seconds, true);
              }}
            />
            <ThicknessHandle
              handle={parts.edge}
              layout={stand.layout}
              thicknessMm={thicknessMm}
              label={`${length.show(thicknessMm).toFixed(length.digits)} ${length.unit}`}
              onGrab={() => {
                setAhead(null);
                setGrip({ layout, plan, endS, holdsTime: false });
              }}
              onDrag={(mm) => {
                onThickness(mm, false);
              }}
              onDrop={(mm) => {
                setGrip(null);
                onThickness(mm, true);
              }}
            />
          </>
        )}
      </div>
      <div className="flex flex-wrap items-center gap-x-5 gap-y-1 pt-1 print:hidden">
        <input
          type="range"
          aria-label="Moment"
          className="range range-xs block [--range-fill:0]"
          style={{ marginLeft: layout.strip.x, width: layout.strip.width, maxWidth: "none" }}
          min={0}
          max={Math.round(drawn.flesh.endS)}
          step={1}
          value={Math.round(shown)}
          aria-valuetext={clock(shown)}
          onChange={(event) => {
            onMoment(Number(event.target.value));
          }}
        />
        {colours}
        {!isWide && flank}
        <NumbersTable plan={drawn.plan} units={preferences} />
      </div>
    </div>
  );
}
