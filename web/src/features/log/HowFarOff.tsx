import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import type { Catalogue, CountBy, Counted } from "@/api/client";
import { linear } from "@/lib/scale";
import { useWidth } from "@/lib/useWidth";
import { Segmented } from "@/ui/Segmented";
import { countsQuery } from "./queries";

interface Props {
  catalogue: Catalogue;
  gear: readonly (readonly [string, string])[];
}

const BY: readonly (readonly [Exclude<CountBy, "week" | "cut">, string])[] = [
  ["method", "way"],
  ["species", "fish"],
  ["gear", "gear"],
];

const percent = (share: number | null | undefined, signed = false): string => {
  if (share == null) return "–";
  const value = Math.round(100 * share);
  const sign = value < 0 ? "−" : signed && value > 0 ? "+" : "";
  return `${sign}${Math.abs(value)} %`;
};

/** How far plans were off: over the weeks, and by kind of thing. */
export function HowFarOff({ catalogue, gear }: Props) {
  const [by, setBy] = useState<(typeof BY)[number][0]>("method");
  const { data: groups = [] } = useQuery(countsQuery(by));
  const { data: weeks = [] } = useQuery(countsQuery("week"));
  const names: Record<typeof by, readonly (readonly [string, string])[]> = {
    method: catalogue.methods.map((m) => [m.id, m.name] as const),
    species: catalogue.species.map((s) => [s.id, s.name] as const),
    gear,
  };
  const nameOf = (key: string) =>
    names[by].find(([id]) => id === key)?.[1] ?? (key === "" ? "not noted" : key);
  if (weeks.length === 0) return null;
  return (
    <aside aria-labelledby="off" className="grid gap-4">
      <section>
        <h2 id="off" className="font-bold font-display text-xl">
          How far plans were off
        </h2>
        <p className="text-sm">
          By how much of its time a plan missed the right moment, week by week. The bar is how far
          single cooks lie from each other.
        </p>
        <Weeks weeks={[...weeks].reverse()} />
      </section>
      <section className="grid gap-2">
        <Segmented label="By" value={by} options={BY} onChange={setBy} />
        <table className="table-sm table w-full">
          <caption className="sr-only">How cooks came out</caption>
          <thead className="text-base-content">
            <tr>
              <th scope="col" className="px-1">
                {BY.find(([id]) => id === by)?.[1]}
              </th>
              <th scope="col" className="px-1 text-right">
                cooks
              </th>
              <th scope="col" className="px-1 text-right">
                under
              </th>
              <th scope="col" className="px-1 text-right">
                over
              </th>
              <th scope="col" className="px-1 text-right">
                later by
              </th>
            </tr>
          </thead>
          <tbody>
            {groups.map((group) => (
              <tr key={group.key}>
                <th scope="row" className="px-1 font-normal">
                  {nameOf(group.key)}
                </th>
                <td className="px-1 text-right">{group.cooks.toLocaleString("en")}</td>
                <td className="px-1 text-right">{group.under.toLocaleString("en")}</td>
                <td className="px-1 text-right">{group.over.toLocaleString("en")}</td>
                <td className="whitespace-nowrap px-1 text-right">
                  {percent(group.off_share, true)}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
        <p className="text-sm">
          “Later by”: so much later than planned would have been right on average, as a share of the
          time in the heat.
        </p>
      </section>
    </aside>
  );
}

const HEIGHT = 150;
const LEFT = 44;
const BOTTOM = 22;
/** Milliseconds of a week. */
const WEEK_MS = 604_800_000;
const DAY = { day: "numeric", month: "short" } as const;

/** How far plans were off, a point a week, with the same numbers as a table. */
function Weeks({ weeks }: { weeks: readonly Counted[] }) {
  const [box, width] = useWidth<HTMLDivElement>();
  const shown = weeks.filter((w) => w.off_share != null).slice(-26);
  const furthest = Math.max(
    0.1,
    ...shown.map((w) => Math.abs(w.off_share ?? 0) + (w.spread_share ?? 0)),
  );
  const top = Math.ceil(10 * furthest) / 10;
  const y = linear([-top, top], [HEIGHT - BOTTOM, 8]);
  const x = (place: number) =>
    LEFT + ((width - LEFT - 16) * (place + 0.5)) / Math.max(1, shown.length);
  const date = (week: Counted) =>
    new Date(Number(week.key) * WEEK_MS).toLocaleDateString("en-GB", DAY);
  const every = Math.ceil((shown.length * 52) / Math.max(60, width - LEFT));
  return (
    <div ref={box} className="mt-2">
      <svg width={width} height={HEIGHT} aria-hidden className="text-[12px]">
        {[-top, 0, top].map((share) => (
          <g key={share}>
            <line
              x1={LEFT}
              x2={width}
              y1={y(share)}
              y2={y(share)}
              className={share === 0 ? "stroke-base-content" : "stroke-base-300"}
            />
            <text x={LEFT - 6} y={y(share) + 4} textAnchor="end" className="fill-base-content">
              {share === 0 ? "right" : percent(share, true)}
            </text>
          </g>
        ))}
        {shown.map((week, place) => {
          const off = week.off_share ?? 0;
          const spread = week.spread_share ?? 0;
          return (
            <g key={week.key}>
              <line
                x1={x(place)}
                x2={x(place)}
                y1={y(off - spread)}
                y2={y(off + spread)}
                className="stroke-primary"
                strokeWidth={2}
              />
              <circle cx={x(place)} cy={y(off)} r={5} className="fill-primary" />
              {place % every === 0 && (
                <text
                  x={x(place)}
                  y={HEIGHT - 4}
                  textAnchor="middle"
                  className="fill-base-content opacity-80"
                >
                  {date(week)}
                </text>
              )}
            </g>
          );
        })}
      </svg>
      <div className="sr-only">
        <table>
          <caption>How far plans were off, week by week</caption>
          <tbody>
            {shown.map((week) => (
              <tr key={week.key}>
                <th scope="row">{date(week)}</th>
                <td>{week.cooks} cooks</td>
                <td>{percent(week.off_share, true)} later</td>
              </tr>
            ))}
          </tbody>
        </table>
      </div>
    </div>
  );
}
