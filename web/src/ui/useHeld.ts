import { useEffect, useState } from "react";

/** A finger that rests longer than this holds nothing any more, ms. */
const LONGEST_MS = 2000;
/** The click of a finger that is up comes within this, ms. */
const CLICK_MS = 100;

/**
 * What is shown stays as it is from when a finger comes down until it is up: a row that the clock moves away in
 * between takes the tap with it, and a label that changes has the cook tell something else.
 */
export function useHeld<T>(latest: T): { shown: T; hold: () => void } {
  const [held, setHeld] = useState<{ value: T } | null>(null);
  useEffect(() => {
    if (!held) return;
    const letGo = () => {
      setHeld(null);
    };
    const afterClick = () => setTimeout(letGo, CLICK_MS);
    const longest = setTimeout(letGo, LONGEST_MS);
    window.addEventListener("pointerup", afterClick);
    window.addEventListener("pointercancel", letGo);
    return () => {
      clearTimeout(longest);
      window.removeEventListener("pointerup", afterClick);
      window.removeEventListener("pointercancel", letGo);
    };
  }, [held]);
  return {
    shown: held ? held.value : latest,
    hold: () => {
      setHeld({ value: latest });
    },
  };
}
