import { Minus, Plus } from "lucide-react";
import { useId, useState } from "react";
import { format, type Quantity } from "@/lib/units";

interface Props {
  label: string;
  quantity: Quantity;
  /** In the inner unit. */
  value: number;
  onChange: (value: number) => void;
  error?: string | undefined;
  /** Room for three figures only. */
  narrow?: boolean;
}

const round = (value: number, step: number) => Math.round(value / step) * step;

/** A number with less and more, typed or stepped. What is typed stays as typed while typing. */
export function Stepper({ label, quantity, value, onChange, error, narrow }: Props) {
  const id = useId();
  const [draft, setDraft] = useState<string | null>(null);
  const shown = quantity.show(value).toFixed(quantity.digits);
  const nudge = (by: number) => {
    setDraft(null);
    onChange(quantity.read(round(quantity.show(value), quantity.step) + by * quantity.step));
  };
  return (
    <div className="grid gap-1">
      <label htmlFor={id} className="font-bold">
        {label}
      </label>
      <div className="join">
        <button
          type="button"
          className="btn btn-square join-item size-11"
          aria-label={`${label}: less`}
          onClick={() => {
            nudge(-1);
          }}
        >
          <Minus aria-hidden className="size-4" />
        </button>
        <input
          id={id}
          className={`input join-item h-11 text-center text-lg ${narrow ? "w-14 px-1" : "w-24"}`}
          inputMode="decimal"
          value={draft ?? shown}
          aria-invalid={error !== undefined}
          aria-describedby={error ? `${id}-error` : undefined}
          onChange={(event) => {
            setDraft(event.target.value);
            const typed = Number(event.target.value.replace(",", "."));
            if (event.target.value.trim() !== "" && Number.isFinite(typed)) {
              onChange(quantity.read(typed));
            }
          }}
          onBlur={() => {
            setDraft(null);
          }}
        />
        <button
          type="button"
          className="btn btn-square join-item size-11"
          aria-label={`${label}: more`}
          onClick={() => {
            nudge(1);
          }}
        >
          <Plus aria-hidden className="size-4" />
        </button>
        <span className="self-center pl-2">{quantity.unit}</span>
      </div>
      {draft !== null &&
        draft.trim() !== "" &&
        !Number.isFinite(Number(draft.replace(",", "."))) && (
          <p role="alert" className="text-error text-sm">
            Type a number, such as {format(quantity, value)}.
          </p>
        )}
      {error && (
        <p id={`${id}-error`} role="alert" className="max-w-64 text-error text-sm">
          {error}
        </p>
      )}
    </div>
  );
}
