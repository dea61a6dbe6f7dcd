import { Timer } from "lucide-react";
import { useState } from "react";
import { useTick } from "@/lib/useTick";

const shown = (seconds: number) =>
  `${Math.floor(seconds / 60)}:${String(Math.floor(seconds % 60)).padStart(2, "0")}`;

/** Times a moment by hand: one press starts, the next one stops and tells the seconds. */
export function StopClock({ onStop }: { onStop: (seconds: number) => void }) {
  const [since, setSince] = useState<number | null>(null);
  const press = () => {
    if (since === null) {
      setSince(performance.now());
    } else {
      onStop(Math.max(1, Math.round((performance.now() - since) / 1000)));
      setSince(null);
    }
  };
  return (
    <button
      type="button"
      className={`btn mt-1.5 min-h-11 tabular-nums ${since === null ? "" : "btn-accent"}`}
      onClick={press}
    >
      <Timer aria-hidden className="size-4" />
      {since === null ? "Start the clock" : <Running since={since} />}
    </button>
  );
}

function Running({ since }: { since: number }) {
  const now = useTick();
  return <>Stop at {shown(Math.max(0, (now - since) / 1000))}</>;
}
