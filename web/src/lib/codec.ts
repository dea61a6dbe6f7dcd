/** One word of an address: how it reads and writes. What does not read counts as left out. */
export interface Word<T> {
  read: (text: string) => T | undefined;
  write: (value: T) => string | null;
}

/** Longest id and most entries of a list that an address may carry. */
const LONGEST_ID = 60;
const MOST_ENTRIES = 60;

const isId = (text: string) => text.length <= LONGEST_ID && /^[a-z0-9_]+$/.test(text);

/** The name of something in the catalogue. */
export const id: Word<string> = {
  read: (text) => (isId(text) ? text : undefined),
  write: (value) => value || null,
};

/** A number, to the hundredth. */
export const figure: Word<number> = {
  read: (text) => {
    const value = text.trim() === "" ? Number.NaN : Number(text);
    return Number.isFinite(value) ? value : undefined;
  },
  write: (value) => String(Math.round(value * 100) / 100),
};

/** A whole number. */
export const whole: Word<number> = {
  read: (text) => {
    const value = figure.read(text);
    return value === undefined ? undefined : Math.round(value);
  },
  write: (value) => String(Math.round(value)),
};

/** Yes, or left out. */
export const yes: Word<boolean> = {
  read: (text) => (text === "yes" ? true : undefined),
  write: (value) => (value ? "yes" : null),
};

/** Two words for true and false. */
export const either = (on: string, off: string): Word<boolean> => ({
  read: (text) => (text === on ? true : text === off ? false : undefined),
  write: (value) => (value ? on : off),
});

/** One of a few ids. */
export const oneOf = <T extends string>(known: readonly T[]): Word<T> => ({
  read: (text) => known.find((word) => word === text),
  write: (value) => value,
});

/** Ids in a row. */
export const ids: Word<string[]> = {
  read: (text) => {
    const words = text.split(",").filter((word) => word !== "");
    return words.length <= MOST_ENTRIES && words.every(isId) ? words : undefined;
  },
  write: (value) => value.join(",") || null,
};

/** Pairs of ids in a row, such as `scales:off`. */
export const pairs: Word<Record<string, string>> = {
  read: (text) => {
    const entries = text
      .split(",")
      .slice(0, MOST_ENTRIES)
      .flatMap((pair) => {
        const [key = "", value = "", more] = pair.split(":");
        return more === undefined && isId(key) && isId(value) ? [[key, value] as const] : [];
      });
    return entries.length > 0 ? Object.fromEntries(entries) : undefined;
  },
  write: (value) =>
    Object.entries(value)
      .map(([key, word]) => `${key}:${word}`)
      .join(",") || null,
};

/** Words of an address by the field that they stand for; the name in the address comes first. */
export type Table<T> = { readonly [K in keyof T]?: readonly [string, Word<NonNullable<T[K]>>] };

/** Reads what an address says about the fields of a table. */
export function readWords<T extends object>(table: Table<T>, params: URLSearchParams): Partial<T> {
  const found: Partial<T> = {};
  for (const field of Object.keys(table) as (keyof T & string)[]) {
    const row = table[field];
    const text = row && params.get(row[0]);
    if (!row || typeof text !== "string") continue;
    const value: T[typeof field] | undefined = row[1].read(text);
    if (value !== undefined) found[field] = value;
  }
  return found;
}

/** Writes the fields of a table into an address; what is left out leaves its word out. */
export function writeWords<T extends object>(
  table: Table<T>,
  value: T,
  params: URLSearchParams,
): void {
  for (const field of Object.keys(table) as (keyof T & string)[]) {
    const row = table[field];
    if (!row) continue;
    const held = value[field];
    const text = held === undefined || held === null ? null : row[1].write(held);
    if (text === null) params.delete(row[0]);
    else params.set(row[0], text);
  }
}
