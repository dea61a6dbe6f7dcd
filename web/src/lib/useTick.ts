import { useEffect, useState } from "react";

/** The page's steady clock, ms, four times a second. */
export function useTick(): number {
  const [now, setNow] = useState(() => performance.now());
  useEffect(() => {
    const timer = setInterval(() => {
      setNow(performance.now());
    }, 250);
    return () => {
      clearInterval(timer);
    };
  }, []);
  return now;
}
