import { memo, useState } from "react";
import type { BackwardsRequest } from "@/api/client";
import { usePreferences } from "@/kitchen/preferences";
import { toRequest } from "@/kitchen/requests";
import type { PlanDraft } from "@/lib/address";
import { clock, readClock } from "@/lib/time";
import { localise } from "@/lib/units";
import { Fold } from "@/ui/Fold";
import { useBackwards } from "./queries";

interface Props {
  /** First turn of the plan, s. */
  flipS: number | null;
  medium: string;
  draft: PlanDraft;
  onChange: (draft: PlanDraft) => void;
}

/** Questions from the other end: ready by then, already turned, fridge or bench. */
export const Backwards = memo(function Backwards({ flipS, medium, draft, onChange }: Props) {
  const { preferences } = usePreferences();
  const asked = useBackwards();
  const [ready, setReady] = useState("20:00");
  const [typed, setTurned] = useState<string | null>(null);
  const turned = typed ?? (flipS === null ? "" : clock(flipS));
  const [wrong, setWrong] = useState<string | null>(null);
  const ask = (question: BackwardsRequest["ask"]) => {
    const ready_s = readClock(ready);
    if (ready_s === null && question !== "tempered") {
      setWrong("Write the time as minutes and seconds, such as 20:00.");
      return;
    }
    setWrong(null);
    asked.mutate({ plan: toRequest(draft, preferences), ask: question, ready_s });
  };
  const failure = asked.error
    ? [asked.error.message, ...asked.error.fields.map((f) => f.message)].at(-1)
    : null;
  const complaint = wrong ?? failure;
  const canHeat = medium !== "Steam";
  return (
    <Fold
      id="backwards"
      title="Ask it from the other end"
      hint="What heat or thickness for a time, fridge or tempered, already turned"
      className="max-lg:order-6"
    >
      <div className="flex flex-wrap items-end gap-x-5 gap-y-3">
        <label className="grid gap-1">
          Ready to serve in
          <input
            className="input h-11 w-24 text-lg"
            inputMode="numeric"
            value={ready}
            onChange={(event) => {
              setReady(event.target.value);
            }}
          />
        </label>
        <div className="flex flex-wrap gap-2">
          {canHeat && (
            <button
              type="button"
              className="btn min-h-11 border-base-300 bg-base-100"
              onClick={() => {
                ask("heat");
              }}
            >
              What heat?
            </button>
          )}
          <button
            type="button"
            className="btn min-h-11 border-base-300 bg-base-100"
            onClick={() => {
              ask("thickness");
            }}
          >
            How thick to cut?
          </button>
          <button
            type="button"
            className="btn min-h-11 border-base-300 bg-base-100"
            onClick={() => {
              ask("tempered");
            }}
          >
            Fridge or tempered?
          </button>
        </div>
        {flipS !== null && (
          <form
            className="flex items-end gap-2"
            onSubmit={(event) => {
              event.preventDefault();
              const turn_s = readClock(turned);
              if (turn_s === null) setWrong("Write the turn as minutes and seconds, such as 3:10.");
              else {
                const { out_s: _out, ...rest } = draft;
                onChange({ ...rest, turn_s });
              }
            }}
          >
            <label className="grid gap-1">
              Already turned at
              <input
                className="input h-11 w-24 text-lg"
                inputMode="numeric"
                value={turned}
                onChange={(event) => {
                  setTurned(event.target.value);
                }}
              />
            </label>
            <button type="submit" className="btn min-h-11 border-base-300 bg-base-100">
              When out?
            </button>
          </form>
        )}
      </div>
      <div aria-live="polite" className="mt-2">
        {complaint && (
          <p role="alert" className="text-error">
            {localise(complaint, preferences)}
          </p>
        )}
        {asked.data && !complaint && (
          <p className="flex flex-wrap items-center gap-x-3">
            {localise(asked.data.sentence, preferences)}
            <button
              type="button"
              className="btn btn-ghost min-h-11 px-2 underline"
              onClick={() => {
                const { piece, medium_c } = asked.data.plan;
                onChange({
                  ...draft,
                  piece: {
                    ...draft.piece,
                    thickness_mm: piece.thickness_mm,
                    start_c: piece.start_c,
                  },
                  ...(medium_c == null ? {} : { medium_c }),
                });
              }}
            >
              Plan it so
            </button>
          </p>
        )}
      </div>
    </Fold>
  );
});
