import { useQuery } from "@tanstack/react-query";
import { Plus } from "lucide-react";
import { useState } from "react";
import { CatalogueGate } from "@/api/CatalogueGate";
import type { Calibrations, Catalogue, Kitchen } from "@/api/client";
import { useChangeKitchen, useKitchen } from "@/kitchen/kitchen";
import { usePreferences } from "@/kitchen/preferences";
import { format, lengthIn } from "@/lib/units";
import { AcceptDialog } from "./AcceptDialog";
import { GearDialog } from "./GearDialog";
import { GearRow } from "./GearRow";
import { Habits } from "./Habits";
import { calibrationsQuery, useLearning } from "./queries";

/** What stands in this kitchen, how it is cooked here, and what its log says of both. */
export function KitchenPage() {
  const { kitchen, isSettled } = useKitchen();
  const { data: learnt, isPending } = useQuery(calibrationsQuery);
  // Rows that grow once the log has spoken would move away from under a finger.
  if (!isSettled || isPending) return <p className="p-7">Looking it up…</p>;
  return (
    <CatalogueGate>
      {(catalogue) =>
        kitchen ? (
          <Shown catalogue={catalogue} kitchen={kitchen} learnt={learnt} />
        ) : (
          <p role="alert" className="p-7">
            The kitchen does not answer. Is Cindo still running?
          </p>
        )
      }
    </CatalogueGate>
  );
}

function Shown(props: {
  catalogue: Catalogue;
  kitchen: Kitchen;
  /** None where it does not answer. */
  learnt: Calibrations | undefined;
}) {
  const { catalogue, kitchen, learnt } = props;
  const { mutate: change } = useChangeKitchen();
  const [edited, setEdited] = useState<string | null>(null);
  const own = kitchen.gear ?? [];
  // What was learnt of gear that is nobody's own yet is told too; taken over, it becomes one's own.
  const alsoLearnt = (learnt?.gear ?? [])
    .filter((g) => catalogue.gear.some((c) => c.id === g.gear) && !own.some((o) => o.id === g.gear))
    .map((g) => ({ id: g.gear, name: g.name, like: g.gear }));
  const others = catalogue.gear.filter((g) => !own.some((o) => o.id === g.id));
  return (
    <div className="grid gap-x-8 gap-y-6 px-4 pt-4 pb-28 sm:px-7 lg:grid-cols-[minmax(0,1fr)_23rem] lg:items-start">
      <section aria-labelledby="gear" className="min-w-0">
        <div className="flex flex-wrap items-center gap-2">
          <h1 id="gear" className="mr-auto font-bold font-display text-2xl">
            {kitchen.name || "Kitchen"}
          </h1>
          <button
            type="button"
            className="btn min-h-11"
            onClick={() => {
              setEdited("");
            }}
          >
            <Plus aria-hidden className="size-4" />
            Gear of your own
          </button>
        </div>
        {learnt && <Eye kitchen={kitchen} learnt={learnt} />}
        <ul className="mt-3 divide-y divide-base-300 rounded-box border border-base-300 bg-base-100">
          {[...own, ...alsoLearnt].map((gear) => (
            <GearRow
              key={gear.id}
              catalogue={catalogue}
              kitchen={kitchen}
              gear={gear}
              learnt={learnt?.gear.find((g) => g.gear === gear.id)}
              onEdit={() => {
                setEdited(gear.id);
              }}
            />
          ))}
        </ul>
        <h2 className="mt-5 font-bold">{own.length > 0 ? "Also at hand" : "At hand"}</h2>
        <p className="text-sm">
          Typical gear that Cindo knows. Take away what you do not have; make your own of what you
          have.
        </p>
        <ul className="mt-1 grid gap-x-6 sm:grid-cols-2">
          {others.map((gear) => {
            const atHand = kitchen.at_hand ?? null;
            const isHere = atHand === null || atHand.includes(gear.id);
            return (
              <li key={gear.id} className="flex items-center justify-between gap-2">
                <label className="flex min-h-11 flex-1 cursor-pointer items-center gap-3">
                  <input
                    type="checkbox"
                    className="checkbox checkbox-sm"
                    checked={isHere}
                    onChange={() => {
                      change((now) => toggled(now, catalogue, gear.id));
                    }}
                  />
                  {gear.name}
                </label>
                <button
                  type="button"
                  className="min-h-11 cursor-pointer text-sm underline"
                  aria-label={`make it yours: ${gear.name}`}
                  onClick={() => {
                    change((now) => ({
                      ...now,
                      gear: [...(now.gear ?? []), { id: gear.id, name: gear.name, like: gear.id }],
                    }));
                    setEdited(gear.id);
                  }}
                >
                  make it yours
                </button>
              </li>
            );
          })}
        </ul>
      </section>
      <Habits catalogue={catalogue} kitchen={kitchen} />
      {edited !== null && (
        <GearDialog
          key={edited}
          catalogue={catalogue}
          kitchen={kitchen}
          id={edited}
          onClose={() => {
            setEdited(null);
          }}
        />
      )}
    </div>
  );
}

/** A kitchen with a piece of gear at hand, or not, in the order of what is taken first. */
function toggled(kitchen: Kitchen, catalogue: Catalogue, id: string): Kitchen {
  const own = (kitchen.gear ?? []).map((g) => g.id);
  const all = [...own, ...catalogue.gear.map((g) => g.id).filter((g) => !own.includes(g))];
  const now = kitchen.at_hand ?? all;
  const next = now.includes(id) ? now.filter((g) => g !== id) : [...now, id];
  const ordered = all.filter((g) => next.includes(g));
  const { at_hand: _old, ...rest } = kitchen;
  return ordered.length === all.length ? rest : { ...rest, at_hand: ordered };
}

/** How thickness is judged here, where the log can tell. */
function Eye({ kitchen, learnt }: { kitchen: Kitchen; learnt: Calibrations }) {
  const { preferences } = usePreferences();
  const { change } = useLearning();
  const length = lengthIn(preferences);
  const judged = (mm: number) =>
    Math.abs(mm) < WORTH_MM
      ? "as thick as they are judged to be"
      : `${format({ ...length, digits: length.digits + 1 }, Math.abs(mm))} ${
          mm > 0 ? "thicker" : "thinner"
        } than they are judged to be`;
  const now = kitchen.eye;
  const [isAccepting, setAccepting] = useState(false);
  const says = `By the log, pieces here are ${judged(learnt.eye.thicker_mm)} (±${learnt.eye.sd_mm.toFixed(1)} mm, from ${learnt.cooks} cooks).`;
  return (
    <div className="mt-2 flex flex-wrap items-center gap-x-3 gap-y-1 rounded-box bg-base-100 px-3 py-1.5">
      <p className="flex-1">
        <b>Your eye.</b>{" "}
        {learnt.eye_is_clear
          ? says
          : learnt.cooks > 0
            ? `${learnt.cooks} cooks do not tell yet how your eye judges thickness: note it now and then when a piece is cut open.`
            : "Nothing in the log yet to tell how your eye judges thickness."}{" "}
        {now ? `Plans go by ${judged(now.thicker_mm)}.` : ""}
      </p>
      {learnt.eye_is_clear && (
        <button
          type="button"
          className="btn min-h-11"
          onClick={() => {
            setAccepting(true);
          }}
        >
          Go by the log
        </button>
      )}
      {now && (
        <button
          type="button"
          className="btn btn-ghost min-h-11"
          onClick={() => {
            change.mutate({ reset: ["eye"] });
          }}
        >
          As usual
        </button>
      )}
      {isAccepting && (
        <AcceptDialog
          id="eye"
          name="your eye"
          says={says}
          onClose={() => {
            setAccepting(false);
          }}
        />
      )}
    </div>
  );
}

/** Less than this is as judged, mm. */
const WORTH_MM = 0.4;
