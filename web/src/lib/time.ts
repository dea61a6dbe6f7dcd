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
