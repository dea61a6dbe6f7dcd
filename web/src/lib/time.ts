/** Seconds as m:ss. */
export function clock(seconds: number): string {
  const whole = Math.max(0, Math.round(seconds));
  return `${Math.floor(whole / 60)}:${String(whole % 60).padStart(2, "0")}`;
}

/** Seconds as a reader says them. */
export function spoken(seconds: number): string {
  const whole = Math.max(0, Math.round(seconds));
  if (whole < 100) return `${whole} s`;
  return `${clock(whole)} min`;
}

/** Reads "m:ss" or whole minutes as seconds. */
export function readClock(text: string): number | null {
  const match = /^\s*(\d{1,3})(?::([0-5]?\d))?\s*$/.exec(text);
  if (!match) return null;
  return Number(match[1]) * 60 + Number(match[2] ?? 0);
}
