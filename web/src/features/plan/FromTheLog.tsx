import { useQuery } from "@tanstack/react-query";
import { BookOpenText } from "lucide-react";
import { useState } from "react";
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

/** What was dismissed, in this session. */
const dismissed = new Set<string>();

/** What the kitchen is known to do, and what earlier cooks say: taken over, or not. */
export function FromTheLog({ request, draft, onChange, isSettled, kitchen }: Props) {
  const { preferences } = usePreferences();
  // Asked as if it had not been taken over yet.
  const { film_factor: taken, ...plain } = request;
  const { data } = useQuery(nextTimeQuery(plain, isSettled));
  const [, setGone] = useState(0);
  const next = data?.next;
  const entries = data?.entries ?? [];
  const key = `${draft.piece.species} ${draft.method} ${entries[0]?.id ?? ""}`;
  const isTaken = taken != null && taken !== 1;
  const hasLine = next && (isTaken || !dismissed.has(key));
  if (!kitchen && !hasLine && !isTaken) return null;
  return (
    <div className="mt-1.5 rounded-field bg-base-200 px-3 pt-1.5 text-sm last:pb-0 print:hidden">
      {kitchen && <p className="pb-1.5">{localise(kitchen, preferences)}</p>}
      {hasLine && (
        <div className="flex flex-wrap items-center gap-x-4">
          <span className="w-full">
            <BookOpenText aria-hidden className="mr-1.5 inline size-4 align-text-bottom" />
            {isTaken
              ? `From the log: ${clock(Math.abs(next.later_s))} ${next.later_s > 0 ? "more" : "less"} than solved.`
              : next.line}
          </span>
          {isTaken ? (
            <button
              type="button"
              className="min-h-9 cursor-pointer font-bold underline"
              onClick={() => {
                const { film_factor: _film, ...rest } = draft;
                onChange(rest);
              }}
            >
              As solved
            </button>
          ) : (
            <>
              <button
                type="button"
                className="min-h-9 cursor-pointer font-bold underline"
                onClick={() => {
                  onChange({ ...draft, film_factor: next.film_factor });
                }}
              >
                Do so
              </button>
              <button
                type="button"
                className="min-h-9 cursor-pointer underline"
                onClick={() => {
                  dismissed.add(key);
                  setGone((n) => n + 1);
                }}
              >
                Not this time
              </button>
            </>
          )}
          <Link
            className="flex min-h-9 items-center underline"
            to={`/log?species=${draft.piece.species}&method=${draft.method}`}
          >
            Which cooks
          </Link>
        </div>
      )}
      {isTaken && !hasLine && (
        <p className="flex flex-wrap items-center gap-x-3">
          This plan goes by what the log said.
          <button
            type="button"
            className="min-h-9 cursor-pointer font-bold underline"
            onClick={() => {
              const { film_factor: _film, ...rest } = draft;
              onChange(rest);
            }}
          >
            As solved
          </button>
        </p>
      )}
    </div>
  );
}
