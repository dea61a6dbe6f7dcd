import { useQuery } from "@tanstack/react-query";
import { BookOpenText, X } from "lucide-react";
import { Link } from "react-router";
import type { PlanRequest } from "@/api/client";
import { nextTimeQuery } from "@/kitchen/log";
import { usePreferences } from "@/kitchen/preferences";
import type { PlanDraft } from "@/lib/address";
import { clock } from "@/lib/time";
import { localise } from "@/lib/units";

interface Props {
  request: PlanRequest;
  draft: PlanDraft;
  onChange: (draft: PlanDraft) => void;
  isSettled: boolean;
  /** What this kitchen does with the plan, in a sentence. */
  kitchen: string | null | undefined;
}

/** So many dismissals are remembered; what is cooked after one brings its line back. */
const MOST_DISMISSED = 40;

/** What the kitchen is known to do, and what earlier cooks say: taken over, or not. */
export function FromTheLog({ request, draft, onChange, isSettled, kitchen }: Props) {
  const { preferences, change } = usePreferences();
  const { dismissed } = preferences;
  // Asked as if it had not been taken over yet.
  const { film_factor: taken, ...plain } = request;
  const { data } = useQuery(nextTimeQuery(plain, isSettled));
  const next = data?.next;
  const entries = data?.entries ?? [];
  const key = `${draft.piece.species} ${draft.method} ${entries[0]?.id ?? ""}`;
  const isTaken = taken != null && taken !== 1;
  const hasLine = next && (isTaken || !dismissed.includes(key));
  if (!kitchen && !hasLine && !isTaken) return null;
  return (
    <div className="mt-1 rounded-field bg-base-200 px-2 text-sm print:hidden">
      {kitchen && <p className="py-1">{localise(kitchen, preferences)}</p>}
      {hasLine && (
        <div className="flex items-center gap-x-2">
          <BookOpenText aria-hidden className="size-4 shrink-0" />
          <Link
            className="min-w-0 flex-1 text-[0.8rem] underline decoration-dotted underline-offset-4"
            to={`/log?species=${draft.piece.species}&method=${draft.method}`}
          >
            {isTaken
              ? `From the log: ${clock(Math.abs(next.later_s))} ${next.later_s > 0 ? "more" : "less"} than solved.`
              : next.line}
          </Link>
          {isTaken ? (
            <AsSolved draft={draft} onChange={onChange} />
          ) : (
            <>
              <button
                type="button"
                className="min-h-9 cursor-pointer whitespace-nowrap font-bold underline"
                onClick={() => {
                  onChange({ ...draft, film_factor: next.film_factor });
                }}
              >
                Do so
              </button>
              <button
                type="button"
                className="btn btn-ghost btn-square size-9"
                aria-label="Not this time"
                onClick={() => {
                  change({ dismissed: [...dismissed, key].slice(-MOST_DISMISSED) });
                }}
              >
                <X aria-hidden className="size-4" />
              </button>
            </>
          )}
        </div>
      )}
      {isTaken && !hasLine && (
        <p className="flex flex-wrap items-center gap-x-3">
          This plan goes by what the log said.
          <AsSolved draft={draft} onChange={onChange} />
        </p>
      )}
    </div>
  );
}

/** Back to what the solver has. */
function AsSolved({ draft, onChange }: Pick<Props, "draft" | "onChange">) {
  return (
    <button
      type="button"
      className="min-h-9 cursor-pointer whitespace-nowrap font-bold underline"
      onClick={() => {
        const { film_factor: _film, ...rest } = draft;
        onChange(rest);
      }}
    >
      As solved
    </button>
  );
}
