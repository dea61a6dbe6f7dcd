import type { Catalogue, Marinade, Salt, SaltChoice } from "@/api/client";
import { usePreferences } from "@/kitchen/preferences";
import { wait } from "@/lib/time";
import { format, lengthIn, localise, massIn } from "@/lib/units";
import { Stepper } from "@/ui/Stepper";
import { SaltProfile } from "./SaltProfile";

interface Props {
  catalogue: Catalogue;
  salt: Salt | null;
  choice: SaltChoice;
  /** Limits of the marinade that it lies in, if any. */
  marinade: Marinade | null;
  skin: boolean;
  complaint: (field: string) => string | undefined;
  onChange: (choice: SaltChoice) => void;
}

const VERDICTS = {
  barely_seasoned: { text: "barely seasoned", look: "bg-base-300" },
  just_right: { text: "just right", look: "bg-success text-success-content" },
  too_salty: { text: "too salty", look: "bg-error text-error-content" },
} as const;

const MINUTES = { unit: "min", step: 1, digits: 0, show: (n: number) => n, read: Math.round };
const GRAMS = { unit: "g", step: 0.1, digits: 1, show: (n: number) => n, read: (n: number) => n };

/** Salt: the way, and where it is when the fish meets the heat. */
export function SaltPanel({ catalogue, salt, choice, marinade, skin, complaint, onChange }: Props) {
  const { preferences } = usePreferences();
  const id = choice.salting ?? salt?.salting ?? "just_before";
  const salting = catalogue.saltings.find((s) => s.id === id);
  const kind = salting?.kind ?? "dry";
  const usual = 100 * ((kind === "brine" ? salting?.brine_share : salting?.salt_share) ?? 0.01);
  const minutes = choice.minutes ?? salting?.usual_min ?? 0;
  const mass = massIn(preferences);
  return (
    <section aria-labelledby="salt" className="grid gap-3">
      <h2 id="salt" className="font-bold font-display text-xl">
        Salt
      </h2>
      <label className="grid gap-1 print:hidden">
        <span className="sr-only">School of salting</span>
        <select
          className="select h-11 w-full text-base"
          value={salt || choice.salting ? id : "none"}
          onChange={(event) => {
            onChange(event.target.value === "none" ? {} : { salting: event.target.value });
          }}
        >
          {!salt && !choice.salting && <option value="none">the coat brings it</option>}
          {catalogue.saltings.map((s) => (
            <option key={s.id} value={s.id}>
              {s.name}
            </option>
          ))}
        </select>
      </label>
      {marinade && (
        <p>
          <b>In its marinade {wait(60 * marinade.longest_min)} at most:</b> acid{" "}
          {marinade.acid_percent} %, salt {marinade.salt_percent} %, sugar {marinade.sugar_percent}{" "}
          %.
        </p>
      )}
      {complaint("choices.salt.salting") && (
        <p role="alert" className="text-error text-sm">
          {complaint("choices.salt.salting")}
        </p>
      )}
      {salt && (
        <>
          <p className="text-sm">{salt.why}</p>
          <div className="grid grid-cols-2 gap-x-5 gap-y-3 print:hidden">
            <Stepper
              narrow
              label={minutes >= 120 ? "Hours" : "Minutes"}
              quantity={
                minutes >= 120
                  ? {
                      unit: "h",
                      step: 1,
                      digits: 0,
                      show: (n) => n / 60,
                      read: (n) => Math.round(n * 60),
                    }
                  : MINUTES
              }
              value={minutes}
              onChange={(n) => {
                onChange({ ...choice, salting: id, minutes: n });
              }}
              error={complaint("choices.salt.minutes")}
            />
            <Stepper
              narrow
              label={kind === "brine" ? "In 100 g of brine" : "For 100 g"}
              quantity={GRAMS}
              value={choice.percent ?? usual}
              onChange={(percent) => {
                onChange({ ...choice, salting: id, percent: Math.round(percent * 100) / 100 });
              }}
              error={complaint("choices.salt.percent")}
            />
            <label className="flex min-h-11 cursor-pointer items-center gap-2 self-end">
              <input
                type="checkbox"
                className="checkbox"
                checked={salt.rinse}
                onChange={(event) => {
                  onChange({ ...choice, salting: id, rinse: event.target.checked });
                }}
              />
              Rinse
            </label>
            <Stepper
              narrow
              label="Rest after it"
              quantity={{ ...MINUTES, step: 15 }}
              value={choice.rest_min ?? 0}
              onChange={(n) => {
                if (n >= 0) onChange({ ...choice, salting: id, rest_min: n });
              }}
              error={complaint("choices.salt.rest_min")}
            />
          </div>
          <div className="flex items-start gap-4">
            <SaltProfile salt={salt} skin={skin} />
            <div className="grid gap-1">
              <p>
                <span className={`rounded-sm px-2 py-0.5 font-bold ${VERDICTS[salt.verdict].look}`}>
                  {VERDICTS[salt.verdict].text}
                </span>
              </p>
              <p className="text-sm">{localise(salt.sentence, preferences)}</p>
            </div>
          </div>
          <dl className="grid grid-cols-2 gap-x-5">
            {(
              [
                ["Salt", `${salt.salt_g} g`],
                ...(salt.water_g > 0 ? [["In water", format(mass, salt.water_g)] as const] : []),
                [`Outer ${format(lengthIn(preferences), 2)}`, `${salt.surface_percent} %`],
                ["In the flesh", `${salt.mean_percent} %`],
                ["Still on it", `${salt.left_on_g} g`],
                ["Water drawn", `${salt.drawn_g} g`],
                ...(salt.dried_g > 0 ? [["Dried off", `${salt.dried_g} g`] as const] : []),
              ] as const
            ).map(([name, value]) => (
              <div key={name} className="flex justify-between gap-2 border-base-300 border-t">
                <dt>{localise(name, preferences)}</dt>
                <dd className="whitespace-nowrap font-bold">{value}</dd>
              </div>
            ))}
          </dl>
          <table className="text-left text-sm">
            <thead>
              <tr>
                <th scope="col" className="font-normal">
                  What if …
                </th>
                <th scope="col" className="whitespace-nowrap px-3 text-right font-normal">
                  on the plate
                </th>
                <th scope="col" className="text-right font-normal">
                  outside
                </th>
              </tr>
            </thead>
            <tbody>
              {salt.changes.map((c) => (
                <tr key={c.what} className="border-base-300 border-t">
                  <th scope="row" className="font-normal">
                    {c.what}
                  </th>
                  <td className="whitespace-nowrap px-3 text-right font-bold">
                    {c.eaten_percent} %
                  </td>
                  <td className="whitespace-nowrap text-right font-bold">{c.surface_percent} %</td>
                </tr>
              ))}
            </tbody>
          </table>
          {salt.lead_s >= 90 && (
            <p className="text-sm">{wait(salt.lead_s)} from the salt to the heat.</p>
          )}
        </>
      )}
    </section>
  );
}
