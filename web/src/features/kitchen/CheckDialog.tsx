import { useState } from "react";
import type { Catalogue, CheckMade, CheckRow, Kitchen, OwnGear } from "@/api/client";
import { usePreferences } from "@/kitchen/preferences";
import { massIn, type Quantity, temperatureIn, type Units } from "@/lib/units";
import { Modal } from "@/ui/Modal";
import { Stepper } from "@/ui/Stepper";
import { useOpened } from "@/ui/useOpened";
import { CheckResult } from "./CheckResult";
import { useLearning } from "./queries";
import { StopClock } from "./StopClock";

interface Props {
  catalogue: Catalogue;
  kitchen: Kitchen;
  gear: OwnGear;
  /** Those that suit it; at least one. */
  checks: CheckRow[];
  onClose: () => void;
}

type Value = number | string;

const plain = (unit: string, step: number, digits: number): Quantity => ({
  unit,
  step,
  digits,
  show: (value) => value,
  read: (value) => value,
});
const LITRES = plain("l", 0.5, 1);
const SECONDS = plain("s", 5, 0);

function quantityOf(is: CheckRow["asks"][number]["is"], units: Units): Quantity {
  if (is === "temperature") return { ...temperatureIn(units), digits: 1 };
  if (is === "mass") return massIn(units);
  return is === "volume" ? LITRES : SECONDS;
}

/** What was made, from its figures: names with dots lie deeper, and numbers among them are places in a list. */
function madeOf(kind: string, values: Record<string, Value>): CheckMade {
  const made: Record<string, unknown> = { kind };
  for (const [path, value] of Object.entries(values)) {
    const names = path.split(".");
    let at = made;
    names.slice(0, -1).forEach((name, i) => {
      at[name] ??= /^\d+$/.test(names[i + 1] ?? "") ? [] : {};
      at = at[name] as Record<string, unknown>;
    });
    at[names.at(-1) ?? ""] = value;
  }
  // The catalogue's fields are the API's; a test of the core makes each of them.
  return made as CheckMade;
}

/** Leads through a check of a few minutes, and says what it found. */
export function CheckDialog({ catalogue, kitchen, gear, checks, onClose }: Props) {
  const dialog = useOpened(onClose);
  const { check } = useLearning();
  const [chosen, setChosen] = useState(0);
  const row = checks[chosen];
  if (!row) return null;
  return (
    <Modal ref={dialog} id="check" title={`Check ${gear.name}`}>
      {check.data ? (
        <CheckResult
          kitchen={kitchen}
          gear={gear}
          powerW={
            gear.power_w ?? catalogue.gear.find((g) => g.id === gear.like)?.power_w ?? undefined
          }
          check={check.data}
          onDone={() => dialog.current?.close()}
        />
      ) : (
        <div className="grid gap-4">
          {checks.length > 1 && (
            <fieldset className="flex flex-wrap gap-2">
              <legend className="sr-only">Which check</legend>
              {checks.map((other, place) => (
                <button
                  key={other.title}
                  type="button"
                  className={`btn min-h-11 ${place === chosen ? "btn-primary" : ""}`}
                  aria-pressed={place === chosen}
                  onClick={() => {
                    check.reset();
                    setChosen(place);
                  }}
                >
                  {other.title}
                </button>
              ))}
            </fieldset>
          )}
          <Figures
            key={row.title}
            row={row}
            oils={[
              ...(kitchen.oils ?? []).flatMap((own) =>
                catalogue.oils.filter((oil) => oil.id === own.oil),
              ),
              ...catalogue.oils.filter((oil) => !kitchen.oils?.some((own) => own.oil === oil.id)),
            ]}
            isPending={check.isPending}
            failure={check.error}
            onMade={(made) => {
              check.mutate({ gear: gear.id, made });
            }}
          />
        </div>
      )}
    </Modal>
  );
}

interface FiguresProps {
  row: CheckRow;
  /** The kitchen's own first. */
  oils: Catalogue["oils"];
  isPending: boolean;
  failure: ReturnType<typeof useLearning>["check"]["error"];
  onMade: (made: CheckMade) => void;
}

/** What to do, and the figures that come out. */
function Figures({ row, oils, isPending, failure, onMade }: FiguresProps) {
  const { preferences } = usePreferences();
  const [values, setValues] = useState<Record<string, Value>>(() =>
    Object.fromEntries(
      row.asks.map((ask) => [ask.field, ask.is === "oil" ? (oils[0]?.id ?? "") : ask.usual]),
    ),
  );
  const set = (field: string, value: Value) => {
    setValues((now) => ({ ...now, [field]: value }));
  };
  const wrong = (field: string) =>
    failure?.fields.find((f) => f.field === `made.${field}`)?.message;
  const isPlaced = row.asks.some((ask) => wrong(ask.field));
  return (
    <form
      className="grid gap-3"
      onSubmit={(event) => {
        event.preventDefault();
        onMade(madeOf(row.id, values));
      }}
    >
      <ol className="list-decimal space-y-1 pl-5">
        {row.steps.map((step) => (
          <li key={step}>{step}</li>
        ))}
      </ol>
      <p className="text-sm">About {row.minutes} minutes.</p>
      <div className="grid gap-x-5 gap-y-3 sm:grid-cols-2">
        {row.asks.map((ask) =>
          ask.is === "oil" ? (
            <label key={ask.field} className="grid gap-1">
              <span className="font-bold">{ask.label}</span>
              <select
                className="select h-11 w-full"
                value={values[ask.field]}
                onChange={(event) => {
                  set(ask.field, event.target.value);
                }}
              >
                {oils.map((oil) => (
                  <option key={oil.id} value={oil.id}>
                    {oil.name}
                  </option>
                ))}
              </select>
            </label>
          ) : (
            <div key={ask.field}>
              <Stepper
                label={ask.label}
                quantity={quantityOf(ask.is, preferences)}
                value={Number(values[ask.field])}
                error={wrong(ask.field)}
                onChange={(value) => {
                  set(ask.field, value);
                }}
              />
              {ask.is === "time" && (
                <StopClock
                  onStop={(seconds) => {
                    set(ask.field, seconds);
                  }}
                />
              )}
            </div>
          ),
        )}
      </div>
      {failure && !isPlaced && (
        <p role="alert" className="text-error">
          {failure.fields[0]?.message ?? failure.message}
        </p>
      )}
      <button type="submit" className="btn btn-primary min-h-14" disabled={isPending}>
        What does it say?
      </button>
    </form>
  );
}
