import { useState } from "react";
import { PX_PER_MM, usePreferences } from "@/kitchen/preferences";
import { lengthIn } from "@/lib/units";

/** Width of a bank card, mm. Source: ISO/IEC 7810, ID-1. */
const CARD_MM = 85.6;
/** A millimetre by the page's own inch, which no glass keeps to, px. */
const CSS_PX_PER_MM = 96 / 25.4;
/** Longest that is measured, mm. */
const LONGEST_MM = 70;
const HEIGHT = 56;

interface Props {
  thicknessMm: number;
  onChange: (mm: number) => void;
}

/** A ruler on the glass: the fish is laid on its edge beside the phone, and the mark is moved to its top. */
export function Ruler({ thicknessMm, onChange }: Props) {
  const { preferences, change } = usePreferences();
  const { pxPerMm } = preferences;
  const length = lengthIn(preferences);
  // While it is being set; nothing is kept before the cook says so.
  const [draft, setDraft] = useState<number | null>(pxPerMm === null ? CSS_PX_PER_MM : null);
  if (draft !== null || pxPerMm === null) {
    const now = draft ?? CSS_PX_PER_MM;
    return (
      <div className="flex gap-4">
        <div
          aria-hidden
          className="grid w-14 shrink-0 place-items-center rounded-md border-2 border-primary bg-base-200 text-xs [writing-mode:vertical-lr]"
          style={{ height: CARD_MM * now }}
        >
          a bank card
        </div>
        <div className="grid max-w-56 content-start gap-2">
          <p className="text-sm">
            A ruler on the glass, set once: lay the long edge of a bank card along the bar, and move
            the slider until both are as long.
          </p>
          <input
            type="range"
            aria-label="Length of a bank card on this glass"
            className="range range-sm w-full"
            min={PX_PER_MM.least}
            max={PX_PER_MM.most}
            step={0.02}
            value={now}
            onChange={(event) => {
              setDraft(Number(event.target.value));
            }}
          />
          <button
            type="button"
            className="btn min-h-11"
            onClick={() => {
              change({ pxPerMm: now });
              setDraft(null);
            }}
          >
            As long as the card
          </button>
        </div>
      </div>
    );
  }
  const ticks = Array.from({ length: LONGEST_MM + 1 }, (_, mm) => mm);
  return (
    <div className="grid gap-1">
      <div
        className="relative overflow-hidden"
        style={{ width: LONGEST_MM * pxPerMm, maxWidth: "82vw", height: HEIGHT }}
      >
        <svg aria-hidden width={LONGEST_MM * pxPerMm} height={HEIGHT} className="absolute inset-0">
          <rect
            width={thicknessMm * pxPerMm}
            height={HEIGHT}
            className="fill-primary"
            opacity={0.18}
          />
          {ticks.map((mm) => (
            <line
              key={mm}
              x1={mm * pxPerMm}
              x2={mm * pxPerMm}
              y1={0}
              y2={mm % 10 === 0 ? 26 : mm % 5 === 0 ? 18 : 10}
              className="stroke-base-content"
              strokeWidth={mm % 10 === 0 ? 1.5 : 0.75}
            />
          ))}
          {ticks
            .filter((mm) => mm % 10 === 0 && mm > 0)
            .map((mm) => (
              <text
                key={mm}
                x={mm * pxPerMm - 3}
                y={40}
                textAnchor="end"
                className="fill-base-content text-[12px]"
              >
                {length.show(mm).toFixed(length.digits)}
              </text>
            ))}
        </svg>
        <input
          type="range"
          aria-label="Thickness on the ruler"
          className="absolute inset-0 m-0 h-full w-full cursor-ew-resize opacity-0"
          min={0}
          max={LONGEST_MM}
          step={0.5}
          value={Math.min(LONGEST_MM, thicknessMm)}
          style={{ width: LONGEST_MM * pxPerMm }}
          onChange={(event) => {
            const mm = Number(event.target.value);
            if (mm >= 4) onChange(mm);
          }}
        />
      </div>
      <p className="flex items-center justify-between gap-3 text-sm">
        Lay the fish on its edge at 0 and touch where its top is.
        <button
          type="button"
          className="min-h-11 cursor-pointer underline"
          onClick={() => {
            setDraft(pxPerMm);
          }}
        >
          Set it anew
        </button>
      </p>
    </div>
  );
}
