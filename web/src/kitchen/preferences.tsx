import { createContext, type ReactNode, use, useEffect, useMemo, useState } from "react";
import type { Units } from "@/lib/units";

export interface Preferences extends Units {
  theme: "auto" | "light" | "dark";
  shortcuts: boolean;
  /** Doneness offered first: that of kitchens, or by the book. */
  house: "kitchen" | "book";
  /** Guests at risk: every plan by the book, and some fish not at all. */
  atRisk: boolean;
  /** Height of the kitchen above the sea, m. */
  altitudeM: number;
  /** Ids of the gear at hand; everything when null. */
  gear: readonly string[] | null;
  /** Width of the cook's finger, for judging thickness. */
  fingerMm: number;
  /** Pixels of this glass for a millimetre, once set with a bank card. */
  pxPerMm: number | null;
  /** Whether this device sounds at the stove, and whether it speaks. */
  sound: boolean;
  voice: boolean;
}

/** Pixels of the page for a millimetre, at least and at most, on any glass. */
export const PX_PER_MM = { least: 2.5, most: 9 };

const DEFAULTS: Preferences = {
  temperature: "C",
  length: "mm",
  mass: "g",
  theme: "auto",
  shortcuts: true,
  house: "kitchen",
  atRisk: false,
  altitudeM: 0,
  gear: null,
  fingerMm: 17,
  pxPerMm: null,
  sound: true,
  voice: false,
};
const KEY = "cindo.preferences";

/** What each preference may be; anything else that a browser gives back is as on the first day. */
const CHECKS: { [K in keyof Preferences]: (value: unknown) => boolean } = {
  temperature: among("C", "F"),
  length: among("mm", "in"),
  mass: among("g", "oz"),
  theme: among("auto", "light", "dark"),
  shortcuts: (value) => typeof value === "boolean",
  house: among("kitchen", "book"),
  atRisk: (value) => typeof value === "boolean",
  altitudeM: within(-430, 5500),
  gear: (value) =>
    value === null ||
    (Array.isArray(value) && value.every((id) => typeof id === "string" && id.length <= 60)),
  fingerMm: within(8, 30),
  sound: (value) => typeof value === "boolean",
  voice: (value) => typeof value === "boolean",
  pxPerMm: (value) => value === null || within(PX_PER_MM.least, PX_PER_MM.most)(value),
};

function among(...words: string[]) {
  return (value: unknown) => typeof value === "string" && words.includes(value);
}

function within(low: number, high: number) {
  return (value: unknown) => typeof value === "number" && value >= low && value <= high;
}

/** The preferences in a text that was kept; what does not read is as on the first day. */
export function readPreferences(text: string | null): Preferences {
  let stored: unknown;
  try {
    stored = JSON.parse(text ?? "{}");
  } catch {
    return DEFAULTS;
  }
  if (typeof stored !== "object" || stored === null) return DEFAULTS;
  const good = Object.entries(stored).filter(([key, value]) =>
    Object.hasOwn(CHECKS, key) ? CHECKS[key as keyof Preferences](value) : false,
  );
  return { ...DEFAULTS, ...(Object.fromEntries(good) as Partial<Preferences>) };
}

/** The doneness that this house offers first. */
export const houseDoneness = (preferences: Preferences): string =>
  preferences.house === "book" ? "by_the_book" : "medium";

interface Held {
  preferences: Preferences;
  change: (part: Partial<Preferences>) => void;
}

const Context = createContext<Held | null>(null);

function read(): Preferences {
  try {
    return readPreferences(localStorage.getItem(KEY));
  } catch {
    // A browser may keep nothing at all.
    return DEFAULTS;
  }
}

/** Keeps the cook's preferences in this browser. */
export function PreferencesProvider({ children }: { children: ReactNode }) {
  const [preferences, setPreferences] = useState(read);
  useEffect(() => {
    localStorage.setItem(KEY, JSON.stringify(preferences));
    const dark =
      preferences.theme === "dark" ||
      (preferences.theme === "auto" && matchMedia("(prefers-color-scheme: dark)").matches);
    document.documentElement.dataset.theme = dark ? "evening" : "lantern";
  }, [preferences]);
  const held = useMemo(
    () => ({
      preferences,
      change: (part: Partial<Preferences>) => {
        setPreferences((now) => ({ ...now, ...part }));
      },
    }),
    [preferences],
  );
  return <Context value={held}>{children}</Context>;
}

export function usePreferences(): Held {
  const held = use(Context);
  if (!held) throw new Error("PreferencesProvider is missing");
  return held;
}
