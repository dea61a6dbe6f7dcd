import {
  createContext,
  type ReactNode,
  use,
  useCallback,
  useEffect,
  useMemo,
  useState,
} from "react";
import type { Kitchen, PlanRequest } from "@/api/client";
import type { Units } from "@/lib/units";
import { useChangeKitchen, useKitchen } from "./kitchen";

/** The parts of pages that fold. */
const FOLDS = ["result", "backwards"] as const;
export type FoldId = (typeof FOLDS)[number];

/** What stays with this device. */
interface OfDevice extends Units {
  theme: "auto" | "light" | "dark";
  shortcuts: boolean;
  /** Width of the cook's finger, for judging thickness. */
  fingerMm: number;
  /** Pixels of this glass for a millimetre, once set with a bank card. */
  pxPerMm: number | null;
  /** Whether this device sounds at the stove, how loud, and whether it speaks. */
  sound: boolean;
  volume: "low" | "middle" | "full";
  voice: boolean;
  /** Id of the station that this device stands at in a service; every one when null. */
  station: string | null;
  /** Lines of the log that were dismissed: kind, way and the latest cook that they rested on. */
  dismissed: readonly string[];
  /** Which parts of pages are open. */
  opened: readonly FoldId[];
}

/** What the server keeps, so that every device agrees. */
interface OfKitchen {
  /** Doneness offered first: that of kitchens, or by the book. */
  house: "kitchen" | "book";
  /** Guests at risk: every plan by the book, and some fish not at all. */
  atRisk: boolean;
  /** Height of the kitchen above the sea, m. */
  altitudeM: number;
  /** Ids of the gear at hand; everything when null. */
  gear: readonly string[] | null;
}

export interface Preferences extends OfDevice, OfKitchen {
  /** What is known of this kitchen's own gear; nothing where it is as usual. */
  own: PlanRequest["kitchen"];
  /** From the pull until it is eaten here, s; the usual rest of each piece when null. */
  restS: number | null;
  /** A portion of fillet, g. */
  portionG: number;
  /** Allergens of tonight's guests. */
  allergens: readonly string[];
  /** The fat that is taken first; the usual one when null. */
  oil: string | null;
}

/** Pixels of the page for a millimetre, at least and at most, on any glass. */
export const PX_PER_MM = { least: 2.5, most: 9 };

const DEFAULTS: OfDevice = {
  temperature: "C",
  length: "mm",
  mass: "g",
  theme: "auto",
  shortcuts: true,
  fingerMm: 17,
  pxPerMm: null,
  sound: true,
  volume: "full",
  voice: false,
  station: null,
  dismissed: [],
  opened: [],
};
const KEY = "cindo.preferences";

/** What each preference may be; anything else that a browser gives back is as on the first day. */
const CHECKS: { [K in keyof OfDevice]: (value: unknown) => boolean } = {
  temperature: among("C", "F"),
  length: among("mm", "in"),
  mass: among("g", "oz"),
  theme: among("auto", "light", "dark"),
  shortcuts: (value) => typeof value === "boolean",
  fingerMm: within(8, 30),
  sound: (value) => typeof value === "boolean",
  volume: among("low", "middle", "full"),
  voice: (value) => typeof value === "boolean",
  station: (value) => value === null || (typeof value === "string" && value.length <= 60),
  dismissed: (value) => Array.isArray(value) && value.every((key) => typeof key === "string"),
  opened: (value) => Array.isArray(value) && value.every(among(...FOLDS)),
  pxPerMm: (value) => value === null || within(PX_PER_MM.least, PX_PER_MM.most)(value),
};

function among(...words: string[]) {
  return (value: unknown) => typeof value === "string" && words.includes(value);
}

function within(low: number, high: number) {
  return (value: unknown) => typeof value === "number" && value >= low && value <= high;
}

/** The preferences in a text that was kept; what does not read is as on the first day. */
export function readPreferences(text: string | null): OfDevice {
  let stored: unknown;
  try {
    stored = JSON.parse(text ?? "{}");
  } catch {
    return DEFAULTS;
  }
  if (typeof stored !== "object" || stored === null) return DEFAULTS;
  const good = Object.entries(stored).filter(([key, value]) =>
    Object.hasOwn(CHECKS, key) ? CHECKS[key as keyof OfDevice](value) : false,
  );
  return { ...DEFAULTS, ...(Object.fromEntries(good) as Partial<OfDevice>) };
}

/** The doneness that this house offers first. */
export const houseDoneness = (preferences: Preferences): string =>
  preferences.house === "book" ? "by_the_book" : "medium";

interface Held {
  preferences: Preferences;
  change: (part: Partial<OfDevice & OfKitchen>) => void;
}

/** A kitchen of which nothing is known. */
const USUAL: Kitchen = {
  name: "",
  altitude_m: 0,
  house: "kitchen",
  at_risk: false,
  portion_g: 170,
  gear: [],
  frozen: [],
  oils: [],
  allergens: [],
};

/** What plans need of a kitchen. */
function ofKitchen(kitchen: Kitchen) {
  const { gear = [], eye, scatter, rest_on, salting } = kitchen;
  const known = {
    ...(eye == null ? {} : { eye }),
    ...(scatter == null ? {} : { scatter }),
    ...(rest_on == null ? {} : { rest_on }),
    ...(salting == null ? {} : { salting }),
  };
  const isUsual = gear.length === 0 && Object.keys(known).length === 0;
  return {
    house: kitchen.house ?? "kitchen",
    atRisk: kitchen.at_risk ?? false,
    altitudeM: kitchen.altitude_m ?? 0,
    gear: kitchen.at_hand ?? null,
    own: isUsual ? null : { gear, ...known },
    restS: kitchen.rest_s ?? null,
    portionG: kitchen.portion_g ?? 170,
    allergens: kitchen.allergens ?? [],
    oil: kitchen.oils?.[0]?.oil ?? null,
  };
}

/** A kitchen with some of its settings changed. */
function changed(kitchen: Kitchen, part: Partial<OfKitchen>): Kitchen {
  const { at_hand: atHand, ...rest } = kitchen;
  const gear = part.gear === undefined ? (atHand ?? null) : part.gear;
  return {
    ...rest,
    ...(part.house === undefined ? {} : { house: part.house }),
    ...(part.atRisk === undefined ? {} : { at_risk: part.atRisk }),
    ...(part.altitudeM === undefined ? {} : { altitude_m: part.altitudeM }),
    ...(gear === null ? {} : { at_hand: [...gear] }),
  };
}

const Context = createContext<Held | null>(null);

function read(): OfDevice {
  try {
    return readPreferences(localStorage.getItem(KEY));
  } catch {
    // A browser may keep nothing at all.
    return DEFAULTS;
  }
}

/** Keeps what belongs to this device in its browser, and what belongs to the kitchen on the server. */
export function PreferencesProvider({ children }: { children: ReactNode }) {
  const [device, setDevice] = useState(read);
  const { kitchen, isSettled } = useKitchen();
  const { mutate } = useChangeKitchen();
  useEffect(() => {
    localStorage.setItem(KEY, JSON.stringify(device));
    const dark =
      device.theme === "dark" ||
      (device.theme === "auto" && matchMedia("(prefers-color-scheme: dark)").matches);
    document.documentElement.dataset.theme = dark ? "evening" : "lantern";
  }, [device]);
  const change = useCallback(
    ({ house, atRisk, altitudeM, gear, ...own }: Partial<OfDevice & OfKitchen>) => {
      if (Object.keys(own).length > 0) setDevice((now) => ({ ...now, ...own }));
      const part = { house, atRisk, altitudeM, gear };
      if (Object.values(part).some((value) => value !== undefined)) {
        mutate((now) => changed(now, part as Partial<OfKitchen>));
      }
    },
    [mutate],
  );
  const held = useMemo(
    () => ({ preferences: { ...device, ...ofKitchen(kitchen ?? USUAL) }, change }),
    [device, kitchen, change],
  );
  // A plan for a kitchen that is not known yet would be solved twice.
  return isSettled ? <Context value={held}>{children}</Context> : null;
}

export function usePreferences(): Held {
  const held = use(Context);
  if (!held) throw new Error("PreferencesProvider is missing");
  return held;
}
