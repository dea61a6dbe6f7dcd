import { MoveVertical } from "lucide-react";
import { type PointerEvent, type RefObject, useRef } from "react";
import type { Layout } from "./layout";

interface Props {
  /** The handle itself, which a drag moves with every frame. */
  handle: RefObject<HTMLDivElement | null>;
  layout: Layout;
  thicknessMm: number;
  /** Thickness as written. */
  label: string;
  onGrab: () => void;
  onDrag: (mm: number) => void;
  onDrop: (mm: number) => void;
}

const LEAST_MM = 4;
const MOST_MM = 120;

/** Under the hand it moves with every pixel; let go, it stays at the nearest half millimetre. */
const HELD_STEPS_PER_MM = 10;
const STEPS_PER_MM = 2;

const clamp = (mm: number, steps = STEPS_PER_MM) =>
  Math.min(MOST_MM, Math.max(LEAST_MM, Math.round(mm * steps) / steps));

/** The top edge of the cut: drag it, or use the arrow keys, to say how thick the piece is. */
export function ThicknessHandle(props: Props) {
  const { handle, layout, thicknessMm, label, onGrab, onDrag, onDrop } = props;
  const grip = useRef<{ y: number; mm: number; last: number } | null>(null);
  const { cut } = layout;
  const move = (event: PointerEvent) => {
    const held = grip.current;
    if (!held) return;
    held.last = clamp(held.mm + (held.y - event.clientY) / layout.pxPerMm, HELD_STEPS_PER_MM);
    onDrag(held.last);
  };
  const drop = () => {
    const held = grip.current;
    if (!held) return;
    grip.current = null;
    onDrop(clamp(held.last));
  };
  return (
    <div
      ref={handle}
      role="slider"
      tabIndex={0}
      aria-label="Thickness: drag the top edge"
      aria-orientation="vertical"
      aria-valuemin={LEAST_MM}
      aria-valuemax={MOST_MM}
      aria-valuenow={thicknessMm}
      aria-valuetext={label}
      className="absolute flex h-11 w-11 cursor-ns-resize touch-none items-center justify-center"
      style={{ left: cut.x + cut.width * 0.45 - 22, top: cut.y - 22 }}
      onPointerDown={(event) => {
        event.currentTarget.setPointerCapture(event.pointerId);
        grip.current = { y: event.clientY, mm: thicknessMm, last: thicknessMm };
        onGrab();
      }}
      onPointerMove={move}
      onPointerUp={drop}
      onPointerCancel={drop}
      onKeyDown={(event) => {
        const by = {
          ArrowUp: 1,
          ArrowRight: 1,
          ArrowDown: -1,
          ArrowLeft: -1,
          PageUp: 5,
          PageDown: -5,
        }[event.key];
        if (by === undefined) return;
        event.preventDefault();
        onDrop(clamp(thicknessMm + by));
      }}
    >
      <span className="grid size-7 place-items-center rounded-full border-2 border-base-100 bg-primary text-primary-content shadow">
        <MoveVertical aria-hidden className="size-4" />
      </span>
    </div>
  );
}
