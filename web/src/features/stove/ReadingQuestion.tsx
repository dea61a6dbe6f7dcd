import { useState } from "react";
import type { Catalogue } from "@/api/client";
import { usePreferences } from "@/kitchen/preferences";
import { temperatureIn } from "@/lib/units";
import { toast } from "@/ui/toast";
import { useTyped } from "@/ui/useTyped";
import { type HeardCook, useProbe, useReadingFile } from "./queries";

interface Props {
  cook: HeardCook;
  catalogue: Catalogue;
  onReading: (coreC: number, thermometer?: string) => void;
  onClose: () => void;
}

/** What the core is at: typed, from a file, or from the simulated probe. */
export function ReadingQuestion({ cook, catalogue, onReading, onClose }: Props) {
  const probe = useProbe(cook.id);
  return (
    <>
      <Typed
        thermometers={(cook.request.kitchen?.gear ?? []).filter((own) =>
          catalogue.gear.find((g) => g.id === own.like)?.kinds.includes("thermometer"),
        )}
        onSubmit={(coreC, thermometer) => {
          onReading(coreC, thermometer);
          onClose();
        }}
      />
      <FromFile cook={cook.id} onDone={onClose} />
      {!cook.has_probe && (
        <button
          type="button"
          className="btn mt-3 min-h-16 w-full font-normal"
          onClick={() => {
            probe.mutate();
            onClose();
          }}
        >
          Put the simulated probe in
        </button>
      )}
    </>
  );
}

/** A number with its unit, and a large button. */
function Typed(props: {
  /** The kitchen's own: what a check found of one is allowed for. */
  thermometers: readonly { id: string; name: string }[];
  onSubmit: (coreC: number, thermometer?: string) => void;
}) {
  const { thermometers, onSubmit } = props;
  const [thermometer, setThermometer] = useState(thermometers[0]?.id ?? "");
  const { preferences } = usePreferences();
  const quantity = temperatureIn(preferences);
  const { text, setText, value } = useTyped(quantity);
  return (
    <form
      className="flex flex-wrap items-end gap-2"
      onSubmit={(event) => {
        event.preventDefault();
        if (value !== null) onSubmit(value, thermometer || undefined);
      }}
    >
      <label className="grid flex-1 gap-1">
        <span>Core, {quantity.unit}</span>
        <input
          className="input h-16 w-full text-2xl"
          inputMode="decimal"
          value={text}
          // biome-ignore lint/a11y/noAutofocus: the question was opened to be answered
          autoFocus
          onChange={(event) => {
            setText(event.target.value);
          }}
        />
      </label>
      {thermometers.length > 0 && (
        <label className="order-last grid w-full gap-1">
          <span>Said by</span>
          <select
            className="select h-11 w-full"
            value={thermometer}
            onChange={(event) => {
              setThermometer(event.target.value);
            }}
          >
            {thermometers.map(({ id, name }) => (
              <option key={id} value={id}>
                {name}
              </option>
            ))}
            <option value="">another thermometer</option>
          </select>
        </label>
      )}
      <button type="submit" className="btn btn-primary h-16 px-8" disabled={value === null}>
        Tell
      </button>
    </form>
  );
}

/** A table of readings, as a thermometer or a spreadsheet wrote it. */
function FromFile({ cook, onDone }: { cook: number; onDone: () => void }) {
  const { mutate, isPending, error } = useReadingFile(cook);
  const said = error?.fields.map((f) => `${f.field}: ${f.message}`) ?? [];
  return (
    <div className="mt-3 grid gap-1">
      <label className="btn h-auto min-h-16 w-full font-normal">
        {isPending ? "Reading it…" : "Readings from a CSV file"}
        <input
          type="file"
          accept=".csv,text/csv"
          className="sr-only"
          disabled={isPending}
          onChange={(event) => {
            const file = event.target.files?.[0];
            event.target.value = "";
            if (!file) return;
            mutate(file, {
              onSuccess: ({ new: count }) => {
                toast(`${count === 1 ? "1 reading is" : `${count} readings are`} new.`);
                onDone();
              },
            });
          }}
        />
      </label>
      <p className="text-sm">Columns: time (since it went in, 1:35) or at, and core_c or core_f.</p>
      {error && (
        <ul role="alert" className="text-error">
          {(said.length > 0 ? said : [error.message]).slice(0, 5).map((line) => (
            <li key={line}>{line}</li>
          ))}
        </ul>
      )}
    </div>
  );
}
