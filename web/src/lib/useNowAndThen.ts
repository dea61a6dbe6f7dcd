import { useCallback, useRef } from "react";

/** Does the last of many acts once in a while, or at once when told to catch up. */
export function useNowAndThen(everyMs: number) {
  const latest = useRef<(() => void) | null>(null);
  const catchUp = useCallback(() => {
    const act = latest.current;
    latest.current = null;
    act?.();
  }, []);
  const later = useCallback(
    (act: () => void) => {
      if (latest.current === null) setTimeout(catchUp, everyMs);
      latest.current = act;
    },
    [catchUp, everyMs],
  );
  return { later, catchUp };
}
