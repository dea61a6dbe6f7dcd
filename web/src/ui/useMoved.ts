import { useEffect, useState } from "react";

/** A finger on its way does not see what moves within this, ms. */
const SETTLE_MS = 400;

/** Whether what stands in which place has just changed: a tap now was meant for what stood there before. */
export function useMoved(places: string): boolean {
  const [known, setKnown] = useState({ places, isMoved: false });
  if (known.places !== places) setKnown({ places, isMoved: true });
  useEffect(() => {
    if (!known.isMoved) return;
    const settled = setTimeout(() => {
      setKnown({ places: known.places, isMoved: false });
    }, SETTLE_MS);
    return () => {
      clearTimeout(settled);
    };
  }, [known]);
  return known.isMoved;
}
