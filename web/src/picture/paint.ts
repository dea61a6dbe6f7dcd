import { crustPixel, fleshPalette, placeOf } from "./colours";
import { type Film, sampleAt } from "./film";

/** Paints the strip: time to the right up to `endS`, thickness up. */
export function paintStrip(
  canvas: HTMLCanvasElement,
  film: Film,
  width: number,
  height: number,
  endS: number,
) {
  const image = prepare(canvas, width, height);
  if (!image) return;
  const { context, data, pixels } = image;
  const { table } = fleshPalette(film.aimC);
  const rows = rowsOf(film.rows, height);
  const mixed = new Float32Array(film.rows);
  for (let x = 0; x < width; x++) {
    const seconds = ((x + 0.5) / width) * endS;
    if (seconds > film.endS) break;
    const i = sampleAt(film, seconds);
    const isLast = i + 1 >= film.times.length;
    // Columns on either side of a turn show different sides up: nothing lies between them.
    const j = isLast || film.isTurned[i] !== film.isTurned[i + 1] ? i : i + 1;
    const from = film.times[i] ?? 0;
    const share = j === i ? 0 : (seconds - from) / ((film.times[j] ?? 1) - from);
    const [a, b] = [film.hottest[i], film.hottest[j]];
    if (!a || !b) continue;
    for (let r = 0; r < mixed.length; r++) {
      const low = a[r] ?? 0;
      mixed[r] = low + share * ((b[r] ?? 0) - low);
    }
    const below = (film.crustBelow[i] ?? 0) * height;
    const above = (film.crustAbove[i] ?? 0) * height;
    for (let y = 0; y < height; y++) {
      pixels[y * width + x] =
        height - 1 - y < below || y < above
          ? crustPixel(x, y)
          : (table[placeOf(between(mixed, rows, y))] ?? 0);
    }
  }
  context.putImageData(data, 0, 0);
}

/** Where each pixel row falls between the rows of a film: the lower row and the share of the next. */
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

interface CutShape {
  /** Oval pieces heat all round. */
  oval: boolean;
  /** Half width of the whole piece, px; more than the canvas when it is cropped. */
  halfWidth: number;
}

/** Paints one moment of the cut: its right edge is the middle of the piece. */
export function paintCut(
  canvas: HTMLCanvasElement,
  film: Film,
  seconds: number,
  width: number,
  height: number,
  shape: CutShape,
) {
  const image = prepare(canvas, width, height);
  if (!image) return;
  const { context, data, pixels } = image;
  const { pixel: colour } = fleshPalette(film.aimC);
  const i = sampleAt(film, seconds);
  const column = film.hottest[i];
  if (!column) return;
  const crust = [(film.crustBelow[i] ?? 0) * height, (film.crustAbove[i] ?? 0) * height] as const;
  const roundUp = film.isTurned[i] === true;
  const half = height / 2;
  const rows = rowsOf(film.rows, height);
  for (let y = 0; y < height; y++) {
    const up = height - 0.5 - y;
    const level = between(column, rows, y);
    // How far the outline is drawn in at this height: round above, nearly square below.
    const fromMiddle = Math.abs(up - half) / half;
    const isUpper = up > half;
    const edge = shape.oval
      ? shape.halfWidth * (1 - Math.sqrt(Math.max(0, 1 - fromMiddle * fromMiddle)))
      : height * (isUpper === roundUp ? 0.1 : 0.42) * fromMiddle ** (isUpper === roundUp ? 6 : 3);
    const start = shape.oval ? Math.max(0, edge - (shape.halfWidth - width)) : edge;
    for (let x = Math.ceil(start); x < width; x++) {
      let at = up;
      let celsius = level;
      if (shape.oval) {
        const across = (width - x) / shape.halfWidth;
        const radius = Math.min(1, Math.hypot(across, fromMiddle));
        at = isUpper ? half + radius * half : half - radius * half;
        celsius = mixRow(column, (at / height) * film.rows - 0.5);
      }
      pixels[y * width + x] =
        at < crust[0] || height - at < crust[1] ? crustPixel(x, y) : colour(celsius);
    }
  }
  context.putImageData(data, 0, 0);
}

function prepare(canvas: HTMLCanvasElement, width: number, height: number) {
  if (canvas.width !== width) canvas.width = width;
  if (canvas.height !== height) canvas.height = height;
  const context = canvas.getContext("2d");
  if (!context || width < 1 || height < 1) return null;
  const data = context.createImageData(width, height);
  return { context, data, pixels: new Uint32Array(data.data.buffer) };
}
