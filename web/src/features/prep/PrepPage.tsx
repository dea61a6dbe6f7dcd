import { CalendarDays, FileJson, Printer } from "lucide-react";
import { useEffect, useMemo, useState } from "react";
import { Link, useSearchParams } from "react-router";
import { CatalogueGate } from "@/api/CatalogueGate";
import { ApiFailure, type Catalogue, type Prep, type PrepChoices } from "@/api/client";
import { usePrep } from "@/api/prep";
import { complaintOf } from "@/kitchen/complaint";
import { houseDoneness, usePreferences } from "@/kitchen/preferences";
import { toPrep } from "@/kitchen/requests";
import { vesselsFor } from "@/kitchen/vessels";
import {
  type PlanDraft,
  type PrepDraft,
  readAddress,
  readPrep,
  writeAddress,
  writePrep,
} from "@/lib/address";
import { civil, clock, nextAt, timeOfDay, wait } from "@/lib/time";
import { lengthIn, localise } from "@/lib/units";
import { Segmented } from "@/ui/Segmented";
import { Stepper } from "@/ui/Stepper";
import { toast } from "@/ui/toast";
import { Amounts } from "./Amounts";
import { download } from "./download";
import { Questions } from "./Questions";
import { SaltPanel } from "./SaltPanel";
import { Thawing } from "./Thawing";
import { TimeField } from "./TimeField";
import { Timeline } from "./Timeline";

/** Everything before the heat: what to do when, what to weigh out, salt and thawing. */
export function PrepPage() {
  useEffect(() => {
    document.title = "Prep · Cindo";
  }, []);
  return <CatalogueGate>{(catalogue) => <Preparing catalogue={catalogue} />}</CatalogueGate>;
}

/** Now, to the minute. */
function useNow(): Date {
  const [now, setNow] = useState(() => new Date());
  useEffect(() => {
    const timer = setInterval(() => {
      setNow(new Date());
    }, 30_000);
    return () => {
      clearInterval(timer);
    };
  }, []);
  return now;
}

const COUNT = { unit: "", step: 1, digits: 0, show: (n: number) => n, read: Math.round };

function Preparing({ catalogue }: { catalogue: Catalogue }) {
  const [params, setParams] = useSearchParams();
  const address = params.toString();
  const { preferences } = usePreferences();
  const [plan, draft] = useMemo(() => {
    const read = new URLSearchParams(address);
    return [readAddress(read, houseDoneness(preferences)), readPrep(read)];
  }, [address, preferences]);
  const request = useMemo(() => toPrep(plan, draft, preferences), [plan, draft, preferences]);
  const { data, error, isFetching } = usePrep(request);
  const now = useNow();
  const heatAt = nextAt(draft.heatAt, now);
  const write = (nextPlan: PlanDraft, next: PrepDraft) => {
    setParams(writePrep(writeAddress(nextPlan), next), { replace: true });
  };
  const change = (part: Partial<PrepDraft>) => {
    write(plan, { ...draft, ...part });
  };
  const { choices } = draft;
  const choose = (part: Partial<PrepChoices>) => {
    change({ choices: { ...choices, ...part } });
  };
  const setPiece = (part: Partial<PlanDraft["piece"]>) => {
    write({ ...plan, piece: { ...plan.piece, ...part } }, draft);
  };
  const complaint = (field: string) => complaintOf(error, field, preferences);
  const species = catalogue.species.find((s) => s.id === plan.piece.species);
  const vessels = vesselsFor(catalogue, preferences, plan);
  return (
    <div className="px-4 py-4 sm:px-7 sm:py-5">
      <Head
        prep={data}
        count={plan.piece.count ?? 1}
        address={address}
        heatAt={heatAt}
        onSave={(kind) => {
          download(kind, request, civil(heatAt)).catch((failure: unknown) => {
            toast(failure instanceof ApiFailure ? failure.message : "The file was not saved.");
          });
        }}
      />
      <div className="mt-4 flex flex-wrap items-end gap-x-5 gap-y-3 rounded-box border border-base-300 bg-base-100 p-4 print:hidden">
        <TimeField
          value={draft.heatAt}
          onChange={(at) => {
            change({ heatAt: at });
          }}
        />
        <Stepper
          narrow
          label="Pieces"
          quantity={COUNT}
          value={plan.piece.count ?? 1}
          onChange={(count) => {
            setPiece({ count });
          }}
          error={complaint("plan.piece.count")}
        />
        <Stepper
          narrow
          label="Thickness"
          quantity={lengthIn(preferences)}
          value={plan.piece.thickness_mm}
          onChange={(thickness_mm) => {
            setPiece({ thickness_mm });
          }}
          error={complaint("plan.piece.thickness_mm")}
        />
        {vessels.length > 1 && (
          <label className="grid gap-1">
            <span className="font-bold">Cooked in</span>
            <select
              className="select h-11 w-auto max-w-56 text-base max-sm:max-w-36"
              value={plan.vessel ?? vessels.find((v) => v.name === data?.in_vessel)?.id ?? ""}
              onChange={(event) => {
                write({ ...plan, vessel: event.target.value }, draft);
              }}
            >
              {vessels.map((v) => (
                <option key={v.id} value={v.id}>
                  {v.name}
                </option>
              ))}
            </select>
          </label>
        )}
        <Segmented
          stacked="row"
          label="The fish is"
          value={choices.thaw?.place ?? "fresh"}
          options={[
            ["fresh", "fresh"],
            ["fridge", "frozen: fridge"],
            ["cold_water", "frozen: water"],
          ]}
          onChange={(state) => {
            choose({ thaw: state === "fresh" ? null : { ...choices.thaw, place: state } });
          }}
        />
      </div>
      {error && (
        <div role="alert" className="alert mt-3 border-error bg-base-100 text-error">
          <div>
            {(error.fields.length > 0 ? error.fields.map((f) => f.message) : [error.message]).map(
              (text) => (
                <p key={text}>{localise(text, preferences)}</p>
              ),
            )}
            {data && <p className="text-base-content text-sm">Below is what worked last.</p>}
          </div>
        </div>
      )}
      {data && (
        <div
          aria-busy={isFetching}
          className="mt-4 grid items-start gap-x-7 gap-y-5 lg:grid-cols-[minmax(0,1fr)_25rem] print:flex print:flex-col print:items-stretch"
        >
          <div className="grid min-w-0 gap-5">
            {data.thaw && (
              <Thawing
                thaw={data.thaw}
                startAt={before(heatAt, data.lead_s)}
                heatAt={heatAt}
                now={now}
                inFridge={choices.thaw?.place === "fridge"}
                packMm={choices.thaw?.pack_mm ?? plan.piece.thickness_mm}
                complaint={complaint("choices.thaw.pack_mm")}
                onPack={(pack_mm) => {
                  choose({ thaw: { ...choices.thaw, pack_mm } });
                }}
                onWater={() => {
                  choose({ thaw: { ...choices.thaw, place: "cold_water" } });
                }}
              />
            )}
            <Timeline prep={data} heatAt={heatAt} now={now} />
            <Questions
              questions={data.questions}
              onTake={(question, side) => {
                choose({ sides: { ...choices.sides, [question]: side } });
              }}
            />
          </div>
          <div className="grid min-w-0 gap-5 print:contents">
            {/* What has to be weighed out comes first on a sheet. */}
            <div className="min-w-0 print:order-first">
              <Amounts
                prep={data}
                choices={choices}
                guests={choices.guests ?? plan.piece.count ?? 1}
                onChange={choose}
              />
            </div>
            <SaltPanel
              catalogue={catalogue}
              salt={data.salt ?? null}
              choice={choices.salt ?? {}}
              marinade={data.marinade ?? null}
              skin={plan.piece.skin ?? false}
              complaint={complaint}
              onChange={(salt) => {
                choose({ salt });
              }}
            />
            <Mind prep={data} />
          </div>
        </div>
      )}
      {!data && !error && <p className="mt-5">Working it out for the {species?.name}…</p>}
    </div>
  );
}

const before = (at: Date, seconds: number) => new Date(at.getTime() - seconds * 1000);

interface HeadProps {
  prep: Prep | undefined;
  count: number;
  address: string;
  heatAt: Date;
  onSave: (kind: "calendar" | "how-to") => void;
}

function Head({ prep, count, address, heatAt, onSave }: HeadProps) {
  const now = new Date();
  return (
    <div className="flex flex-wrap items-center justify-between gap-x-6 gap-y-3">
      <h1 className="font-display text-xl sm:text-[1.65rem]">
        {prep ? (
          <>
            {prep.title} × {count}: begin at <b>{timeOfDay(before(heatAt, prep.lead_s), now)}</b>,
            into the heat at <b>{timeOfDay(heatAt, now)}</b>
          </>
        ) : (
          "Before the heat"
        )}
        {prep && (
          <span className="block font-sans text-base">
            {wait(prep.hands_on_s)} of work in {wait(prep.lead_s)}. Then {clock(prep.pull_s)} in the
            heat and {clock(prep.rest_s)} of rest.
          </span>
        )}
      </h1>
      <div className="flex flex-wrap gap-2 print:hidden">
        <Link
          to={{ pathname: "/", search: address }}
          className="btn min-h-11 border-base-300 bg-base-100 max-sm:hidden"
        >
          Back to the plan
        </Link>
        <button
          type="button"
          className="btn min-h-11 border-base-300 bg-base-100"
          onClick={() => {
            onSave("calendar");
          }}
        >
          <CalendarDays aria-hidden className="size-5" />
          Calendar
        </button>
        <button
          type="button"
          className="btn min-h-11 border-base-300 bg-base-100"
          aria-label="Steps as a file (JSON-LD)"
          onClick={() => {
            onSave("how-to");
          }}
        >
          <FileJson aria-hidden className="size-5" />
          Steps
        </button>
        <button
          type="button"
          className="btn btn-primary min-h-11"
          onClick={() => {
            window.print();
          }}
        >
          <Printer aria-hidden className="size-5" />
          Print
        </button>
      </div>
    </div>
  );
}

/** Allergens, holding and cautions. */
function Mind({ prep }: { prep: Prep }) {
  const { preferences } = usePreferences();
  const forbidden = prep.allergens.filter((a) => preferences.allergens.includes(a));
  return (
    <section aria-labelledby="mind" className="grid gap-2 text-sm">
      <h2 id="mind" className="font-bold font-display text-xl">
        To mind
      </h2>
      {forbidden.length > 0 && (
        <p role="alert" className="rounded-field border-2 border-error px-3 py-2 text-error">
          <b>Not for tonight’s guests:</b> there is {forbidden.join(", ")} in it. Leave out or
          change what contains it; frying oil carries it over.
        </p>
      )}
      <p>
        <b>Allergens:</b> {prep.allergens.join(", ")}.
      </p>
      <ul className="grid list-disc gap-1 pl-5">
        {[...prep.cautions, ...prep.holding].map((text) => (
          <li key={text}>{localise(text, preferences)}</li>
        ))}
      </ul>
    </section>
  );
}
