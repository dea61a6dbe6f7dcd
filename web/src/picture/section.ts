import type { CutFace } from "@/api/client";
import { crustPixel, fleshPalette } from "./colours";
import type { Layout } from "./layout";

/** Index of the last picture at or before a time. */
export function pictureAt(section: CutFace, seconds: number): number {
  const i = section.time_s.findLastIndex((t) => t <= seconds + 0.5);
  return Math.max(0, i);
}

/** Millimetres across for a pixel of the cut: its right edge is the middle, or the belly. */
function acrossMm(layout: Layout, px: number): number {
  const { cut, pxPerMm } = layout;
  if (cut.isWhole) return px / pxPerMm - cut.halfWidth / pxPerMm;
  // Left of the break stands the side, right of it the middle.
  return px < cut.breakAt ? (cut.halfWidth - px) / pxPerMm : (cut.width - px) / pxPerMm;
}

/** Place between two cell centres for an even sampling of the cells. */
function places(edges: readonly number[]): (mm: number) => readonly [number, number] {
  const centres = edges.slice(1).map((edge, i) => (edge + (edges[i] ?? 0)) / 2);
  const last = centres.length - 1;
  return (mm) => {
    let i = centres.findIndex((c) => c > mm);
    if (i === -1) return [last, 0];
    if (i === 0) return [0, 0];
    i -= 1;
    const [a, b] = [centres[i] ?? 0, centres[i + 1] ?? 1];
    return [i, (mm - a) / (b - a)];
  };
}

/** Paints one moment of the cross-section, clipped by its outline. */
export function paintSection(
  canvas: HTMLCanvasElement,
  section: CutFace,
  seconds: number,
  layout: Layout,
  aimC: number,
) {
  const { cut, pxPerMm } = layout;
  const [width, height] = [cut.width, cut.height];
  if (canvas.width !== width) canvas.width = width;
  if (canvas.height !== height) canvas.height = height;
  const context = canvas.getContext("2d");
  const at = pictureAt(section, seconds);
  const [hottest, crust] = [section.hottest_c[at], section.crust[at]];
  if (!context || !hottest || !crust || width < 1 || height < 1) return;
  const isTurned = section.turns_s.filter((t) => t <= seconds + 1e-6).length % 2 === 1;
  const rows = section.height_edge_mm.length - 1;
  const columns = section.edge_mm.length - 1;
  const columnAt = places(section.edge_mm);
  const rowAt = places(section.height_edge_mm);
  const { pixel: colour } = fleshPalette(aimC);
  const image = context.createImageData(width, height);
  const pixels = new Uint32Array(image.data.buffer);
  const acrossOf = Array.from({ length: width }, (_, px) => columnAt(acrossMm(layout, px + 0.5)));
  for (let y = 0; y < height; y++) {
    const up = (height - 0.5 - y) / pxPerMm;
    const [row, rowShare] = rowAt(isTurned ? height / pxPerMm - up : up);
    const above = Math.min(rows - 1, row + 1);
    for (let x = 0; x < width; x++) {
      const [column, share] = acrossOf[x] ?? [0, 0];
      const right = Math.min(columns - 1, column + 1);
      const cell = (c: number, r: number) => hottest[c * rows + r] ?? 0;
      const nearest = (share < 0.5 ? column : right) * rows + (rowShare < 0.5 ? row : above);
      const low = cell(column, row) * (1 - share) + cell(right, row) * share;
      const high = cell(column, above) * (1 - share) + cell(right, above) * share;
      pixels[y * width + x] = crust[nearest]
        ? crustPixel(x, y)
        : colour(low * (1 - rowShare) + high * rowShare);
    }
  }
  context.putImageData(image, 0, 0);
  clip(context, section, layout, isTurned);
}

/** Keeps what lies inside the outline and outside the cavity. */
function clip(
  context: CanvasRenderingContext2D,
  section: CutFace,
  layout: Layout,
  isTurned: boolean,
) {
  const { cut, pxPerMm } = layout;
  const flip = (z: number) => (isTurned ? z * pxPerMm : cut.height - z * pxPerMm);
  const shape = (points: readonly number[][], x: (mm: number) => number) => {
    const path = new Path2D();
    points.forEach(([across, z], i) => {
      if (i === 0) path.moveTo(x(across ?? 0), flip(z ?? 0));
      else path.lineTo(x(across ?? 0), flip(z ?? 0));
    });
    path.closePath();
    return path;
  };
  // Within a stretch of the canvas, keeps the shape or takes it away.
  const cutOut = (
    from: number,
    to: number,
    how: "destination-in" | "destination-out",
    path: Path2D,
  ) => {
    context.save();
    context.beginPath();
    context.rect(from, 0, to - from, cut.height);
    context.clip();
    context.globalCompositeOperation = how;
    context.fill(path);
    context.restore();
  };
  if (cut.isWhole) {
    const across = (mm: number) => cut.halfWidth + mm * pxPerMm;
    cutOut(0, cut.width, "destination-in", shape(section.outline_mm, across));
    cutOut(0, cut.width, "destination-out", shape(section.cavity_mm, across));
    return;
  }
  // The middle is drawn from the right edge, the side from the left one, with the break between.
  const middle = shape(section.outline_mm, (mm) => cut.width - mm * pxPerMm);
  cutOut(cut.breakAt, cut.width, "destination-in", middle);
  if (cut.breakAt > 0) {
    const side = shape(section.outline_mm, (mm) => cut.halfWidth - mm * pxPerMm);
    cutOut(0, cut.breakAt, "destination-in", side);
  }
}
