import { Pencil, Thermometer, Trash2 } from "lucide-react";
import { useState } from "react";
import type { Catalogue, GearCalibration, Kitchen, OwnGear } from "@/api/client";
import { useChangeKitchen } from "@/kitchen/kitchen";
import { usePreferences } from "@/kitchen/preferences";
import { localise, type Units } from "@/lib/units";
import { toast } from "@/ui/toast";
import { CheckDialog } from "./CheckDialog";
import { useLearning } from "./queries";

interface Props {
  catalogue: Catalogue;
  kitchen: Kitchen;
  gear: OwnGear;
  learnt: GearCalibration | undefined;
  onEdit: () => void;
}

type Known = NonNullable<OwnGear["calibration"]>;

const USUAL = "as usual";
/** What water can be boiled in. */
const BOILS: readonly string[] = ["pan", "nonstick", "lidded_pan", "pot", "steamer", "fryer"];
/** Less than this is as usual: K, share of a film. */
const WORTH_K = 2;
const WORTH_FILM = 0.04;

/** What is known of a piece of gear, in words; the whole of it, whether or not its parts can be told apart. */
function ways(known: Known, isF: boolean): string {
  const degrees = (k: number) => `${Math.round(Math.abs(isF ? 1.8 * k : k))} ${isF ? "F°" : "C°"}`;
  const parts = [
    Math.abs(known.runs_k) >= WORTH_K &&
      `runs ${degrees(known.runs_k)} ${known.runs_k > 0 ? "hot" : "cool"}`,
    Math.abs(known.film_factor - 1) >= WORTH_FILM &&
      `gives ${Math.round(100 * Math.abs(known.film_factor - 1))} % ${known.film_factor > 1 ? "more" : "less"} heat`,
  ].filter(Boolean);
  return parts.length > 0 ? parts.join(", ") : USUAL;
}

/** What the log says, as far as it can tell. */
function saidOf(learnt: GearCalibration, isF: boolean, units: Units): string {
  if (learnt.says.length > 0) return localise(learnt.says.join(" and "), units);
  const all = ways(learnt.calibration, isF);
  return all === USUAL
    ? "nothing out of the usual"
    : `perhaps ${all}; heat and contact cannot be told apart yet`;
}

/** One piece of gear: what it is, what plans go by, and what the log says of it. */
export function GearRow({ catalogue, kitchen, gear, learnt, onEdit }: Props) {
  const { preferences } = usePreferences();
  const { mutate: change } = useChangeKitchen();
  const { change: learn } = useLearning();
  const [isChecking, setChecking] = useState(false);
  const like = catalogue.gear.find((g) => g.id === gear.like);
  const isF = preferences.temperature === "F";
  const now = gear.calibration;
  const isOwn = kitchen.gear?.some((own) => own.id === gear.id) ?? false;
  const isFrozen = kitchen.frozen?.includes(gear.id) ?? false;
  const rests = learnt
    ? [
        learnt.calibration.cooks === 1 ? "1 cook" : `${learnt.calibration.cooks} cooks`,
        learnt.calibration.checks === 1 ? "1 check" : `${learnt.calibration.checks} checks`,
      ]
        .filter((_, i) => i === 0 || (learnt.calibration.checks ?? 0) > 0)
        .join(" and ")
    : "";
  const remove = () => {
    change((k) => ({
      ...k,
      gear: (k.gear ?? []).filter((g) => g.id !== gear.id),
      frozen: (k.frozen ?? []).filter((id) => id !== gear.id),
      ...(k.at_hand
        ? {
            at_hand: k.at_hand.filter(
              (id) => id !== gear.id || catalogue.gear.some((g) => g.id === id),
            ),
          }
        : {}),
    }));
    toast(`“${gear.name}” is no longer your own.`, {
      action: {
        label: "Put it back",
        onClick: () => {
          change((k) => ({ ...k, gear: [...(k.gear ?? []), gear] }));
        },
      },
    });
  };
  const isNew =
    learnt &&
    (now == null ||
      Math.abs(now.runs_k - learnt.calibration.runs_k) > 0.5 ||
      Math.abs(now.film_factor - learnt.calibration.film_factor) > 0.01);
  return (
    <li className="px-3 py-2">
      <div className="flex flex-wrap items-center gap-x-2">
        <p className="min-w-0 flex-1">
          <b>{gear.name}</b>
          {gear.on && <span>, on {gear.on}</span>}
          {like && like.name !== gear.name && (
            <span className="text-sm"> · like a {like.name}</span>
          )}
        </p>
        {like?.control === "thermostat" && (
          <button
            type="button"
            className="btn btn-ghost min-h-11"
            onClick={() => {
              setChecking(true);
            }}
          >
            <Thermometer aria-hidden className="size-4" />
            Check
          </button>
        )}
        {isOwn && like?.control === "knob" && like.kinds.some((kind) => BOILS.includes(kind)) && (
          <button
            type="button"
            className="btn btn-ghost min-h-11"
            onClick={() => {
              setChecking(true);
            }}
          >
            <Thermometer aria-hidden className="size-4" />
            Power
          </button>
        )}
        {isOwn && (
          <>
            <button
              type="button"
              className="btn btn-ghost btn-square size-11"
              aria-label={`Change ${gear.name}`}
              onClick={onEdit}
            >
              <Pencil aria-hidden className="size-4" />
            </button>
            <button
              type="button"
              className="btn btn-ghost btn-square size-11"
              aria-label={`Take ${gear.name} away`}
              onClick={remove}
            >
              <Trash2 aria-hidden className="size-4" />
            </button>
          </>
        )}
      </div>
      <p className="text-sm">
        Plans go by: <b>{now ? ways(now, isF) : USUAL}</b>
        {isFrozen && " (frozen)"}.
      </p>
      {learnt && (
        <div className="flex flex-wrap items-center gap-x-3 text-sm">
          <p className="flex-1">
            The log says, from {rests}: {saidOf(learnt, isF, preferences)}.
          </p>
          {isNew && !isFrozen && (
            <button
              type="button"
              className="btn min-h-11"
              disabled={learn.isPending}
              onClick={() => {
                learn.mutate({ accept: [gear.id] });
              }}
            >
              Go by the log
            </button>
          )}
        </div>
      )}
      <div className="flex flex-wrap gap-x-4 text-sm empty:hidden">
        {now && (
          <button
            type="button"
            className="min-h-11 cursor-pointer underline"
            onClick={() => {
              learn.mutate({ reset: [gear.id] });
            }}
          >
            As usual again
          </button>
        )}
        {(now != null || isFrozen) && (
          <button
            type="button"
            className="min-h-11 cursor-pointer underline"
            onClick={() => {
              change((k) => ({
                ...k,
                frozen: isFrozen
                  ? (k.frozen ?? []).filter((id) => id !== gear.id)
                  : [...(k.frozen ?? []), gear.id],
              }));
            }}
          >
            {isFrozen ? "Let the log change it" : "Freeze as it is"}
          </button>
        )}
      </div>
      {isChecking && (
        <CheckDialog
          gear={gear}
          isDial={like?.control === "thermostat"}
          onClose={() => {
            setChecking(false);
          }}
        />
      )}
    </li>
  );
}
