/** A straight scale from one range of numbers to another, and back. */
export interface Scale {
  (value: number): number;
  invert: (shown: number) => number;
  /** Where it starts and ends, in what it is read in. */
  domain: readonly [number, number];
}

/** The scale that takes one range to the other; a range without length lands on its start. */
export function linear(
  domain: readonly [number, number],
  [from, to]: readonly [number, number],
): Scale {
  const [low, high] = domain;
  const slope = high === low ? 0 : (to - from) / (high - low);
  const scale = (value: number) => from + (value - low) * slope;
  const invert = (shown: number) => (slope === 0 ? low : low + (shown - from) / slope);
  return Object.assign(scale, { invert, domain });
}
