import { useState } from "react";
import type { Plan } from "@/api/client";
import { clock } from "@/lib/time";
import { temperatureIn, type Units } from "@/lib/units";

interface Props {
  plan: Plan;
  units: Units;
}

/** About this many rows. */
const ROWS = 16;

/** The picture's numbers, for screen readers and for those who like tables. */
export function NumbersTable({ plan, units }: Props) {
  const [isOpen, setOpen] = useState(false);
  const { series } = plan;
  const temperature = temperatureIn(units);
  const show = (celsius: number | undefined) => temperature.show(celsius ?? 0).toFixed(0);
  const step = Math.max(1, Math.round(series.time_s.length / ROWS));
  const rows = !isOpen
    ? []
    : series.time_s.flatMap((t, i) =>
        i % step === 0 || i === series.time_s.length - 1 ? [{ t, i }] : [],
      );
  return (
    <details
      className="text-sm"
      onToggle={(event) => {
        setOpen(event.currentTarget.open);
      }}
    >
      <summary className="min-h-11 cursor-pointer content-center underline">
        Numbers as a table
      </summary>
      <div className="max-h-80 overflow-auto">
        <table className="table-sm table">
          <caption className="sr-only">
            Temperatures in {temperature.unit} and share of flesh set
          </caption>
          <thead>
            <tr>
              {["Time", "Core", "First side", "Other side", plan.setting.medium, "Set"].map(
                (head) => (
                  <th key={head} scope="col">
                    {head}
                  </th>
                ),
              )}
            </tr>
          </thead>
          <tbody>
            {rows.map(({ t, i }) => (
              <tr key={t}>
                <th scope="row">{clock(t)}</th>
                <td>{show(series.core_c[i])}</td>
                <td>{show(series.bottom_c[i])}</td>
                <td>{show(series.top_c[i])}</td>
                <td>{t > plan.pull_s ? "off" : show(series.medium_c[i])}</td>
                <td>{Math.round((series.set_share[i] ?? 0) * 100)} %</td>
              </tr>
            ))}
          </tbody>
        </table>
      </div>
    </details>
  );
}
