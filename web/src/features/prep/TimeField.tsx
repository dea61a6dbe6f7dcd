import { useState } from "react";
import { readTime } from "@/lib/time";

interface Props {
  /** As 19:30. */
  value: string;
  onChange: (value: string) => void;
}

/** A time of day on a kitchen's 24-hour clock: 19:30, 1930 and 19.30 are the same. */
export function TimeField({ value, onChange }: Props) {
  const [draft, setDraft] = useState<string | null>(null);
  const isWrong = draft !== null && readTime(draft) === null;
  return (
    <div className="grid gap-1">
      <label htmlFor="heat-at" className="font-bold">
        Into the heat at
      </label>
      <input
        id="heat-at"
        className="input h-11 w-28 text-center text-lg"
        inputMode="numeric"
        autoComplete="off"
        value={draft ?? value}
        aria-invalid={isWrong}
        aria-describedby={isWrong ? "heat-at-error" : undefined}
        onChange={(event) => {
          setDraft(event.target.value);
          const time = readTime(event.target.value);
          if (time !== null) onChange(time);
        }}
        onBlur={() => {
          setDraft(null);
        }}
      />
      {isWrong && (
        <p id="heat-at-error" role="alert" className="text-error text-sm">
          As 19:30.
        </p>
      )}
    </div>
  );
}
