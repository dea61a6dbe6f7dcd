import { crustPixel, fleshPalette, placeOf } from "./colours";
import type { Layout } from "./layout";
import { type Strip, sampleAt } from "./strip";

/** Paints the strip: time to the right up to `endS`, thickness up. */
export function paintStrip(
  canvas: HTMLCanvasElement,
  strip: Strip,
  width: number,
  height: number,
  endS: number,
) {
  const image = prepare(canvas, width, height);
  if (!image) return;
  const { context, data, pixels } = image;
  const { table } = fleshPalette(strip.aimC);
  const rows = rowsOf(strip.rows, height);
  const mixed = new Float32Array(strip.rows);
  for (let x = 0; x < width; x++) {
    const seconds = ((x + 0.5) / width) * endS;
    if (seconds > strip.endS) break;
    let i = sampleAt(strip, seconds);
    const isLast = i + 1 >= strip.times.length;
    // Columns on either side of a turn show different sides up: nothing lies between them, and the one
    // that is shown is the one on this side of the turn.
    const isTurn = !isLast && strip.isTurned[i] !== strip.isTurned[i + 1];
    const from0 = strip.times[i] ?? 0;
    if (isTurn && strip.turns.some((at) => from0 < at && at <= seconds)) i += 1;
    const j = isLast || isTurn ? i : i + 1;
    const from = strip.times[i] ?? 0;
    const share = j === i ? 0 : (seconds - from) / ((strip.times[j] ?? 1) - from);
    const [a, b] = [strip.hottest[i], strip.hottest[j]];
    if (!a || !b) continue;
    for (let r = 0; r < mixed.length; r++) {
      const low = a[r] ?? 0;
      mixed[r] = low + share * ((b[r] ?? 0) - low);
    }
    const below = (strip.crustBelow[i] ?? 0) * height;
    const above = (strip.crustAbove[i] ?? 0) * height;
    for (let y = 0; y < height; y++) {
      pixels[y * width + x] =
        height - 1 - y < below || y < above
          ? crustPixel(x, y)
          : (table[placeOf(between(mixed, rows, y))] ?? 0);
    }
  }
  context.putImageData(data, 0, 0);
}

/** Where each pixel row falls between the rows of a strip: the lower row and the share of the next. */
interface Rows {
  lower: Uint16Array;
  share: Float32Array;
}

function rowsOf(count: number, height: number): Rows {
  const lower = new Uint16Array(height);
  const share = new Float32Array(height);
  for (let y = 0; y < height; y++) {
    const at = Math.min(count - 1, Math.max(0, ((height - y - 0.5) / height) * count - 0.5));
    lower[y] = Math.floor(at);
    share[y] = at - Math.floor(at);
  }
  return { lower, share };
}

function between(column: Float32Array, rows: Rows, y: number): number {
  const i = rows.lower[y] ?? 0;
  const low = column[i] ?? 0;
  return low + (rows.share[y] ?? 0) * ((column[i + 1] ?? low) - low);
}

function mixRow(column: Float32Array, position: number): number {
  const last = column.length - 1;
  const at = Math.min(last, Math.max(0, position));
  const i = Math.floor(at);
  const share = at - i;
  const low = column[i] ?? 0;
  return share === 0 ? low : low + ((column[Math.min(last, i + 1)] ?? low) - low) * share;
}

/**
 * Paints one moment of the cut on a canvas of `height` rows, which may be stretched to the box.
 * Oval pieces heat all round.
 */
export function paintCut(
  canvas: HTMLCanvasElement,
  strip: Strip,
  seconds: number,
  box: Layout["cut"],
  height: number,
  isOval: boolean,
) {
  const { width } = box;
  const image = prepare(canvas, width, height);
  if (!image) return;
  const { context, data, pixels } = image;
  const { pixel: colour } = fleshPalette(strip.aimC);
  const i = sampleAt(strip, seconds);
  const column = strip.hottest[i];
  if (!column) return;
  const crust = [(strip.crustBelow[i] ?? 0) * height, (strip.crustAbove[i] ?? 0) * height] as const;
  const roundUp = strip.isTurned[i] === true;
  const half = height / 2;
  const middle = box.isWhole ? width / 2 : width;
  const rows = rowsOf(strip.rows, height);
  for (let y = 0; y < height; y++) {
    const up = height - 0.5 - y;
    const level = between(column, rows, y);
    // How far the outline is drawn in at this height: round above, nearly square below.
    const fromMiddle = Math.abs(up - half) / half;
    const isUpper = up > half;
    const edge = isOval
      ? box.halfWidth * (1 - Math.sqrt(Math.max(0, 1 - fromMiddle * fromMiddle)))
      : box.height *
        (isUpper === roundUp ? 0.1 : 0.42) *
        fromMiddle ** (isUpper === roundUp ? 6 : 3);
    const start = isOval ? Math.max(0, edge - (box.halfWidth - middle)) : edge;
    const end = box.isWhole ? width - start : width;
    for (let x = Math.ceil(start); x < end; x++) {
      let at = up;
      let celsius = level;
      if (isOval) {
        const across = (middle - x) / box.halfWidth;
        const radius = Math.min(1, Math.hypot(across, fromMiddle));
        at = isUpper ? half + radius * half : half - radius * half;
        celsius = mixRow(column, (at / height) * strip.rows - 0.5);
      }
      pixels[y * width + x] =
        at < crust[0] || height - at < crust[1] ? crustPixel(x, y) : colour(celsius);
    }
  }
  context.putImageData(data, 0, 0);
}

interface Sheet {
  context: CanvasRenderingContext2D;
  data: ImageData;
  pixels: Uint32Array;
}

/** The sheets that canvases were painted from last: a drag paints many of one size. */
const sheets = new WeakMap<HTMLCanvasElement, Sheet>();

/** An empty sheet for a canvas. */
function prepare(canvas: HTMLCanvasElement, width: number, height: number): Sheet | null {
  if (canvas.width !== width) canvas.width = width;
  if (canvas.height !== height) canvas.height = height;
  const old = sheets.get(canvas);
  if (old?.data.width === width && old.data.height === height) {
    old.pixels.fill(0);
    return old;
  }
  const context = canvas.getContext("2d");
  if (!context || width < 1 || height < 1) return null;
  const data = context.createImageData(width, height);
  const sheet = { context, data, pixels: new Uint32Array(data.data.buffer) };
  sheets.set(canvas, sheet);
  return sheet;
}
