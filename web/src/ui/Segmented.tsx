import { useId } from "react";

interface Props<T extends string> {
  label: string;
  value: T;
  options: readonly (readonly [T, string])[];
  onChange: (value: T) => void;
  /** Label above; options in a column, or in a row that wraps. */
  stacked?: boolean | "row";
}

/** One choice of a few, all in view. */
export function Segmented<T extends string>({
  label,
  value,
  options,
  onChange,
  stacked,
}: Props<T>) {
  const name = useId();
  return (
    <fieldset
      className={
        stacked ? "grid gap-1" : "flex flex-wrap items-center justify-between gap-x-4 gap-y-1"
      }
    >
      <legend className="float-left font-bold">{label}</legend>
      <div
        className={
          stacked === "row"
            ? "join clear-both flex-wrap"
            : stacked
              ? "join join-vertical clear-both"
              : "join"
        }
      >
        {options.map(([option, text]) => (
          <label
            key={option}
            className={`btn join-item min-h-11 ${stacked === true ? "justify-start" : ""} ${
              option === value ? "btn-neutral" : "bg-base-100"
            } has-focus-visible:outline-3 has-focus-visible:outline-accent`}
          >
            <input
              type="radio"
              className="sr-only"
              name={name}
              checked={option === value}
              onChange={() => {
                onChange(option);
              }}
            />
            {text}
          </label>
        ))}
      </div>
    </fieldset>
  );
}
