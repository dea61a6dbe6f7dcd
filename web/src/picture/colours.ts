/** An opaque colour, 0 to 255. */
type Rgb = readonly [number, number, number];

/**
 * Flesh by temperature, lightest at the target: under is cool and darker, over warm and darker, so
 * that neither can be mistaken for the other, in grey print and by colour-blind eyes too.
 */
const STOPS: readonly (readonly [number, Rgb])[] = [
  [-50, [52, 76, 104]],
  [-22, [76, 104, 132]],
  [-12, [118, 146, 168]],
  [-4, [196, 212, 218]],
  [0, [252, 248, 238]],
  [4, [246, 229, 190]],
  [10, [226, 178, 106]],
  [18, [186, 122, 60]],
  [48, [132, 78, 42]],
];
/** Dried crust: darkest of all, and a thing of its own. */
const CRUST: Rgb = [52, 28, 20];

const LEAST_C = -10;
const STEPS_PER_K = 4;
const SIZE = 130 * STEPS_PER_K;

function mix(offset: number): Rgb {
  const i = STOPS.findIndex(([at]) => at >= offset);
  const above = STOPS[i === -1 ? STOPS.length - 1 : i];
  const below = STOPS[Math.max(0, (i === -1 ? STOPS.length : i) - 1)];
  if (!above || !below) return CRUST;
  const span = above[0] - below[0];
  const share = span > 0 ? Math.min(1, Math.max(0, (offset - below[0]) / span)) : 0;
  const [a, b] = [below[1], above[1]];
  return [a[0] + (b[0] - a[0]) * share, a[1] + (b[1] - a[1]) * share, a[2] + (b[2] - a[2]) * share];
}

const pack = ([r, g, b]: Rgb): number =>
  ((255 << 24) | (Math.round(b) << 16) | (Math.round(g) << 8) | Math.round(r)) >>> 0;

/** Lighter grain in the crust, so that it differs from dry flesh by more than its darkness. */
const GRAIN: Rgb = [122, 74, 44];
const CRUST_PIXEL = pack(CRUST);
const GRAIN_PIXEL = pack(GRAIN);

/** Crust at a place of the picture: dark, with a grain. */
export const crustPixel = (x: number, y: number): number =>
  (x + 2 * y) % 5 === 0 ? GRAIN_PIXEL : CRUST_PIXEL;

/** Pixels by temperature (ABGR, as a canvas stores it on every common machine). */
interface Palette {
  table: Uint32Array;
  /** The pixel of a temperature, °C. */
  pixel: (celsius: number) => number;
}

let palette: (Palette & { aimC: number }) | null = null;

/** Colours that centre on a target; the last ones are kept. */
export function fleshPalette(aimC: number): Palette {
  if (palette?.aimC === aimC) return palette;
  const table = new Uint32Array(SIZE);
  for (let i = 0; i < SIZE; i++) table[i] = pack(mix(LEAST_C + i / STEPS_PER_K - aimC));
  const pixel = (celsius: number) => table[placeOf(celsius)] ?? CRUST_PIXEL;
  palette = { aimC, table, pixel };
  return palette;
}

/** Place of a temperature in a palette's table. */
export function placeOf(celsius: number): number {
  const i = ((celsius - LEAST_C) * STEPS_PER_K + 0.5) | 0;
  return i < 0 ? 0 : i < SIZE ? i : SIZE - 1;
}

/** States of the flesh by the hottest it has been, relative to the target. */
const STATES: readonly (readonly [number, string])[] = [
  [-12, "raw"],
  [-3, "setting"],
  [3, "right"],
  [10, "flaky"],
  [18, "firm"],
  [Number.POSITIVE_INFINITY, "well done"],
];

export function stateOf(celsius: number, aimC: number): string {
  return STATES.find(([below]) => celsius - aimC < below)?.[1] ?? "well done";
}

/** Whether words on this state are dark. */
export const isLight = (state: string): boolean =>
  state === "right" || state === "setting" || state === "flaky";

/** Colours of the states for a legend, in order. */
export function legend(aimC: number): { state: string; css: string }[] {
  const middles = [-18, -7, 0, 7, 14, 30];
  const { pixel } = fleshPalette(aimC);
  const css = (value: number) => `rgb(${value & 255} ${(value >> 8) & 255} ${(value >> 16) & 255})`;
  return [
    ...STATES.map(([, state], i) => ({ state, css: css(pixel(aimC + (middles[i] ?? 0))) })),
    { state: "crust", css: css(CRUST_PIXEL) },
  ];
}
