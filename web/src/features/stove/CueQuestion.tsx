import type { Catalogue } from "@/api/client";
import type { Told } from "./Hands";
import type { HeardCook } from "./queries";

interface Props {
  cook: HeardCook;
  catalogue: Catalogue;
  elapsedS: number;
  onTell: (told: Told) => void;
}

/** What a cook sees and feels: only what this piece can show, and what the plan expects by now. */
export function CueQuestion({ cook, catalogue, elapsedS, onTell }: Props) {
  return (
    <div className="grid gap-3">
      <p>The framed ones are as planned by now. Tap what you find.</p>
      {cook.cues.map((row) => {
        const cue = catalogue.cues.find((c) => c.id === row.cue);
        const planned = row.stages.findLast((s) => s.from_s != null && s.from_s <= elapsedS);
        return (
          <fieldset key={row.cue}>
            <legend className="mb-1 font-bold">{cue?.name}</legend>
            <div className="flex flex-wrap gap-1.5">
              {row.stages.map((stage) => (
                <button
                  key={stage.value}
                  type="button"
                  className={`btn h-auto min-h-16 min-w-16 flex-1 px-2 ${
                    stage === planned ? "border-2 border-primary" : ""
                  }`}
                  onClick={() => {
                    onTell({ kind: "cue", cue: row.cue, value: stage.value });
                  }}
                >
                  {cue?.values.find((v) => v.id === stage.value)?.name}
                  {stage === planned && <span className="sr-only"> (as planned by now)</span>}
                </button>
              ))}
            </div>
          </fieldset>
        );
      })}
    </div>
  );
}
