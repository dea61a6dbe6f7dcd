import { Check, Minus, Plus } from "lucide-react";
import type { Verdict } from "@/api/client";
import { clock } from "@/lib/time";

export const VERDICT_WORDS: Record<Verdict, string> = {
  under: "under",
  right: "right",
  over: "over",
};

const SIGNS = { under: Plus, right: Check, over: Minus };

/** The day of a moment, as a cook says it. */
export const dayOf = (at: string): string =>
  new Date(at).toLocaleDateString("en-GB", {
    weekday: "long",
    day: "numeric",
    month: "long",
  });

/** So much more or less would have been right. */
export const more = (offS: number): string =>
  `${clock(Math.abs(offS))} ${offS > 0 ? "more" : "less"}`;

/** Less than this is on time, s. */
const ON_TIME_S = 5;

/** How it came out, with its word and its sign, and how far off that was. */
export function VerdictMark({
  verdict,
  offS,
}: {
  verdict: Verdict | null | undefined;
  offS: number | null | undefined;
}) {
  const Icon = verdict ? SIGNS[verdict] : null;
  return (
    <span className="grid justify-items-end text-sm">
      {Icon && verdict ? (
        <b className="flex items-center gap-1">
          <Icon aria-hidden className="size-4" />
          {VERDICT_WORDS[verdict]}
        </b>
      ) : (
        <span>not said</span>
      )}
      {verdict !== "right" && offS != null && Math.abs(offS) >= ON_TIME_S && (
        <span>{more(offS)}</span>
      )}
    </span>
  );
}
