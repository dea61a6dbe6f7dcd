import { crustPixel, fleshPixels } from "./colours";
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
  const colour = fleshPixels(film.aimC);
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
    const below = (film.crustBelow[i] ?? 0) * height;
    const above = (film.crustAbove[i] ?? 0) * height;
    for (let y = 0; y < height; y++) {
      const up = height - 1 - y;
      const pixel =
        up < below || y < above
          ? crustPixel(x, y)
          : colour(
              mixRow(a, ((up + 0.5) / height) * film.rows - 0.5) * (1 - share) +
                mixRow(b, ((up + 0.5) / height) * film.rows - 0.5) * share,
            );
      pixels[y * width + x] = pixel;
    }
  }
  context.putImageData(data, 0, 0);
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
  const colour = fleshPixels(film.aimC);
  const i = sampleAt(film, seconds);
  const column = film.hottest[i];
  if (!column) return;
  const crust = [(film.crustBelow[i] ?? 0) * height, (film.crustAbove[i] ?? 0) * height] as const;
  const roundUp = film.isTurned[i] === true;
  const half = height / 2;
  for (let y = 0; y < height; y++) {
    const up = height - 0.5 - y;
    // How far the outline is drawn in at this height: round above, nearly square below.
    const fromMiddle = Math.abs(up - half) / half;
    const isUpper = up > half;
    const edge = shape.oval
      ? shape.halfWidth * (1 - Math.sqrt(Math.max(0, 1 - fromMiddle * fromMiddle)))
      : height * (isUpper === roundUp ? 0.1 : 0.42) * fromMiddle ** (isUpper === roundUp ? 6 : 3);
    const start = shape.oval ? Math.max(0, edge - (shape.halfWidth - width)) : edge;
    for (let x = Math.ceil(start); x < width; x++) {
      let level = up;
      if (shape.oval) {
        const across = (width - x) / shape.halfWidth;
        const radius = Math.min(1, Math.hypot(across, fromMiddle));
        level = isUpper ? half + radius * half : half - radius * half;
      }
      pixels[y * width + x] =
        level < crust[0] || height - level < crust[1]
          ? crustPixel(x, y)
          : colour(mixRow(column, (level / height) * film.rows - 0.5));
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
