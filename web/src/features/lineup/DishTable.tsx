import { Minus, Plus, X } from "lucide-react";
import { useState } from "react";
import type { LineUp } from "@/api/client";
import { dateOf, timeOf } from "@/kitchen/lineUps";
import { usePreferences } from "@/kitchen/preferences";
import { readTime } from "@/lib/time";
import { localise } from "@/lib/units";

interface Props {
  lineUp: LineUp;
  isBusy: boolean;
  onServe: (dishes: string[], serveS: number) => void;
  onServings: (dish: string, servings: number) => void;
  onPrepared: (dish: string, prepared: boolean) => void;
  onRemove: (dish: string) => void;
}

const MOST_SERVINGS = 60;

/** Every dish with its servings and its moment. */
export function DishTable({ lineUp, isBusy, onServe, onServings, onPrepared, onRemove }: Props) {
  const { preferences } = usePreferences();
  return (
    <section aria-label="Dishes">
      <h2 className="font-bold font-display text-lg">Dishes</h2>
      <ul className="grid gap-2">
        {lineUp.dishes.map((dish) => (
          <li
            key={dish.id}
            className="flex flex-wrap items-center gap-x-3 gap-y-1 rounded-box border border-base-300 bg-base-100 px-3 py-1.5"
          >
            <span className="min-w-40 flex-1">
              <span className="block font-bold">{dish.name}</span>
              <span className="block text-sm">
                {dish.served_s == null
                  ? "It has no place in this kitchen then."
                  : localise(dish.standing, preferences)}
                {dish.notes.map((note) => ` ${localise(note, preferences)}`)}
              </span>
              {dish.cautions.length > 0 && (
                <span className="block text-secondary text-sm">
                  {dish.cautions.map((caution) => localise(caution, preferences)).join(" · ")}
                </span>
              )}
            </span>
            <label className="flex min-h-11 items-center gap-1.5 text-sm">
              <input
                type="checkbox"
                className="checkbox"
                aria-label={`${dish.name}: prepared`}
                disabled={isBusy}
                checked={lineUp.asked.find((d) => d.id === dish.id)?.prepared ?? false}
                onChange={(event) => {
                  onPrepared(dish.id, event.target.checked);
                }}
              />
              prepared
            </label>
            <fieldset className="join" aria-label={`Servings of ${dish.name}`}>
              <button
                type="button"
                className="btn btn-square join-item size-11"
                aria-label={`${dish.name}: fewer`}
                disabled={isBusy || dish.servings <= 1}
                onClick={() => {
                  onServings(dish.id, dish.servings - 1);
                }}
              >
                <Minus aria-hidden className="size-4" />
              </button>
              <span className="flex w-9 items-center justify-center bg-base-200 font-bold tabular-nums">
                {dish.servings}
              </span>
              <button
                type="button"
                className="btn btn-square join-item size-11"
                aria-label={`${dish.name}: more`}
                disabled={isBusy || dish.servings >= MOST_SERVINGS}
                onClick={() => {
                  onServings(dish.id, dish.servings + 1);
                }}
              >
                <Plus aria-hidden className="size-4" />
              </button>
            </fieldset>
            <ServeTime
              key={dish.serve_s}
              label={`${dish.name}: eaten at`}
              value={timeOf(lineUp, dish.serve_s)}
              onChange={(time) => {
                onServe([dish.id], secondsOf(lineUp, dish.serve_s, time));
              }}
            />
            <button
              type="button"
              className="btn btn-ghost btn-square size-11"
              aria-label={`${dish.name}: leave it out`}
              onClick={() => {
                onRemove(dish.id);
              }}
            >
              <X aria-hidden className="size-5" />
            </button>
          </li>
        ))}
      </ul>
    </section>
  );
}

/** A time of day near another moment of a line-up, s. */
function secondsOf(lineUp: LineUp, nearS: number, time: string): number {
  const [hours = 0, minutes = 0] = time.split(":").map(Number);
  const at = dateOf(lineUp, nearS);
  const wanted = new Date(at);
  wanted.setHours(hours, minutes, 0, 0);
  const byS = (wanted.getTime() - at.getTime()) / 1000;
  const half = 12 * 3600;
  return nearS + (byS > half ? byS - 2 * half : byS < -half ? byS + 2 * half : byS);
}

function ServeTime(props: { label: string; value: string; onChange: (time: string) => void }) {
  const [draft, setDraft] = useState(props.value);
  const time = readTime(draft);
  const isWrong = draft !== props.value && time === null;
  const tell = () => {
    if (time !== null && draft !== props.value) props.onChange(time);
  };
  return (
    <input
      className="input h-11 w-22 text-center text-lg tabular-nums"
      inputMode="numeric"
      autoComplete="off"
      aria-label={props.label}
      aria-invalid={isWrong}
      title={isWrong ? "As 19:30" : undefined}
      value={draft}
      onChange={(event) => {
        setDraft(event.target.value);
      }}
      onFocus={(event) => {
        event.target.select();
      }}
      onBlur={tell}
      onKeyDown={(event) => {
        if (event.key === "Enter") event.currentTarget.blur();
      }}
    />
  );
}
