import { useEffect, useRef } from "react";
import type { LineUp } from "@/api/client";
import { allowSound, sound } from "./alarm";

/** A page that was asleep does not sound for what is longer past than this, s. */
const PAST_S = 10;

/** Sounds as each step that wants a hand begins. */
export function useCalls(lineUp: LineUp | undefined, nowS: number | null, volume: number) {
  const heardS = useRef<number | null>(null);
  useEffect(() => {
    if (!lineUp || nowS === null) {
      heardS.current = null;
      return;
    }
    const since = Math.max(heardS.current ?? nowS, nowS - PAST_S);
    heardS.current = nowS;
    const begun = lineUp.steps.find((s) => s.hands_s > 0 && s.start_s > since && s.start_s <= nowS);
    if (begun) sound(begun.kind === "plate" ? "serve" : "turn", volume);
  }, [lineUp, nowS, volume]);
  useEffect(() => {
    // Browsers let a page sound once it was touched.
    document.addEventListener("pointerdown", allowSound);
    return () => {
      document.removeEventListener("pointerdown", allowSound);
    };
  }, []);
}
