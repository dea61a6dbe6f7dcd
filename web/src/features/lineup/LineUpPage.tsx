import { useQuery } from "@tanstack/react-query";
import { CalendarDays, Download, Plus, Printer, Upload } from "lucide-react";
import { useEffect, useMemo, useRef } from "react";
import { Link, useNavigate, useParams, useSearchParams } from "react-router";
import { catalogueQuery } from "@/api/catalogue";
import type { CreateLineUp, LineUpChange, LineUpStep } from "@/api/client";
import { LOUDNESS } from "@/kitchen/alarm";
import { dateOf, lineUpQuery, lineUpsQuery, nowOf, timeOf } from "@/kitchen/lineUps";
import { houseDoneness, usePreferences } from "@/kitchen/preferences";
import { toRequest } from "@/kitchen/requests";
import { useCalls } from "@/kitchen/useCalls";
import { readAddress } from "@/lib/address";
import { clock, nextAt } from "@/lib/time";
import { localise } from "@/lib/units";
import { useTick } from "@/lib/useTick";
import { toast } from "@/ui/toast";
import { AddDialog, type Chosen } from "./AddDialog";
import { DishTable } from "./DishTable";
import { aheadMin } from "./moments";
import { useGoesIn, useLineUpBox, useLineUpChanges } from "./queries";
import { StationChart } from "./StationChart";
import { StationSheet } from "./StationSheet";
import { beginsPart, StepList } from "./StepList";

/** One tap says that a dish is so much late, s. */
const LATE_S = 180;
/** One tap says that a station takes so much longer to be hot, s, and why nothing goes in until then. */
const MORE_S = 60;
const NOT_HOT = "is not hot yet";
/** What a change moved is shown for so long, s. */
const NEWS_S = 180;
/** When a supper is usually served. */
const USUAL = "19:30";

/** Many dishes, one kitchen, and everything at its moment. */
export function LineUpPage() {
  const { id: asked } = useParams();
  const navigate = useNavigate();
  const [params] = useSearchParams();
  const address = params.toString();
  const { preferences } = usePreferences();
  const list = useQuery(lineUpsQuery);
  const lines = list.data?.line_ups ?? [];
  const id = asked === undefined ? (lines.find((l) => l.running) ?? lines[0])?.id : Number(asked);
  const { data: lineUp, error } = useQuery({
    ...lineUpQuery(id ?? 0),
    enabled: id !== undefined && Number.isInteger(id),
  });
  const isLoading = !lineUp && !error && (list.isPending || id !== undefined);
  const { change, update } = useLineUpChanges(lineUp);
  const box = useLineUpBox();
  const goesIn = useGoesIn();
  const adding = useRef<HTMLDialogElement>(null);
  const chooser = useRef<HTMLInputElement>(null);
  const tick = useTick();
  const nowS = lineUp?.running ? nowOf(lineUp, tick) : null;
  const volume = preferences.sound ? LOUDNESS[preferences.volume] : 0;
  useCalls(lineUp, nowS, { station: preferences.station, volume });
  const catalogue = useQuery(catalogueQuery).data;
  const plan = useMemo(() => {
    if (address === "" || !catalogue) return null;
    const draft = readAddress(new URLSearchParams(address), houseDoneness(preferences));
    const of = (list: readonly { id: string; name: string }[], id: string) =>
      list.find((x) => x.id === id)?.name ?? "";
    const species = of(catalogue.species, draft.piece.species).toLowerCase();
    const name = `${of(catalogue.methods, draft.method)} ${species}`;
    return { name, request: toRequest(draft, preferences) };
  }, [address, catalogue, preferences]);
  useEffect(() => {
    document.title = `${lineUp?.name ?? "Line-up"} · Cindo`;
  }, [lineUp?.name]);

  /** A movement and the dish that it is made for. */
  const said = (title: string, dish: string | null | undefined) => {
    const name = lineUp?.dishes.find((d) => d.id === dish)?.name;
    return `“${localise(title, preferences)}”${name === undefined ? "" : ` (${name.toLowerCase()})`}`;
  };
  const isBusy = change.isPending || update.isPending || goesIn.isPending;
  const tell = (...changes: LineUpChange[]) => {
    change.mutate(changes);
  };
  const create = (body: CreateLineUp) => {
    box.create.mutate(body, {
      onSuccess: (kept) => {
        void navigate({ pathname: `/line-up/${String(kept.id ?? "")}`, search: address });
      },
    });
  };
  const choose = (chosen: Chosen, shares: string | null) => {
    adding.current?.close();
    const { name, ...what } = chosen;
    const ids = new Set(lineUp?.asked.map((d) => d.id) ?? []);
    const free = Array.from({ length: 300 }, (_, i) => `dish-${String(i + 1)}`).find(
      (x) => !ids.has(x),
    );
    const dish = {
      id: free ?? crypto.randomUUID(),
      name: name.slice(0, 60),
      ...what,
      ...(shares === null ? {} : { with: shares }),
    };
    if (lineUp) {
      const serveS =
        lineUp.asked.find((d) => d.id === shares)?.serve_s ?? lineUp.asked[0]?.serve_s ?? 0;
      tell({ kind: "add", dish: { ...dish, serve_s: serveS } });
      return;
    }
    const at = nextAt(USUAL, new Date());
    create({
      name: at.toLocaleDateString("en-GB", { weekday: "long" }),
      line_up: { dishes: [{ ...dish, serve_at: at.toISOString() }] },
    });
  };
  const bringIn = (file: File) => {
    void file
      .text()
      .then((text) => JSON.parse(text) as CreateLineUp)
      .then(create)
      .catch(() => {
        toast("This file is no line-up: nothing was kept.");
      });
  };
  /** What is told of a part as it begins says that it has not: else it would count as begun. */
  const notBegun = (step: LineUpStep): LineUpChange[] =>
    lineUp && step.dish != null && step.key != null && beginsPart(lineUp, step)
      ? [{ kind: "free", dish: step.dish, key: step.key }]
      : [];
  const inNow = (step: LineUpStep) => {
    const dish = lineUp?.dishes.find((d) => d.id === step.dish);
    if (lineUp?.id == null || !dish?.request || nowS === null) return;
    goesIn.mutate(
      { lineUp: lineUp.id, dish, request: dish.request, startS: nowS },
      {
        onSuccess: (cook) => {
          toast(`${dish.name} is at the stove.`, {
            action: {
              label: "Go there",
              onClick: () => void navigate(`/stove/${String(cook.id)}`),
            },
          });
        },
      },
    );
  };
  const file = (kind: "calendar" | "table" | "export") =>
    lineUp?.id == null
      ? "#"
      : `/api/line-ups/${String(lineUp.id)}/${kind}${kind === "export" ? "" : `?ahead_min=${String(aheadMin(lineUp))}`}`;
  return (
    <div className="px-4 pt-4 pb-20 sm:px-7">
      <div className="flex flex-wrap items-center gap-2 print:hidden">
        <h1 className="mr-auto font-bold font-display text-2xl">
          {lineUp ? lineUp.name : "Line-up"}
          {lineUp && (
            <span className="ml-3 font-normal font-sans text-base">
              {dateOf(lineUp, 0).toLocaleDateString("en-GB", {
                weekday: "short",
                day: "numeric",
                month: "short",
              })}
              {", eaten from "}
              {timeOf(lineUp, Math.min(...lineUp.dishes.map((d) => d.serve_s)))}
              {", begins "}
              {timeOf(lineUp, Math.floor(lineUp.begins_s / 60) * 60)}
            </span>
          )}
        </h1>
        <div className="flex flex-wrap gap-2">
          {lines.length > 1 && (
            <select
              className="select min-h-11 w-44"
              aria-label="Which line-up"
              value={id ?? ""}
              onChange={(event) => {
                void navigate({ pathname: `/line-up/${event.target.value}`, search: address });
              }}
            >
              {lines.map((line) => (
                <option key={line.id} value={line.id}>
                  {line.name}
                </option>
              ))}
            </select>
          )}
          <button
            type="button"
            className="btn min-h-11 border-base-300 bg-base-100"
            disabled={isLoading}
            onClick={() => adding.current?.showModal()}
          >
            <Plus aria-hidden className="size-4" />
            {lineUp || isLoading ? "Add a dish" : "New line-up"}
          </button>
          {lineUp && (
            <button
              type="button"
              className={`btn min-h-11 ${lineUp.running ? "border-base-300 bg-base-100" : "btn-primary"}`}
              disabled={isBusy}
              onClick={() => {
                update.mutate({ running: !lineUp.running });
              }}
            >
              {lineUp.running ? "End the service" : "Start the service"}
            </button>
          )}
        </div>
      </div>
      {error && (
        <p role="alert" className="alert mt-3 border-error bg-base-100 text-error">
          {error.message}
        </p>
      )}
      {isLoading && (
        <p role="status" className="mt-6 text-lg">
          Working out the schedule…
        </p>
      )}
      {!isLoading && !lineUp && lines.length === 0 && (
        <p className="mt-6 max-w-prose text-lg">
          Fish, chips in two batches, peas and a sauce, all hot at half past seven: put the dishes
          together here, and see what to start when.
        </p>
      )}
      {lineUp && (
        <>
          {lineUp.clashes.map((clash) => {
            const dish = lineUp.dishes.find((d) => d.id === clash.dish);
            return (
              <div
                key={clash.dish}
                role="alert"
                className="alert mt-3 flex flex-wrap border-error bg-base-100"
              >
                <span className="flex-1">
                  <strong>
                    {dish?.name}{" "}
                    {clash.late_s == null ? "finds no place" : `is ${clock(clash.late_s)} late`}.
                  </strong>{" "}
                  {localise(clash.why, preferences)} {clash.fixes.join(" Or: ")}
                </span>
                {clash.nearest_serve_s != null && dish && (
                  <button
                    type="button"
                    className="btn min-h-11 border-base-300 bg-base-100"
                    disabled={isBusy}
                    onClick={() => {
                      tell({ kind: "serve", dish: dish.id, serve_s: clash.nearest_serve_s ?? 0 });
                    }}
                  >
                    Serve it at {timeOf(lineUp, clash.nearest_serve_s)}
                  </button>
                )}
              </div>
            );
          })}
          {lineUp.moved != null && nowS !== null && nowS - lineUp.moved.at_s < NEWS_S && (
            <div className="mt-3 flex flex-wrap items-center gap-3 rounded-field bg-base-200 px-3 py-2 text-lg print:hidden">
              <p role="status" className="min-w-40 flex-1">
                {localise(lineUp.moved.line, preferences)}
              </p>
              {lineUp.moved.takes_back != null && (
                <button
                  type="button"
                  className="btn min-h-16 border-base-300 bg-base-100 text-lg"
                  aria-label={`Take back: ${localise(lineUp.moved.takes_back, preferences)}`}
                  disabled={isBusy}
                  onClick={() => {
                    tell({ kind: "take_back" });
                  }}
                >
                  Take back
                </button>
              )}
            </div>
          )}
          {lineUp.notes.map((note) => (
            <p key={note} className="mt-3">
              {localise(note, preferences)}
            </p>
          ))}
          <div className="mt-3 grid gap-x-8 gap-y-5 lg:grid-cols-[minmax(0,1fr)_22rem] print:hidden">
            <div className="grid min-w-0 content-start gap-5 max-lg:order-2">
              <StationChart
                lineUp={lineUp}
                nowS={nowS}
                onServe={(dishes, serveS) => {
                  tell(
                    ...dishes.map(
                      (dish): LineUpChange => ({ kind: "serve", dish, serve_s: serveS }),
                    ),
                  );
                }}
                onFix={(dish, key, startS) => {
                  tell({ kind: "fix", dish, key, start_s: startS });
                }}
              />
              {lineUp.tightest && (
                <p>
                  <strong>Tightest at {timeOf(lineUp, lineUp.tightest.at_s)}:</strong>{" "}
                  {said(lineUp.tightest.first, lineUp.tightest.first_dish)}, then{" "}
                  {said(lineUp.tightest.then, lineUp.tightest.then_dish)}
                  {lineUp.tightest.slack_s < 5
                    ? ", one right after the other."
                    : `, with ${clock(lineUp.tightest.slack_s)} between.`}
                </p>
              )}
              <DishTable
                lineUp={lineUp}
                isBusy={isBusy}
                onServe={(dishes, serveS) => {
                  tell(
                    ...dishes.map(
                      (dish): LineUpChange => ({ kind: "serve", dish, serve_s: serveS }),
                    ),
                  );
                }}
                onPrepared={(dish, prepared) => {
                  tell({ kind: "prepared", dish, prepared });
                }}
                onServings={(dish, servings) => {
                  tell({ kind: "servings", dish, servings });
                }}
                onRemove={(dish) => {
                  const was = lineUp.asked.filter((d) => d.id === dish || d.with === dish);
                  change.mutate([{ kind: "remove", dish }], {
                    onSuccess: () => {
                      toast("Left out.", {
                        action: {
                          label: "Put it back",
                          onClick: () => {
                            tell(...was.map((d): LineUpChange => ({ kind: "add", dish: d })));
                          },
                        },
                      });
                    },
                  });
                }}
              />
              <ul className="grid gap-1 text-sm">
                {lineUp.cautions.map((caution) => (
                  <li key={caution}>{localise(caution, preferences)}</li>
                ))}
              </ul>
              <div className="flex flex-wrap items-center gap-2">
                <Crew
                  label="Cooks"
                  value={lineUp.hands}
                  onChange={(hands) => {
                    tell({ kind: "crew", hands });
                  }}
                />
                <a
                  className="btn min-h-11 border-base-300 bg-base-100"
                  href={file("calendar")}
                  download
                >
                  <CalendarDays aria-hidden className="size-4" />
                  Calendar
                </a>
                <a
                  className="btn min-h-11 border-base-300 bg-base-100"
                  href={file("table")}
                  download
                >
                  <Download aria-hidden className="size-4" />
                  Table
                </a>
                <a
                  className="btn min-h-11 border-base-300 bg-base-100"
                  href={file("export")}
                  download
                >
                  <Download aria-hidden className="size-4" />
                  File
                </a>
                <button
                  type="button"
                  className="btn min-h-11 border-base-300 bg-base-100"
                  onClick={() => chooser.current?.click()}
                >
                  <Upload aria-hidden className="size-4" />
                  Bring one in
                </button>
                <button
                  type="button"
                  className="btn min-h-11 border-base-300 bg-base-100"
                  onClick={() => {
                    window.print();
                  }}
                >
                  <Printer aria-hidden className="size-4" />
                  Print
                </button>
                <button
                  type="button"
                  className="btn min-h-11 border-base-300 bg-base-100"
                  onClick={() => {
                    update.mutate({
                      first_serve_at: nextAt(timeOf(lineUp, 0), new Date()).toISOString(),
                    });
                  }}
                >
                  Same again today
                </button>
                <button
                  type="button"
                  className="btn btn-ghost min-h-11"
                  onClick={() => {
                    const gone = lineUp.id;
                    if (gone == null) return;
                    box.remove.mutate(gone, {
                      onSuccess: () => {
                        void navigate({ pathname: "/line-up", search: address });
                        toast(`“${lineUp.name}” is gone.`, {
                          action: {
                            label: "Put it back",
                            onClick: () => {
                              box.restore.mutate(gone);
                            },
                          },
                        });
                      },
                    });
                  }}
                >
                  Delete
                </button>
              </div>
            </div>
            <StepList
              lineUp={lineUp}
              nowS={nowS}
              isBusy={isBusy}
              onLate={(step) => {
                if (step.dish == null) return;
                tell(...notBegun(step), { kind: "late", dish: step.dish, by_s: LATE_S });
              }}
              onFix={(step) => {
                const start = lineUp.dishes
                  .find((d) => d.id === step.dish)
                  ?.starts.find((s) => s.key === step.key);
                if (step.dish != null && start) {
                  tell({ kind: "fix", dish: step.dish, key: start.key, start_s: start.start_s });
                }
              }}
              onFree={(step) => {
                if (step.dish != null && step.key != null) {
                  tell({ kind: "free", dish: step.dish, key: step.key });
                }
              }}
              onGoesIn={inNow}
              onNotHot={(step) => {
                if (nowS === null) return;
                const busy = {
                  station: step.station,
                  until_s: Math.max(nowS, step.start_s) + MORE_S,
                  why: NOT_HOT,
                };
                tell(...notBegun(step), { kind: "busy", busy });
              }}
            />
          </div>
          <StationSheet lineUp={lineUp} />
        </>
      )}
      {!lineUp && !isLoading && plan === null && (
        <p className="mt-4">
          <Link className="link" to={{ pathname: "/", search: address }}>
            Plan a fish first
          </Link>
          , or begin with a side.
        </p>
      )}
      <input
        ref={chooser}
        type="file"
        accept="application/json,.json"
        className="hidden"
        aria-label="File of a line-up"
        onChange={(event) => {
          const chosen = event.target.files?.[0];
          if (chosen) bringIn(chosen);
          event.target.value = "";
        }}
      />
      <AddDialog ref={adding} plan={plan} lineUp={lineUp} onChoose={choose} />
    </div>
  );
}

function Crew(props: { label: string; value: number; onChange: (value: number) => void }) {
  return (
    <label className="mr-auto flex items-center gap-2 font-bold">
      {props.label}
      <select
        className="select min-h-11 w-18"
        value={props.value}
        onChange={(event) => {
          props.onChange(Number(event.target.value));
        }}
      >
        {[1, 2, 3, 4, 5, 6, 7, 8].map((n) => (
          <option key={n}>{n}</option>
        ))}
      </select>
    </label>
  );
}
