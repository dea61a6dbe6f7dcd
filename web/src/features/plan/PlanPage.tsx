import {
  lazy,
  Suspense,
  useCallback,
  useDeferredValue,
  useEffect,
  useMemo,
  useRef,
  useState,
} from "react";
import { useSearchParams } from "react-router";
import { CatalogueGate } from "@/api/CatalogueGate";
import type { Catalogue, Plan, PlanRequest } from "@/api/client";
import { useBeginCook } from "@/kitchen/cooks";
import { withoutOwnTimes, withoutVerdict } from "@/kitchen/piece";
import { houseDoneness, usePreferences } from "@/kitchen/preferences";
import { toRequest } from "@/kitchen/requests";
import { carryPrep, type PlanDraft, readAddress, writeAddress } from "@/lib/address";
import { clock } from "@/lib/time";
import { format, lengthIn, localise } from "@/lib/units";
import { useNowAndThen } from "@/lib/useNowAndThen";
import type { Live } from "@/picture/follow";
import type { Mark } from "@/picture/MarkHandles";
import { PlanPicture } from "@/picture/PlanPicture";
import { Before } from "./Before";
import { Cautions } from "./Cautions";
import { Judgements } from "./Judgements";
import { MethodRow } from "./MethodRow";
import { Consequence, Gentler, KeptAsItWas, Trouble } from "./Notices";
import { PlanCard, Tools } from "./PlanCard";
import { DRAG_UPDATE_MS, useBetter, useLivePlan, useSection } from "./queries";
import { Sentence, type Usual } from "./Sentence";
import { useShortcuts } from "./useShortcuts";

// Not needed for the first screen.
const Batch = lazy(async () => ({ default: (await import("./Batch")).Batch }));
const KeepDialog = lazy(async () => ({ default: (await import("./KeepDialog")).KeepDialog }));
const Backwards = lazy(async () => ({ default: (await import("./Backwards")).Backwards }));
const FromTheLog = lazy(async () => ({ default: (await import("./FromTheLog")).FromTheLog }));
const CookedDialog = lazy(async () => ({
  default: (await import("@/ui/CookedDialog")).CookedDialog,
}));

/** The plan for one piece: what is on the board, how, and the picture of what happens. */
export function PlanPage() {
  return <CatalogueGate>{(catalogue) => <Planner catalogue={catalogue} />}</CatalogueGate>;
}

/** The plan of the address, with a draft on top while something is being dragged. */
function useDraft() {
  const usual = houseDoneness(usePreferences().preferences);
  const [params, setParams] = useSearchParams();
  const address = params.toString();
  const settled = useMemo(() => readAddress(new URLSearchParams(address), usual), [address, usual]);
  const { later, catchUp } = useNowAndThen(DRAG_UPDATE_MS);
  const [held, setHeld] = useState<{ draft: PlanDraft; isDone: boolean } | null>(null);
  const commit = useCallback(
    (draft: PlanDraft) => {
      catchUp();
      // Held until the address has it, or the old plan would flash by.
      setHeld({ draft, isDone: true });
      setParams((old) => carryPrep(writeAddress(draft), old), { replace: true });
    },
    [setParams, catchUp],
  );
  const isDragging = held !== null && !held.isDone;
  const drag = useCallback(
    (draft: PlanDraft) => {
      const take = () => {
        setHeld((now) => (now?.isDone === true ? now : { draft, isDone: false }));
      };
      if (isDragging) later(take);
      else take();
    },
    [isDragging, later],
  );
  if (held?.isDone && address === carryPrep(writeAddress(held.draft), params).toString()) {
    setHeld(null);
  }
  return {
    draft: held?.draft ?? settled,
    settled: held?.isDone ? held.draft : settled,
    isDragging,
    commit,
    drag,
  };
}

/** Quick answers keep up with the hand; the whole one comes when it lets go. */
const quick = (whole: PlanRequest): PlanRequest => ({ ...whole, brief: true });

/** What a plan takes where nothing is said: it follows from the piece. */
function useUsual(plan: Plan | null): Usual | null {
  const usual = plan && {
    school: plan.school ?? null,
    coating: plan.coating,
    variant: plan.variant ?? null,
    mediumC: plan.medium_c,
    restS: plan.rest_s,
    restOn: plan.rest_on,
  };
  // The sentence is laid out anew only where one of them changed.
  const key = JSON.stringify(usual);
  return useMemo(() => JSON.parse(key) as Usual | null, [key]);
}

function useTitle(title: string) {
  useEffect(() => {
    document.title = title;
  }, [title]);
}

function Planner({ catalogue }: { catalogue: Catalogue }) {
  // The words wait for the end of a drag; the picture follows it, and the card a little after.
  const { draft, settled, isDragging, commit, drag } = useDraft();
  const { preferences, change } = usePreferences();
  const request = useMemo(() => {
    const whole = toRequest(draft, preferences);
    return isDragging ? quick(whole) : whole;
  }, [draft, isDragging, preferences]);
  const live = useRef<Live>({ answers: [], thicknessMm: draft.piece.thickness_mm });
  const { plan, failure, isBehind, again, ask, catchUp } = useLivePlan(request, isDragging, live);
  const isSettled = !isDragging && !isBehind && failure === null;
  const { section, isComing } = useSection(request, isSettled);
  const { gentler, remedy, isLooking } = useBetter(request, isSettled);
  const [moment, setMoment] = useState<number | null>(null);
  const [keepAsked, setKeepAsked] = useState(0);
  const findFish = useRef<HTMLButtonElement>(null);
  const allWays = useRef<HTMLButtonElement>(null);
  const species = catalogue.species.find((s) => s.id === draft.piece.species);
  const cut = catalogue.cuts.find((c) => c.id === draft.piece.cut);
  const method = catalogue.methods.find((m) => m.id === draft.method);

  const follow = (next: PlanDraft, done: boolean) => {
    live.current.thicknessMm = next.piece.thickness_mm;
    if (done) {
      catchUp();
      commit(next);
    } else {
      ask(quick(toRequest(next, preferences)));
      drag(next);
    }
  };
  const setThickness = (mm: number, done: boolean) => {
    const { tail_mm: tail, ...piece } = draft.piece;
    const thin = tail == null ? {} : { tail_mm: Math.min(tail, mm) };
    follow({ ...withoutOwnTimes(draft), piece: { ...piece, ...thin, thickness_mm: mm } }, done);
  };
  const setMark = (mark: Mark, seconds: number, done: boolean) => {
    // The other mark stays where it is: it is already the cook's.
    follow({ ...draft, [mark === "turn" ? "turn_s" : "out_s"]: seconds }, done);
  };
  const openKeep = useCallback(() => {
    setKeepAsked((asked) => asked + 1);
  }, []);
  useShortcuts({
    catalogue,
    draft,
    commit,
    findFish,
    allWays,
    openKeep,
  });

  // What stands round the picture waits for the end of a drag: laying it out anew takes half the frames.
  const [rested, setRested] = useState(plan);
  if (!isDragging && plan !== rested) setRested(plan);
  const later = useDeferredValue(rested);
  const near = useDeferredValue(plan);
  useTitle(
    later && species && method
      ? `${method.name} ${species.name}: out at ${clock(later.pull_s)} · Cindo`
      : "Cindo",
  );
  // What is kept is what was let go of.
  const cook = useBeginCook();
  const [isCooked, setCooked] = useState(false);
  const closeCooked = useCallback(() => {
    setCooked(false);
  }, []);
  const keepable = useMemo(() => toRequest(settled, preferences), [settled, preferences]);
  // Only whether there is a turn, and when, matters to the questions; not every frame of a drag.
  const [turnS, setTurnS] = useState<number | null>(null);
  const flip = plan?.flip_s ?? null;
  if (!isBehind && !isDragging && flip !== turnS) setTurnS(flip);
  const usual = useUsual(plan?.method === settled.method ? plan : null);
  const trouble = useMemo(
    () =>
      near && (
        <Trouble
          plan={near}
          remedy={remedy}
          isLooking={isLooking}
          draft={settled}
          onChange={commit}
        />
      ),
    [near, remedy, isLooking, settled, commit],
  );
  // On a narrow screen it stands below what the hand needs.
  const fromTheLog = near && (
    <Suspense>
      <FromTheLog
        request={keepable}
        draft={settled}
        onChange={commit}
        isSettled={isSettled}
        kitchen={near.setting.kitchen}
      />
    </Suspense>
  );
  const general = failure?.fields.filter((f) => !FIELDS_WITH_A_PLACE.includes(f.field)) ?? [];
  return (
    <div className="flex flex-col gap-3 px-4 py-3 sm:px-7 lg:grid lg:grid-cols-[minmax(0,1fr)_24rem] lg:items-start lg:gap-x-6 print:p-0">
      <div className="print:hidden lg:col-span-2">
        <Sentence
          catalogue={catalogue}
          draft={settled}
          onChange={commit}
          failure={failure}
          usual={usual}
          fishButton={findFish}
        />
        <KeptAsItWas draft={settled} onChange={commit} />
        <MethodRow catalogue={catalogue} draft={settled} onChange={commit} ref={allWays} />
        {failure && (general.length > 0 || failure.fields.length === 0) && (
          <div role="alert" className="alert mt-3 border-error bg-base-100 text-error">
            <div>
              {failure.fields.length === 0 && (
                <p>
                  {failure.message}{" "}
                  <button
                    type="button"
                    className="min-h-11 cursor-pointer underline"
                    onClick={again}
                  >
                    Ask again
                  </button>
                </p>
              )}
              {general.map((f) => (
                <p key={f.field + f.message}>{localise(sentence(f.message), preferences)}</p>
              ))}
              {draft.piece.freshness === "leave_it" && (
                <button
                  type="button"
                  className="min-h-11 cursor-pointer underline"
                  onClick={() => {
                    commit(withoutVerdict(draft));
                  }}
                >
                  This is another piece
                </button>
              )}
              {failure.fields.some((f) => f.field === "vessel") && (
                <button
                  type="button"
                  className="min-h-11 cursor-pointer underline"
                  onClick={() => {
                    const { vessel: _vessel, ...rest } = draft;
                    commit(rest);
                  }}
                >
                  Take what is usual here
                </button>
              )}
              {preferences.atRisk && (
                <button
                  type="button"
                  className="min-h-11 cursor-pointer underline"
                  onClick={() => {
                    change({ atRisk: false });
                  }}
                >
                  No guests at risk tonight
                </button>
              )}
              {plan && (
                <p className="text-base-content text-sm">Below is the last plan that worked.</p>
              )}
            </div>
          </div>
        )}
      </div>
      {plan && near && later && cut && method && (
        <>
          {/* On a narrow screen the two columns dissolve and the card comes before the picture. */}
          <div className="contents min-w-0 gap-4 lg:grid">
            <section
              aria-label="Picture"
              aria-busy={isBehind || isDragging || isComing}
              className={`min-w-0 max-lg:order-2 print:break-inside-avoid print:[zoom:0.58] ${failure ? "opacity-50" : ""}`}
            >
              <PlanPicture
                plan={plan}
                section={isBehind ? null : section}
                family={method.family}
                medium={method.medium}
                skin={draft.piece.skin ?? false}
                thicknessMm={draft.piece.thickness_mm}
                widthMm={draft.piece.width_mm ?? cut.width_mm}
                oval={cut.section === "oval"}
                moment={moment}
                onMoment={setMoment}
                onThickness={setThickness}
                onMark={setMark}
                isDragging={isDragging}
                live={live}
                isHeatFromAbove={method.heat_from_above ?? false}
                isWhole={cut.outline === "oval_with_cavity"}
              />
            </section>
            <Gentler gentler={gentler} draft={draft} onChange={commit} />
            <Before draft={settled} isSettled={isSettled} />
            <Judgements plan={later} />
            <Suspense>
              <Backwards
                flipS={turnS}
                medium={method.medium}
                draft={settled}
                onChange={commit}
                key={draft.method}
              />
            </Suspense>
          </div>
          <div className="contents gap-2.5 lg:grid">
            <Consequence plan={near} draft={draft} onChange={commit} />
            <PlanCard
              plan={near}
              method={method}
              moment={moment}
              onMoment={setMoment}
              title={`${method.name}: ${settled.piece.count ?? 1} × ${species?.name.toLowerCase() ?? ""} ${cut.name}, ${format(lengthIn(preferences), settled.piece.thickness_mm)}, ${settled.piece.skin ? "skin on, " : ""}${near.target_name}`}
              isStale={failure !== null}
            >
              {trouble}
              <div className="max-lg:hidden">{fromTheLog}</div>
            </PlanCard>
            <Cautions plan={later} draft={settled} onChange={commit} />
            <Tools
              onKeep={openKeep}
              onCooked={() => {
                setCooked(true);
              }}
              onCook={() => {
                cook.mutate({ request: keepable, name: `${species?.name ?? ""} ${cut.name}` });
              }}
            />
            {cook.error && (
              <p role="alert" className="text-error">
                {cook.error.message}. Press Cook again.
              </p>
            )}
            <div className="max-lg:order-1 lg:hidden">{fromTheLog}</div>
            <Suspense>
              <Batch plan={later} catalogue={catalogue} draft={settled} onChange={commit} />
            </Suspense>
          </div>
          {isCooked && (
            <Suspense>
              <CookedDialog
                request={keepable}
                name={`${species?.name ?? ""} ${cut.name}`}
                onClose={closeCooked}
              />
            </Suspense>
          )}
          {keepAsked > 0 && (
            <Suspense>
              <KeepDialog
                asked={keepAsked}
                request={keepable}
                suggestion={`${species?.name ?? ""} ${cut.name}, ${method.name.toLowerCase()}`}
              />
            </Suspense>
          )}
        </>
      )}
    </div>
  );
}

/** Fields whose message stands beside their own control. */
const FIELDS_WITH_A_PLACE = [
  "piece.tail_mm",
  "piece.length_mm",
  "piece.thickness_mm",
  "piece.start_c",
  "piece.weight_g",
  "piece.count",
  "medium_c",
  "second_c",
  "second_s",
  "altitude_m",
  "rest_s",
  "rest_on",
  "rest_c",
];

const sentence = (text: string) =>
  text.charAt(0).toUpperCase() + text.slice(1).replace(/[^.]$/, "$&.");
