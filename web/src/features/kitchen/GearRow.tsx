import { Pencil, Thermometer, Trash2 } from "lucide-react";
import { useState } from "react";
import type { Catalogue, GearCalibration, Kitchen, OwnGear } from "@/api/client";
import { useChangeKitchen } from "@/kitchen/kitchen";
import { usePreferences } from "@/kitchen/preferences";
import { localise, type Units } from "@/lib/units";
import { toast } from "@/ui/toast";
import { AcceptDialog } from "./AcceptDialog";
import { CheckDialog } from "./CheckDialog";
import { useLearning } from "./queries";
import { offInWords, worthK } from "./words";

interface Props {
  catalogue: Catalogue;
  kitchen: Kitchen;
  gear: OwnGear;
  learnt: GearCalibration | undefined;
  onEdit: () => void;
}

type Known = NonNullable<OwnGear["calibration"]>;

const USUAL = "as usual";
/** Less than this is as usual, share of a film. */
const WORTH_FILM = 0.04;

/** What is known of a piece of gear, in words; the whole of it, whether or not its parts can be told apart. */
function ways(known: Known, isThermometer: boolean, units: Units): string {
  const parts = [
    Math.abs(known.runs_k) >= worthK(isThermometer) &&
      offInWords(known.runs_k, isThermometer, units),
    Math.abs(known.film_factor - 1) >= WORTH_FILM &&
      `gives ${Math.round(100 * Math.abs(known.film_factor - 1))} % ${known.film_factor > 1 ? "more" : "less"} heat`,
  ].filter(Boolean);
  return parts.length > 0 ? parts.join(", ") : USUAL;
}

/** What the log says, as far as it can tell. */
function saidOf(learnt: GearCalibration, isThermometer: boolean, units: Units): string {
  const all = ways(learnt.calibration, isThermometer, units);
  if (isThermometer) return all;
  if (learnt.says.length > 0) return localise(learnt.says.join(" and "), units);
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
  const [isAccepting, setAccepting] = useState(false);
  const like = catalogue.gear.find((g) => g.id === gear.like);
  const checks = catalogue.checks.filter((check) => check.gear.includes(gear.like));
  const isThermometer = like?.kinds.includes("thermometer") ?? false;
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
        {checks.length > 0 && (
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
        Plans go by: <b>{now ? ways(now, isThermometer, preferences) : USUAL}</b>
        {gear.power_w != null && `, ${gear.power_w.toLocaleString("en")} W at most`}
        {isFrozen && " (frozen)"}.
      </p>
      {learnt && (
        <div className="flex flex-wrap items-center gap-x-3 text-sm">
          <p className="flex-1">
            The log says, from {rests}: {saidOf(learnt, isThermometer, preferences)}.
          </p>
          {isNew && !isFrozen && (
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
      {isAccepting && learnt && (
        <AcceptDialog
          id={gear.id}
          name={gear.name}
          says={`From ${rests}: ${saidOf(learnt, isThermometer, preferences)}.`}
          onClose={() => {
            setAccepting(false);
          }}
        />
      )}
      {isChecking && (
        <CheckDialog
          catalogue={catalogue}
          kitchen={kitchen}
          gear={gear}
          checks={checks}
          onClose={() => {
            setChecking(false);
          }}
        />
      )}
    </li>
  );
}
