import { Check, Minus, Plus } from "lucide-react";
import { useState } from "react";
import type { Remark, Verdict } from "@/api/client";
import { usePreferences } from "@/kitchen/preferences";
import { clock } from "@/lib/time";
import { lengthIn } from "@/lib/units";
import { Stepper } from "./Stepper";

interface Props {
  remark: Remark;
  /** Thickness as it was thought to be, mm. */
  thicknessMm: number;
  onSave: (remark: Remark) => void;
  isSaving: boolean;
  error?: string | undefined;
}

/** How it came out: word, sign and what it says. */
const VERDICTS: readonly (readonly [Verdict, string, typeof Plus])[] = [
  ["under", "Under", Plus],
  ["right", "Right", Check],
  ["over", "Over", Minus],
];

/** How much more or less would have done, s. */
const AMOUNTS_S = [10, 20, 30, 45, 60, 90, 120, 180];

/** Those, and what was said before. */
const amounts = (said: number | null | undefined): number[] =>
  said == null || AMOUNTS_S.includes(said) ? AMOUNTS_S : [...AMOUNTS_S, said].sort((a, b) => a - b);

const TIMES = { unit: "×", step: 1, digits: 0, show: (n: number) => n, read: Math.round };

const FAULTS = ["stuck", "torn", "pale", "scorched", "dry", "salty"] as const;

/** What a cook says of a cook: one tap for how it came out, the rest for whoever has the time. */
export function RemarkForm({ remark, thicknessMm, onSave, isSaving, error }: Props) {
  const { preferences } = usePreferences();
  const [said, setSaid] = useState(remark);
  const set = (part: Partial<Remark>) => {
    setSaid((now) => ({ ...now, ...part }));
  };
  const { verdict, faults = [] } = said;
  const isOff = verdict === "under" || verdict === "over";
  return (
    <form
      className="grid gap-3"
      onSubmit={(event) => {
        event.preventDefault();
        onSave({ ...said, by_s: isOff ? (said.by_s ?? null) : null });
      }}
    >
      <fieldset>
        <legend className="mb-1 font-bold">How did it come out?</legend>
        <div className="grid grid-cols-3 gap-2">
          {VERDICTS.map(([word, text, Icon]) => (
            <button
              key={word}
              type="button"
              aria-pressed={verdict === word}
              className={`btn h-auto min-h-16 flex-col gap-0 text-lg ${
                verdict === word ? "btn-neutral" : "border-base-300 bg-base-100"
              }`}
              onClick={() => {
                set({ verdict: verdict === word ? null : word });
              }}
            >
              <Icon aria-hidden className="size-5" />
              {text}
            </button>
          ))}
        </div>
      </fieldset>
      {isOff && (
        <fieldset>
          <legend className="mb-1 font-bold">
            How much {verdict === "under" ? "longer" : "less"} would have done?
          </legend>
          <div className="flex flex-wrap gap-1">
            {amounts(said.by_s).map((s) => (
              <button
                key={s}
                type="button"
                aria-pressed={said.by_s === s}
                className={`btn min-h-11 px-3 ${
                  said.by_s === s ? "btn-neutral" : "border-base-300 bg-base-100"
                }`}
                onClick={() => {
                  set({ by_s: said.by_s === s ? null : s });
                }}
              >
                {s < 60 ? `${s} s` : clock(s)}
              </button>
            ))}
          </div>
        </fieldset>
      )}
      <fieldset>
        <legend className="mb-1 font-bold">And was it</legend>
        <div className="flex flex-wrap gap-1">
          {FAULTS.map((fault) => (
            <button
              key={fault}
              type="button"
              aria-pressed={faults.includes(fault)}
              className={`btn min-h-11 px-3 font-normal ${
                faults.includes(fault) ? "btn-neutral" : "border-base-300 bg-base-100"
              }`}
              onClick={() => {
                set({
                  faults: faults.includes(fault)
                    ? faults.filter((other) => other !== fault)
                    : [...faults, fault],
                });
              }}
            >
              {fault}
            </button>
          ))}
        </div>
      </fieldset>
      <details>
        <summary className="flex min-h-11 cursor-pointer items-center underline decoration-dotted underline-offset-4">
          Thickness when cut, where it came from and for how much, old oil or stock, a note
        </summary>
        <div className="grid gap-3 pt-1">
          <Stepper
            label="Thickness when cut open"
            quantity={lengthIn(preferences)}
            value={said.real_thickness_mm ?? thicknessMm}
            onChange={(mm) => {
              set({ real_thickness_mm: Math.round(mm * 10) / 10 });
            }}
          />
          <label className="grid gap-1">
            <span className="font-bold">Where the fish came from</span>
            <input
              className="input h-11 w-full"
              maxLength={80}
              value={said.source ?? ""}
              onChange={(event) => {
                set({ source: event.target.value });
              }}
            />
          </label>
          <label className="grid gap-1">
            <span className="font-bold">What a kilo cost</span>
            <input
              className="input h-11 w-full"
              type="number"
              inputMode="decimal"
              min={0}
              max={10_000}
              step={0.01}
              value={said.price_kg ?? ""}
              onChange={(event) => {
                const price = event.target.valueAsNumber;
                set({ price_kg: Number.isFinite(price) ? price : null });
              }}
            />
          </label>
          <Stepper
            label="Its oil or stock had been cooked in"
            quantity={TIMES}
            value={said.uses ?? 0}
            onChange={(uses) => {
              if (uses >= 0 && uses <= 200) set({ uses });
            }}
          />
          <label className="grid gap-1">
            <span className="font-bold">Note</span>
            <textarea
              className="textarea w-full"
              maxLength={500}
              value={said.note ?? ""}
              onChange={(event) => {
                set({ note: event.target.value });
              }}
            />
          </label>
        </div>
      </details>
      {error && (
        <p role="alert" className="text-error">
          {error}. Nothing was lost: try again.
        </p>
      )}
      <button type="submit" className="btn btn-primary min-h-14 text-lg" disabled={isSaving}>
        Keep in the log
      </button>
    </form>
  );
}
