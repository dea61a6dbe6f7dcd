import { createContext, type ReactNode, use, useEffect, useMemo, useState } from "react";
import type { Units } from "./units";

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
}

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
};
const KEY = "cindo.preferences";

interface Store {
  preferences: Preferences;
  change: (part: Partial<Preferences>) => void;
}

const Context = createContext<Store | null>(null);

function read(): Preferences {
  try {
    const stored = JSON.parse(localStorage.getItem(KEY) ?? "{}") as Partial<Preferences>;
    return { ...DEFAULTS, ...stored };
  } catch {
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
  const store = useMemo(
    () => ({
      preferences,
      change: (part: Partial<Preferences>) => {
        setPreferences((now) => ({ ...now, ...part }));
      },
    }),
    [preferences],
  );
  return <Context value={store}>{children}</Context>;
}

export function usePreferences(): Store {
  const store = use(Context);
  if (!store) throw new Error("PreferencesProvider is missing");
  return store;
}
