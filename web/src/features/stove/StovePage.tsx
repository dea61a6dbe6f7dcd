import { useQuery } from "@tanstack/react-query";
import { Volume2, VolumeX } from "lucide-react";
import { useEffect, useRef } from "react";
import { useHotkeys } from "react-hotkeys-hook";
import { Link, useNavigate, useParams } from "react-router";
import { CatalogueGate } from "@/api/CatalogueGate";
import type { Catalogue, CookList } from "@/api/client";
import { allowSound, LOUDNESS } from "@/kitchen/alarm";
import { nowOf, timeOf, useRunningLineUp } from "@/kitchen/lineUps";
import { useLogChanges } from "@/kitchen/log";
import { usePreferences } from "@/kitchen/preferences";
import { callsAt, useCalls } from "@/kitchen/useCalls";
import { useKnownBefore } from "@/kitchen/uses";
import { localise } from "@/lib/units";
import { useTick } from "@/lib/useTick";
import { RemarkForm } from "@/ui/RemarkForm";
import { toast } from "@/ui/toast";
import { useHeld } from "@/ui/useHeld";
import { Cautions } from "./Cautions";
import { Hands, type Told } from "./Hands";
import { Movement } from "./Movement";
import { type Moment, momentOf } from "./moment";
import { OnTheStove } from "./OnTheStove";
import { onTaken, tell, useOutbox } from "./outbox";
import { cooksQuery, type HeardCook, useCookChanges, useTakeCook } from "./queries";
import { River } from "./River";
import { useAlarms, useAwake } from "./useAlarms";
import { useLive } from "./useLive";

/** At the stove: what the hand does next, and until when. */
export function StovePage() {
  return <CatalogueGate>{(catalogue) => <Stove catalogue={catalogue} />}</CatalogueGate>;
}

/** A clock that waits is asked after so often, ms. */
const WAITING_MS = 10_000;

function Stove({ catalogue }: { catalogue: Catalogue }) {
  const { data, error, refetch } = useQuery({
    ...cooksQuery,
    // While a clock waits, what is left after it shrinks a little with every second in the cooler heat.
    refetchInterval: ({ state }) =>
      state.data?.cooks.some((c) => c.forecast.waits) ? WAITING_MS : false,
  });
  const isHeard = useLive();
  const take = useTakeCook();
  useEffect(() => {
    onTaken(take);
  });
  const cooks = data?.cooks.filter((c) => c.status !== "served") ?? [];
  const { id } = useParams();
  const chosen = data?.cooks.find((c) => String(c.id) === id) ?? cooks[0];
  if (error && !data) {
    return (
      <div role="alert" className="alert m-4 border-error bg-base-100 text-error">
        <p>
          {error.message}{" "}
          <button
            type="button"
            className="min-h-11 cursor-pointer underline"
            onClick={() => void refetch()}
          >
            Ask again
          </button>
        </p>
      </div>
    );
  }
  if (!data) return <p className="p-6">Looking at the stove…</p>;
  const unreadable = data.unreadable.length > 0 && <Unreadable cooks={data.unreadable} />;
  if (!chosen) return unreadable || <Nothing />;
  return (
    <>
      <Cooking catalogue={catalogue} cooks={cooks} cook={chosen} isHeard={isHeard} />
      {unreadable}
    </>
  );
}

/** Cooks that the server cannot work out: named, with what can be done. They hide no other. */
function Unreadable({ cooks }: { cooks: CookList["unreadable"] }) {
  const changes = useCookChanges();
  return (
    <div role="alert" className="mx-3 my-2 grid gap-2 rounded-box bg-base-300 p-3 sm:mx-7">
      {cooks.map((cook) => (
        <p key={cook.id} className="flex flex-wrap items-center gap-2">
          <span className="line-clamp-3 min-w-60 flex-1" title={cook.why}>
            <b>{cook.name}</b> cannot be worked out: {cook.why}
          </span>
          <a className="btn min-h-11" href={`/api/rows/cook/${cook.id}`} download>
            Export
          </a>
          <button
            type="button"
            className="btn min-h-11"
            onClick={() => {
              changes.remove.mutate(cook.id);
            }}
          >
            Discard
          </button>
        </p>
      ))}
    </div>
  );
}

function Nothing() {
  return (
    <div className="grid justify-items-start gap-3 p-6">
      <h1 className="font-bold font-display text-3xl">Nothing on the stove</h1>
      <p>Open a plan and press Cook, or start one from a card.</p>
      <div className="flex gap-2">
        <Link to="/" className="btn btn-primary min-h-16 px-6">
          To the plan
        </Link>
        <Link to="/cards" className="btn min-h-16 px-6">
          To the cards
        </Link>
      </div>
    </div>
  );
}

interface Props {
  catalogue: Catalogue;
  /** Under way. */
  cooks: readonly HeardCook[];
  /** The one that fills the screen. */
  cook: HeardCook;
  isHeard: boolean;
}

/** How long ago one tap more says, s. */
const AGO_S = 20;
/** A second tap so soon is the same one: a wet finger, not the next movement, ms. */
const TWICE_MS = 400;

function Cooking({ catalogue, cooks, cook, isHeard }: Props) {
  const now = useTick();
  const navigate = useNavigate();
  const outbox = useOutbox();
  const changes = useCookChanges();
  const { preferences, change } = usePreferences();
  const watched = cooks.map((c) => {
    const told = outbox.filter((p) => p.cook === c.id && p.event);
    const done = new Set(told.map((p) => p.event?.kind as string));
    return { cook: c, moment: momentOf(c, now, done) };
  });
  const service = useRunningLineUp();
  const serviceS = service ? nowOf(service, now) : null;
  const { station } = preferences;
  const volume = preferences.sound ? LOUDNESS[preferences.volume] : 0;
  useCalls(service, serviceS, { station, volume });
  const lined = service && callsAt(service, station).find((s) => s.start_s > (serviceS ?? 0));
  const { shown: moment, hold } = useHeld(
    watched.find((w) => w.cook.id === cook.id)?.moment ?? momentOf(cook, now, NONE),
  );
  const toldMs = useRef(Number.NEGATIVE_INFINITY);
  const { isRinging, silence } = useAlarms(watched);
  useAwake(cooks.length > 0);
  const happened = (told: Told, agoS = 0) => {
    silence();
    const passedMs = performance.now() - cook.heardMs - 1000 * agoS;
    const at = new Date(Date.parse(cook.now) + passedMs).toISOString();
    tell({ cook: cook.id, event: { id: crypto.randomUUID(), at, ...told } });
  };
  const doNext = ({ timeStamp }: { timeStamp: number }, agoS = 0) => {
    const kind = moment.next?.done_by;
    if (!kind || timeStamp - toldMs.current < TWICE_MS) return;
    toldMs.current = timeStamp;
    const medium_c = moment.next?.medium_c;
    if (kind === "heat") happened({ kind, medium_c: medium_c ?? 160 }, agoS);
    else if (kind === "lid") happened({ kind, on: true }, agoS);
    else if (kind === "move") happened({ kind, to: "next" }, agoS);
    else happened({ kind }, agoS);
  };
  const undo = () => {
    const gone = new Set(cook.events.flatMap((e) => (e.kind === "undo" ? [e.of] : [])));
    // What another cook's fish did to the heat is taken back where that was told.
    const isOthers = (e: (typeof cook.events)[number]) => e.kind === "join" && e.cook != null;
    const last = cook.events.findLast(
      (e) => e.kind !== "undo" && e.kind !== "retime" && !gone.has(e.id) && !isOthers(e),
    );
    if (last) happened({ kind: "undo", of: last.id });
  };
  const reading = (coreC: number, thermometer?: string) => {
    const at = new Date(Date.parse(cook.now) + performance.now() - cook.heardMs).toISOString();
    const said = thermometer === undefined ? {} : { thermometer };
    tell({ cook: cook.id, reading: { id: crypto.randomUUID(), at, core_c: coreC, ...said } });
  };
  const keys = {
    enabled: preferences.shortcuts,
    useKey: true,
    preventDefault: true,
    // A key that is held down tells once.
    ignoreEventWhen: (event: KeyboardEvent) =>
      event.repeat || document.querySelector("dialog[open]") !== null,
  };
  useHotkeys(
    "space",
    (event) => {
      doNext(event);
    },
    { ...keys, useKey: false },
  );
  useHotkeys(
    "t",
    () => {
      if (cook.status === "cooking") happened({ kind: "turn" });
    },
    keys,
  );
  useHotkeys(
    "o",
    () => {
      if (cook.status === "cooking") happened({ kind: "out" });
    },
    keys,
  );
  useHotkeys("z", undo, keys);
  useHotkeys("r", () => document.getElementById("stove-reading")?.click(), keys);
  useHotkeys("h", () => document.getElementById("stove-rescue")?.click(), keys);
  useHotkeys(
    ["1", "2", "3", "4", "5", "6", "7", "8", "9"],
    (event) => {
      const other = cooks[Number(event.key) - 1];
      if (other) void navigate(`/stove/${other.id}`);
    },
    keys,
  );
  const remove = () => {
    changes.remove.mutate(cook.id, {
      onSuccess: () => {
        void navigate("/stove");
        toast(`“${cook.name}” is off the list.`, {
          action: {
            label: "Put it back",
            onClick: () => {
              changes.restore.mutate(cook.id);
            },
          },
        });
      },
    });
  };
  return (
    <div
      className={`flex min-h-[calc(100dvh-3.5rem)] flex-col gap-3 px-3 py-2 sm:px-7 ${
        isRinging ? "stove-rings" : ""
      }`}
      onPointerDown={() => {
        allowSound();
        silence();
      }}
    >
      <div className="flex items-center gap-2">
        <OnTheStove watched={watched} cook={cook} service={service} />
        <button
          type="button"
          className="btn btn-ghost btn-square size-16"
          aria-pressed={preferences.sound}
          aria-label={preferences.sound ? "Sound is on" : "Sound is off"}
          onClick={() => {
            change({ sound: !preferences.sound });
          }}
        >
          {preferences.sound ? <Volume2 aria-hidden /> : <VolumeX aria-hidden />}
        </button>
      </div>
      {!isHeard && (
        <p role="status" className="rounded-field bg-warning px-3 py-2 text-warning-content">
          The server is not heard. The clock runs on from what this page knows
          {outbox.length > 0 ? `; ${outbox.length} told and kept until it is back.` : "."}
        </p>
      )}
      {service && lined && (
        <div className="flex flex-wrap gap-2">
          <Link
            to={`/line-up/${String(service.id ?? "")}`}
            className="btn h-auto min-h-16 flex-1 justify-start border-base-300 bg-base-100 text-xl"
          >
            <span className="text-left">
              {timeOf(service, lined.start_s)}{" "}
              {service.dishes
                .filter((dish) => dish.id === lined.dish)
                .map((dish) => `${dish.name}: `)}
              {localise(lined.title, preferences)}
            </span>
          </Link>
          <select
            className="select h-auto min-h-16 w-auto max-w-full"
            aria-label="Station of this screen"
            value={station ?? ""}
            onChange={(event) => {
              change({ station: event.target.value === "" ? null : event.target.value });
            }}
          >
            <option value="">every station</option>
            {service.stations
              .filter((s) => service.steps.some((step) => step.station === s.id))
              .map((s) => (
                <option key={s.id} value={s.id}>
                  {s.name}
                </option>
              ))}
          </select>
        </div>
      )}
      {watched
        .filter((w) => w.cook.id !== cook.id && (w.moment.leftS ?? 1) <= 0)
        .map((w) => (
          <Link
            key={w.cook.id}
            to={`/stove/${w.cook.id}`}
            className="btn btn-secondary h-auto min-h-16 justify-start text-2xl"
          >
            {w.cook.name}: {w.moment.next?.title}
          </Link>
        ))}
      {cook.beyond_s > 0 && (
        <p
          role="alert"
          className="flex flex-wrap items-center gap-3 rounded-field bg-warning px-3 py-2 text-warning-content"
        >
          <span className="flex-1">
            {cook.status === "cooking" ? "In the heat for" : "Since it went in:"}{" "}
            {Math.round(((cook.elapsed_s ?? 0) + cook.beyond_s) / 3600)} h
            {cook.status === "served" ? "." : ". Was it forgotten?"}
          </span>
          {cook.status !== "served" && (
            <button type="button" className="btn min-h-16" onClick={remove}>
              Discard it
            </button>
          )}
        </p>
      )}
      <Movement catalogue={catalogue} cook={cook} moment={moment} />
      <River cook={cook} elapsedS={moment.elapsedS} />
      {moment.next ? (
        // On a phone it stays in reach of the thumb, however much stands above it.
        <div
          className="grid grid-cols-[1fr_auto] gap-2 max-sm:sticky max-sm:bottom-0 max-sm:z-10 max-sm:bg-base-200 max-sm:py-2"
          onPointerDown={hold}
        >
          <button
            type="button"
            className={`btn min-h-24 font-display text-3xl sm:min-h-28 sm:text-4xl ${urgency(cook, moment)}`}
            onClick={(event) => {
              doNext(event);
            }}
          >
            {DONE[moment.next.done_by ?? ""] ?? "Done"}
          </button>
          <button
            type="button"
            className="btn h-auto min-h-24 w-24 flex-col border-base-300 bg-base-100 font-normal sm:min-h-28"
            onClick={(event) => {
              doNext(event, AGO_S);
            }}
          >
            {AGO_S} s ago
          </button>
        </div>
      ) : (
        <Served cook={cook} />
      )}
      <Hands
        cook={cook}
        catalogue={catalogue}
        elapsedS={moment.elapsedS ?? 0}
        onTell={happened}
        onReading={reading}
        onUndo={undo}
      />
      <div className="order-2 flex flex-1 flex-col gap-3">
        <Cautions request={cook.request} />
        <div className="mt-auto flex flex-wrap items-center justify-between gap-2 text-sm">
          <p>
            <span className="max-lg:hidden">
              space done · t turned · o out · r reading · h help, rescue · z take back · 1 to 9
              which piece{" "}
            </span>
            {cook.speed > 1 && <b>This clock runs {cook.speed}× as fast.</b>}
          </p>
          <button type="button" className="btn btn-ghost min-h-11" onClick={remove}>
            Off the list
          </button>
        </div>
      </div>
    </div>
  );
}

/** It is on the plate and in the log: what the cook says of it. */
function Served({ cook }: { cook: HeardCook }) {
  const { remark } = useLogChanges();
  const known = useKnownBefore(cook.request);
  const id = cook.log_entry;
  if (id == null) return <p className="text-center text-xl">Served.</p>;
  return (
    <div className="mx-auto w-full max-w-xl">
      {remark.isSuccess ? (
        <p role="status" className="text-center text-xl">
          Kept.{" "}
          <Link className="underline" to={`/log/${id}`}>
            Look at it in the log
          </Link>
        </p>
      ) : (
        <RemarkForm
          remark={known}
          thicknessMm={cook.request.piece.thickness_mm}
          isSaving={remark.isPending}
          error={remark.error?.message}
          onSave={(said) => {
            remark.mutate({ id, remark: said });
          }}
        />
      )}
    </div>
  );
}

/** The large button stands out as its moment comes near: too soon it must not call for a hand. */
function urgency(cook: HeardCook, { leftS }: Moment): string {
  if (cook.status === "waiting" || (leftS !== null && leftS <= 0)) return "btn-secondary";
  return leftS !== null && leftS > 60 * cook.speed
    ? "border-2 border-primary bg-base-100 text-primary"
    : "btn-primary";
}

const NONE: ReadonlySet<string> = new Set();

/** What the large button says has been done. */
const DONE: Record<string, string> = {
  in: "It is in",
  heat: "Heat is set",
  lid: "Lid is on",
  back: "It is back",
  turn: "Turned",
  move: "Moved",
  out: "It is out",
  serve: "Served",
};
