import type { LineUp } from "@/api/client";
import { dateOf, timeOf } from "@/kitchen/lineUps";
import { usePreferences } from "@/kitchen/preferences";
import { clock } from "@/lib/time";
import { localise } from "@/lib/units";

/** A sheet for each station, to print and hang there; hands have all of it. */
export function StationSheet({ lineUp }: { lineUp: LineUp }) {
  const { preferences } = usePreferences();
  return (
    <div className="hidden print:block">
      {lineUp.stations.map((station) => {
        const steps = lineUp.steps.filter(
          (s) => s.station === station.id || (station.id === "hands" && s.hands_s > 0),
        );
        return steps.length === 0 ? null : (
          <section key={station.id} className="mb-6 not-last:break-after-page">
            <h2 className="font-bold text-xl first-letter:uppercase">{station.name}</h2>
            <p className="mb-2 text-sm">
              {lineUp.name},{" "}
              {dateOf(lineUp, 0).toLocaleDateString("en-GB", {
                weekday: "long",
                day: "numeric",
                month: "long",
              })}
            </p>
            <table className="w-full text-left">
              <thead>
                <tr>
                  <th scope="col">At</th>
                  <th scope="col">What</th>
                  <th scope="col" className="w-1/5">
                    Dish
                  </th>
                  <th scope="col">Hands</th>
                </tr>
              </thead>
              <tbody>
                {steps.map((s) => (
                  <tr key={`${s.title}${String(s.start_s)}`} className="border-t align-top">
                    <td className="pr-3 tabular-nums">{timeOf(lineUp, s.start_s)}</td>
                    <td className="pr-3">
                      <strong>{localise(s.title, preferences)}</strong>{" "}
                      {localise(s.detail, preferences)} {localise(s.cue, preferences)}
                    </td>
                    <td className="pr-3">{lineUp.dishes.find((d) => d.id === s.dish)?.name}</td>
                    <td className="tabular-nums">{s.hands_s > 0 ? clock(s.hands_s) : ""}</td>
                  </tr>
                ))}
              </tbody>
            </table>
          </section>
        );
      })}
    </div>
  );
}
