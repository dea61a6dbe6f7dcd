import { useEffect, useRef } from "react";
import type { LineUp, LineUpStep } from "@/api/client";
import { allowSound, sound } from "./alarm";

/** A page that was asleep does not sound for what is longer past than this, s. */
const PAST_S = 10;

/** The steps that want a hand at a station; of every one where it is null or has none in this service. */
export function callsAt(lineUp: LineUp, station: string | null): LineUpStep[] {
  const wanted = lineUp.steps.filter((s) => s.hands_s > 0);
  const here = wanted.filter((s) => s.station === station);
  return here.length > 0 ? here : wanted;
}

/** Sounds as each step that wants a hand at this device's station begins. */
export function useCalls(
  lineUp: LineUp | undefined,
  nowS: number | null,
  { station, volume }: { station: string | null; volume: number },
) {
  const heardS = useRef<number | null>(null);
  useEffect(() => {
    if (!lineUp || nowS === null) {
      heardS.current = null;
      return;
    }
    const since = Math.max(heardS.current ?? nowS, nowS - PAST_S);
    heardS.current = nowS;
    const begun = callsAt(lineUp, station).find((s) => s.start_s > since && s.start_s <= nowS);
    if (begun) sound(begun.kind === "plate" ? "serve" : "turn", volume);
  }, [lineUp, nowS, station, volume]);
  useEffect(() => {
    // Browsers let a page sound once it was touched.
    document.addEventListener("pointerdown", allowSound);
    return () => {
      document.removeEventListener("pointerdown", allowSound);
    };
  }, []);
}
