/** As fine as a cook can use a clock: to 5 s under ten minutes, to 15 s under half an hour, to the minute. */
function usable(seconds: number): number {
  const step = seconds < 600 ? 5 : seconds < 1800 ? 15 : 60;
  return Math.max(0, Math.round(seconds / step) * step);
}

/** Seconds as m:ss, as a cook can use them. */
export function clock(seconds: number): string {
  const whole = usable(seconds);
  return `${Math.floor(whole / 60)}:${String(whole % 60).padStart(2, "0")}`;
}

/** Seconds as they are counted down, where hands wait for them: to the second; of hours, to the minute. */
export function counted(seconds: number): string {
  const whole = Math.abs(Math.round(seconds));
  if (whole >= 6000) return `${Math.floor(whole / 3600)} h ${Math.floor((whole % 3600) / 60)}`;
  return `${Math.floor(whole / 60)}:${String(whole % 60).padStart(2, "0")}`;
}

/** Seconds as a reader says them. */
export function spoken(seconds: number): string {
  const whole = usable(seconds);
  if (whole < 100) return `${whole} s`;
  return `${clock(whole)} min`;
}

/** Reads "m:ss" or whole minutes as seconds. */
export function readClock(text: string): number | null {
  const match = /^\s*(\d{1,3})(?::([0-5]?\d))?\s*$/.exec(text);
  if (!match) return null;
  return Number(match[1]) * 60 + Number(match[2] ?? 0);
}

/** A wait as a cook says it: seconds, minutes, hours. */
export function wait(seconds: number): string {
  if (seconds < 100) return `${Math.round(seconds)} s`;
  const minutes = Math.round(seconds / 60);
  if (minutes < 100) return `${minutes} min`;
  if (minutes < 48 * 60) return `${Math.round(minutes / 30) / 2} h`;
  return `${Math.round(minutes / 144) / 10} days`;
}

/** The next time a kitchen clock shows hh:mm. */
export function nextAt(hhmm: string, now: Date): Date {
  const [hours = 0, minutes = 0] = hhmm.split(":").map(Number);
  const at = new Date(now);
  at.setHours(hours, minutes, 0, 0);
  if (at < now) at.setDate(at.getDate() + 1);
  return at;
}

const two = (value: number) => String(value).padStart(2, "0");

/** A moment as hh:mm, with its day when that is not the day of `near`. */
export function timeOfDay(at: Date, near: Date): string {
  const time = `${two(at.getHours())}:${two(at.getMinutes())}`;
  if (at.toDateString() === near.toDateString()) return time;
  return `${at.toLocaleDateString("en-GB", { weekday: "short" })} ${time}`;
}

/** A moment on the kitchen's own clock, as 2026-11-25T19:30:00. */
export const civil = (at: Date): string =>
  `${at.getFullYear()}-${two(at.getMonth() + 1)}-${two(at.getDate())}T${two(at.getHours())}:${two(at.getMinutes())}:00`;

/** Reads a time of day, such as 19:30, 19.30 or 1930, as 19:30. */
export function readTime(text: string): string | null {
  const match = /^\s*([01]?\d|2[0-3])[:.h ]?([0-5]\d)\s*$/.exec(text);
  return match ? `${(match[1] ?? "").padStart(2, "0")}:${match[2]}` : null;
}
