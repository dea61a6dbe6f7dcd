/** Where the parts of the picture are, px. */
export interface Layout {
  width: number;
  height: number;
  pxPerMm: number;
  cut: {
    x: number;
    y: number;
    width: number;
    height: number;
    halfWidth: number;
    /** Whether the whole width is drawn (a whole fish on its side), not only half of it. */
    isWhole: boolean;
    /** Left of this the side is drawn, right of it the middle; 0 where nothing is left out. */
    breakAt: number;
  };
  strip: { x: number; y: number; width: number; height: number };
  chart: { y: number; height: number };
  axisY: number;
}

/** Scales from which one is chosen, px per mm: few, so that it stays while a drag goes on. */
const SCALES = [2, 2.5, 3, 4, 5, 6, 7, 8, 10, 12, 16, 20];
const MARKS_HEIGHT = 46;
const SOURCE_HEIGHT = 30;
const BRACKET_HEIGHT = 26;
const CHART_HEIGHT = 104;
const AXIS_HEIGHT = 22;

/** A whole fish takes this share of the width, so that back and belly are in the picture. */
const WHOLE_SHARE = 0.42;
/** Where the drawing is broken, as a share of its width. */
const BREAK_SHARE = 0.4;

/** Largest scale at which the thickness fits, and the whole width of a whole fish. */
export function chooseScale(
  thicknessMm: number,
  width: number,
  wholeWidthMm: number | null,
): number {
  const room = width > 600 ? 236 : 170;
  const across = wholeWidthMm === null ? 0 : wholeWidthMm / (WHOLE_SHARE * width);
  return (
    SCALES.findLast((s) => s * thicknessMm <= room && s * across <= 1) ??
    (across > 0 ? 1 / across : 1.6)
  );
}

export function layOut(
  width: number,
  thicknessMm: number,
  widthMm: number,
  pxPerMm: number,
  isWhole: boolean,
): Layout {
  const isWide = width > 600;
  const height = Math.max(24, Math.round(thicknessMm * pxPerMm));
  const halfWidth = (widthMm / 2) * pxPerMm;
  const share = isWhole ? WHOLE_SHARE : isWide ? 0.25 : 0.27;
  const cutRoom = Math.round(share * width);
  const cutWidth = Math.round(Math.min(isWhole ? 2 * halfWidth : halfWidth, cutRoom));
  const isBroken = !isWhole && halfWidth > cutWidth + 1;
  const gap = isWide ? 42 : 28;
  const stripX = cutRoom + gap;
  const right = isWide ? 16 : 8;
  // The bed: the piece stands on it, whatever its height, and a drag leaves the rest in place.
  const bed = Math.max(height, isWide ? 200 : 140);
  const y = MARKS_HEIGHT + bed - height;
  const chartY = MARKS_HEIGHT + bed + SOURCE_HEIGHT + BRACKET_HEIGHT;
  return {
    width,
    height: chartY + CHART_HEIGHT + AXIS_HEIGHT,
    pxPerMm,
    cut: {
      x: cutRoom - cutWidth,
      y,
      width: cutWidth,
      height,
      halfWidth,
      isWhole,
      breakAt: isBroken ? BREAK_SHARE * cutWidth : 0,
    },
    strip: { x: stripX, y, width: Math.max(40, width - stripX - right), height },
    chart: { y: chartY, height: CHART_HEIGHT },
    axisY: chartY + CHART_HEIGHT,
  };
}
