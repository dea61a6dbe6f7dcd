import { type RefObject, useLayoutEffect } from "react";
import type { Plan } from "@/api/client";
import { linear, type Scale } from "@/lib/scale";
import { type Layout, layOut } from "./layout";
import { onlyTurn } from "./MarkHandles";
import { paintCut, paintStrip } from "./paint";
import { makeStrip, planReel } from "./strip";

/** What a drag has come to: written as the hand moves and as answers come, read with every frame. */
export interface Live {
  /** Answers that have not been painted yet, oldest first. */
  answers: Plan[];
  thicknessMm: number;
}

/** What follows the hand with every frame, past React. */
export interface Parts {
  strip: RefObject<HTMLCanvasElement | null>;
  cut: RefObject<HTMLCanvasElement | null>;
  edge: RefObject<HTMLDivElement | null>;
  turn: RefObject<HTMLDivElement | null>;
  out: RefObject<HTMLDivElement | null>;
}

/** Where everything stood when a drag began. */
export interface Grip {
  layout: Layout;
  plan: Plan;
  /** End of the time axis, s. */
  endS: number;
  /** Whether the time axis stays as it is. */
  holdsTime: boolean;
}

/** What a drag leaves as it is. */
interface Piece {
  widthMm: number;
  oval: boolean;
  isWhole: boolean;
  /** Time of the cut, s; at "out" when null. */
  moment: number | null;
}

/** Rows of the canvases while something is dragged: the page stretches them. */
const DRAG_ROWS = { strip: 64, cut: 96 } as const;
/** Px across for one of the strip's columns while something is dragged. */
const DRAG_GRAIN = 3;

/** The time axis over the strip. */
export const timeScale = (layout: Layout, endS: number): Scale =>
  linear([0, endS], [layout.strip.x, layout.strip.x + layout.strip.width]);

function stretch(canvas: HTMLCanvasElement | null, from: Layout["strip"], to: Layout["strip"]) {
  if (canvas) {
    canvas.style.transform = `translateY(${to.y - from.y}px) scaleY(${to.height / from.height})`;
  }
}

function shift(handle: HTMLElement | null, x: number, y: number) {
  if (handle) handle.style.transform = `translate(${x}px, ${y}px)`;
}

/** Moves the parts from where they stood: a transform asks the page for no layout. */
function place(parts: Parts, from: Grip, layout: Layout, plan: Plan, endS: number) {
  stretch(parts.strip.current, from.layout.strip, layout.strip);
  stretch(parts.cut.current, from.layout.cut, layout.cut);
  shift(parts.edge.current, 0, layout.cut.y - from.layout.cut.y);
  const bottom = ({ strip }: Layout) => strip.y + strip.height;
  const down = bottom(layout) - bottom(from.layout);
  const [before, after] = [timeScale(from.layout, from.endS), timeScale(layout, endS)];
  shift(parts.out.current, after(plan.pull_s) - before(from.plan.pull_s), down);
  const [turned, turns] = [onlyTurn(from.plan), onlyTurn(plan)];
  if (turned !== undefined && turns !== undefined) {
    shift(parts.turn.current, after(turns) - before(turned), down);
  }
}

/**
 * Moves and paints strip, cut and handles while something is dragged: with every frame where the hand
 * is, with every answer what it says. React follows at its own pace with all the rest.
 */
export function useFollow(
  live: RefObject<Live>,
  { strip, cut, edge, turn, out }: Parts,
  grip: Grip | null,
  { widthMm, oval, isWhole, moment }: Piece,
  onAnswer: (plan: Plan, thicknessMm: number) => void,
) {
  useLayoutEffect(() => {
    if (!grip) return;
    const parts = { strip, cut, edge, turn, out };
    const { width, pxPerMm } = grip.layout;
    for (const part of [strip, cut, edge, turn, out]) {
      if (part.current) part.current.style.willChange = "transform";
    }
    let { plan, endS } = grip;
    live.current.answers = [];
    let frame = requestAnimationFrame(function show() {
      frame = requestAnimationFrame(show);
      const { answers, thicknessMm } = live.current;
      const layout = layOut(width, thicknessMm, widthMm, pxPerMm, isWhole);
      // One answer a frame: of two that came together the second is for the next.
      const next = answers.shift();
      if (next) {
        plan = next;
        const flesh = makeStrip(planReel(plan));
        if (!grip.holdsTime) endS = flesh.endS;
        const across = Math.ceil(layout.strip.width / DRAG_GRAIN);
        const at = Math.min(moment ?? plan.pull_s, flesh.endS);
        if (strip.current) paintStrip(strip.current, flesh, across, DRAG_ROWS.strip, endS);
        if (cut.current) paintCut(cut.current, flesh, at, layout.cut, DRAG_ROWS.cut, oval);
        onAnswer(plan, thicknessMm);
      }
      place(parts, grip, layout, plan, endS);
    });
    return () => {
      cancelAnimationFrame(frame);
      for (const part of [strip, cut, edge, turn, out]) {
        part.current?.style.removeProperty("transform");
        part.current?.style.removeProperty("will-change");
      }
    };
  }, [live, grip, strip, cut, edge, turn, out, widthMm, oval, isWhole, moment, onAnswer]);
}
