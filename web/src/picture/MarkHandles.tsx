import { type PointerEvent, type RefObject, useRef } from "react";
import type { Plan } from "@/api/client";
import type { Scale } from "@/lib/scale";
import { clock } from "@/lib/time";
import type { Layout } from "./layout";

/** Latest moment that may be asked for, s. */
const LATEST_S = 14_400;
/** Turn and out keep this far apart, s. */
const GAP_S = 5;

export type Mark = "turn" | "out";

interface Props {
  /** The handles themselves, which a drag moves with every frame. */
  handles: Record<Mark, RefObject<HTMLDivElement | null>>;
  plan: Plan;
  layout: Layout;
  x: Scale;
  onGrab: () => void;
  onDrag: (mark: Mark, seconds: number) => void;
  onDrop: (mark: Mark, seconds: number) => void;
}

/** When the fish is turned, s, where it is turned just once. */
export const onlyTurn = (plan: Plan): number | undefined =>
  plan.turns_s.length === 1 ? plan.turns_s[0] : undefined;

/** The turn and out marks as handles: drag them, or use the arrow keys, to ask what would happen. */
export function MarkHandles(props: Props) {
  const { plan } = props;
  const turn = onlyTurn(plan);
  return (
    <>
      {turn !== undefined && (
        <MarkHandle {...props} mark="turn" at={turn} least={GAP_S} most={plan.pull_s - GAP_S} />
      )}
      <MarkHandle
        {...props}
        mark="out"
        at={plan.pull_s}
        least={(turn ?? 0) + GAP_S}
        most={LATEST_S}
      />
    </>
  );
}

interface HandleProps extends Props {
  mark: Mark;
  at: number;
  least: number;
  most: number;
}

const STEPS: Record<string, number> = {
  ArrowRight: 5,
  ArrowUp: 5,
  ArrowLeft: -5,
  ArrowDown: -5,
  PageUp: 30,
  PageDown: -30,
};

function MarkHandle(props: HandleProps) {
  const { handles, layout, x, onGrab, onDrag, onDrop, mark, at, least, most } = props;
  const grip = useRef<number | null>(null);
  const clamp = (seconds: number) => Math.round(Math.min(most, Math.max(least, seconds)));
  const frame = (event: PointerEvent) =>
    event.currentTarget.parentElement?.getBoundingClientRect().left ?? 0;
  const drop = () => {
    const held = grip.current;
    grip.current = null;
    if (held !== null) onDrop(mark, held);
  };
  return (
    <div
      ref={handles[mark]}
      role="slider"
      tabIndex={0}
      aria-label={mark === "turn" ? "Turn at" : "Out at"}
      aria-valuemin={0}
      aria-valuemax={LATEST_S}
      aria-valuenow={Math.round(at)}
      aria-valuetext={clock(at)}
      className="group absolute grid w-11 -translate-x-1/2 cursor-ew-resize touch-none place-items-center"
      style={{ left: x(at), top: layout.strip.y + layout.strip.height - 15, height: 44 }}
      onPointerDown={(event) => {
        event.currentTarget.setPointerCapture(event.pointerId);
        grip.current = Math.round(at);
        onGrab();
      }}
      onPointerMove={(event) => {
        if (grip.current === null) return;
        grip.current = clamp(x.invert(event.clientX - frame(event)));
        onDrag(mark, grip.current);
      }}
      onPointerUp={drop}
      onPointerCancel={drop}
      onKeyDown={(event) => {
        const by = STEPS[event.key];
        if (by === undefined) return;
        event.preventDefault();
        onDrop(mark, clamp(at + by));
      }}
    >
      <span
        aria-hidden
        className={`h-6 w-3.5 rounded-sm border-2 border-base-100 shadow group-hover:scale-110 ${
          mark === "out" ? "bg-secondary" : "bg-neutral"
        }`}
      />
    </div>
  );
}
