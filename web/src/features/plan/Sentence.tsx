import { lazy, memo, type ReactNode, type RefObject, Suspense } from "react";
import type { ApiFailure, Catalogue, School } from "@/api/client";
import { complaintOf } from "@/kitchen/complaint";
import { withCut, withoutOwnTimes, withoutVerdict } from "@/kitchen/piece";
import { usePreferences } from "@/kitchen/preferences";
import { isAtRisk } from "@/kitchen/requests";
import type { PlanDraft } from "@/lib/address";
import { format, lengthIn, massIn, temperatureIn } from "@/lib/units";
import { Blank } from "@/ui/Blank";
import { Segmented } from "@/ui/Segmented";
import { Stepper } from "@/ui/Stepper";

// Its list machinery is not needed before the cook asks for another fish.
const Ruler = lazy(async () => ({ default: (await import("./Ruler")).Ruler }));
const FishFinder = lazy(async () => ({ default: (await import("./FishFinder")).FishFinder }));

/** What a plan takes where nothing is asked for. */
export interface Usual {
  school: School | null;
  coating: string;
  variant: string | null;
  mediumC: number;
  restS: number;
  restOn: string;
}

interface Props {
  catalogue: Catalogue;
  draft: PlanDraft;
  onChange: (draft: PlanDraft) => void;
  failure: ApiFailure | null;
  usual: Usual | null;
  fishButton: RefObject<HTMLButtonElement | null>;
}

/** Starts that have a name, °C; half of the ice is left at about −2 °C. */
const STARTS = [
  ["fridge", "straight from the fridge", 5],
  ["bench", "tempered", 15],
  ["half", "half thawed", -2],
  ["frozen", "frozen hard", -18],
] as const;

const COUNTS = ["no", "One", "Two", "Three", "Four", "Five", "Six", "Seven", "Eight"];

const SCHOOLS: Record<School, string> = {
  skin_side: "mostly on the skin",
  two_sided: "half and half",
  many_turns: "turned often",
  one_side: "on one side only",
};

/** What is on the board, as a cook would say it; each underlined part is a button. */
export const Sentence = memo(function Sentence({
  catalogue,
  draft,
  onChange,
  failure,
  usual,
  fishButton,
}: Props) {
  const { preferences, change } = usePreferences();
  const { piece } = draft;
  const length = lengthIn(preferences);
  const temperature = temperatureIn(preferences);
  const species = catalogue.species.find((s) => s.id === piece.species);
  const cut = catalogue.cuts.find((c) => c.id === piece.cut);
  const method = catalogue.methods.find((m) => m.id === draft.method);
  const set = (part: Partial<PlanDraft["piece"]>) => {
    onChange({ ...withoutOwnTimes(draft), piece: { ...piece, ...part } });
  };
  const coats = catalogue.coatings.filter((c) => method?.coats.includes(c.id));
  const coat =
    coats.find((c) => c.id === (draft.coating ?? usual?.coating)) ??
    coats.find((c) => c.id === method?.coats[0]);
  const variants = method?.variants ?? [];
  const variant = variants.find((v) => v.id === (draft.variant ?? usual?.variant)) ?? variants[0];
  const book = catalogue.bands.find((b) => b.id === "by_the_book");
  const complaint = (field: string) => complaintOf(failure, field, preferences);
  const count = piece.count ?? 1;
  const weight = piece.weight_g;
  const many = COUNTS[count] ?? String(count);
  const schools = method?.schools ?? [];
  const school = draft.school ?? usual?.school;
  return (
    <h1 className="font-display text-[1.05rem] leading-[1.6] sm:text-[1.45rem] sm:leading-[1.55]">
      <Blank
        text={weight ? `${many} × ${format(massIn(preferences), weight)}` : many}
        label="How many, how heavy"
        isWrong={Boolean(complaint("piece.count") ?? complaint("piece.weight_g"))}
      >
        <Stepper
          label="Pieces"
          quantity={{ unit: "", step: 1, digits: 0, show: (n) => n, read: (n) => Math.round(n) }}
          value={count}
          onChange={(n) => {
            set({ count: n });
          }}
          error={complaint("piece.count")}
        />
        <Stepper
          label="Weight of one"
          quantity={massIn(preferences)}
          value={weight ?? cut?.usual_weight_g ?? 150}
          onChange={(g) => {
            set({ weight_g: g });
          }}
          error={complaint("piece.weight_g")}
        />
      </Blank>{" "}
      <Blank
        text={species?.name.toLowerCase() ?? piece.species}
        label="Kind of fish"
        ref={fishButton}
        wide
      >
        {(close) => (
          <Suspense>
            <FishFinder catalogue={catalogue} draft={draft} onChange={onChange} onDone={close} />
          </Suspense>
        )}
      </Blank>{" "}
      <Blank
        after=","
        text={`${cut?.name ?? piece.cut}${piece.stuffed ? ", stuffed" : ""}`}
        label="Cut"
        isWrong={complaint("piece.length_mm") !== undefined}
      >
        <Segmented
          stacked
          label="Cut"
          value={piece.cut}
          options={catalogue.cuts.map((c) => [c.id, c.name] as const)}
          onChange={(id) => {
            onChange(withCut(draft, catalogue, id));
          }}
        />
        {cut?.on_the_bone && (
          <Segmented
            label="Stuffed"
            value={piece.stuffed ? "yes" : "no"}
            options={[
              ["no", "no"],
              ["yes", "yes"],
            ]}
            onChange={(stuffed) => {
              set({ stuffed: stuffed === "yes" });
            }}
          />
        )}
        <Stepper
          label="Length, if it matters"
          quantity={{ ...length, step: length.step * 10 }}
          value={piece.length_mm ?? 0}
          onChange={(mm) => {
            const { length_mm: _length, ...rest } = piece;
            onChange({ ...draft, piece: mm > 0 ? { ...rest, length_mm: mm } : rest });
          }}
          error={complaint("piece.length_mm")}
        />
      </Blank>{" "}
      <Blank
        after=","
        text={`${format(length, piece.thickness_mm)} thick${
          piece.tail_mm == null ? "" : ` (thin end ${format(length, piece.tail_mm)})`
        }`}
        label="Thickness"
        isWrong={
          complaint("piece.thickness_mm") !== undefined || complaint("piece.tail_mm") !== undefined
        }
      >
        <Stepper
          label="Thickness"
          quantity={length}
          value={piece.thickness_mm}
          onChange={(mm) => {
            set({ thickness_mm: mm });
          }}
          error={complaint("piece.thickness_mm")}
        />
        <Suspense>
          <Ruler
            thicknessMm={piece.thickness_mm}
            onChange={(mm) => {
              set({ thickness_mm: mm, thickness_measured: true });
            }}
          />
        </Suspense>
        <Segmented
          label="How do you know?"
          stacked
          value={piece.thickness_measured ? "measured" : "eye"}
          options={[
            ["eye", "by eye"],
            ["measured", "measured"],
          ]}
          onChange={(how) => {
            set({ thickness_measured: how === "measured" });
          }}
        />
        <Stepper
          label="Thin end"
          quantity={length}
          value={piece.tail_mm ?? piece.thickness_mm}
          onChange={(mm) => {
            set({ tail_mm: mm });
          }}
          error={complaint("piece.tail_mm")}
        />
        <Stepper
          label="In fingers"
          quantity={{
            unit: "fingers",
            step: 0.5,
            digits: 1,
            show: (mm) => mm / preferences.fingerMm,
            read: (n) => n * preferences.fingerMm,
          }}
          value={piece.thickness_mm}
          onChange={(mm) => {
            set({ thickness_mm: mm });
          }}
        />
        <Stepper
          label="My finger is wide"
          quantity={length}
          value={preferences.fingerMm}
          onChange={(fingerMm) => {
            if (fingerMm >= 8 && fingerMm <= 30) change({ fingerMm });
          }}
        />
      </Blank>{" "}
      {cut?.can_have_skin !== false && (
        <>
          <Blank after="," text={piece.skin ? "skin on" : "no skin"} label="Skin">
            <Segmented
              label="Skin"
              value={piece.skin ? "on" : "off"}
              options={[
                ["on", "on"],
                ["off", "off"],
              ]}
              onChange={(skin) => {
                set({ skin: skin === "on" });
              }}
            />
          </Blank>{" "}
        </>
      )}
      {coat && (
        <>
          <Blank
            after=","
            text={coat.name}
            label="Coat"
            isWrong={complaint("coating") !== undefined}
          >
            <Segmented
              stacked
              label="On the fish"
              value={coat.id}
              options={coats.map((c) => [c.id, c.name] as const)}
              onChange={(id) => {
                onChange({ ...withoutOwnTimes(draft), coating: id });
              }}
            />
            <p className="max-w-64 text-sm">{coat.reason}</p>
          </Blank>{" "}
        </>
      )}
      <Blank
        after=","
        text={coldness(piece.start_c, format(temperature, piece.start_c))}
        label="How cold"
        isWrong={complaint("piece.start_c") !== undefined}
      >
        <Segmented
          stacked
          label="How cold"
          value={STARTS.find(([, , c]) => c === piece.start_c)?.[0] ?? "other"}
          options={STARTS.map(
            ([id, name, c]) => [id, `${name}, ${format(temperature, c)}`] as const,
          )}
          onChange={(where) => {
            const start = STARTS.find(([id]) => id === where);
            if (start) set({ start_c: start[2] });
          }}
        />
        <Stepper
          label="Or measured"
          quantity={temperature}
          value={piece.start_c}
          onChange={(c) => {
            set({ start_c: c });
          }}
          error={complaint("piece.start_c")}
        />
      </Blank>
      {" to "}
      {isAtRisk(draft, preferences) ? (
        // Guests at risk leave no choice.
        <span>{book ? `${book.name}, for guests at risk,` : "by the book,"}</span>
      ) : piece.freshness === "cook_through" ? (
        <Blank after="," text="by the book, past its best" label="Doneness" wide>
          <p>The look before buying said to cook it through.</p>
          <button
            type="button"
            className="btn min-h-11"
            onClick={() => {
              onChange(withoutVerdict(draft));
            }}
          >
            This is another piece
          </button>
        </Blank>
      ) : (
        <Blank after="," text={donenessText(catalogue, draft, preferences)} label="Doneness" wide>
          <Segmented
            stacked
            label="Doneness"
            value={typeof draft.doneness === "string" ? draft.doneness : "number"}
            options={catalogue.bands.map((band) => {
              const from = temperature.show(band.from_c).toFixed(0);
              const range = band.to_c
                ? `${from}–${format(temperature, band.to_c)}`
                : `${from} ${temperature.unit} and up`;
              const usual = species?.doneness.includes(band.id) ? "" : " · unusual here";
              return [band.id, `${band.name}, ${range}${usual}`] as const;
            })}
            onChange={(band) => {
              onChange({ ...withoutOwnTimes(draft), doneness: band });
            }}
          />
          <Stepper
            label="Or a core of"
            quantity={temperature}
            value={
              typeof draft.doneness === "number"
                ? draft.doneness
                : (bandAim(catalogue, draft.doneness) ?? 52)
            }
            onChange={(c) => {
              onChange({ ...withoutOwnTimes(draft), doneness: c });
            }}
          />
        </Blank>
      )}
      {variant && (
        <>
          {" "}
          <Blank
            after=","
            text={variant.name}
            label="Variation"
            isWrong={complaint("variant") !== undefined}
          >
            <Segmented
              stacked
              label="Variation"
              value={variant.id}
              options={variants.map((v) => [v.id, v.name] as const)}
              onChange={(id) => {
                onChange({ ...withoutOwnTimes(draft), variant: id });
              }}
            />
          </Blank>
        </>
      )}
      {school && schools.length > 1 && (
        <>
          {" "}
          <Blank after="," text={schoolText(school, piece.skin ?? false)} label="Turning">
            <Segmented
              stacked
              label="Turning"
              value={school}
              options={schools.map((s) => [s, schoolText(s, piece.skin ?? false)] as const)}
              onChange={(s) => {
                onChange({ ...withoutOwnTimes(draft), school: s });
              }}
            />
          </Blank>
        </>
      )}
      <HeatBlank
        catalogue={catalogue}
        draft={draft}
        onChange={onChange}
        complaint={complaint}
        usual={usual}
      />
      {" eaten "}
      <RestBlank
        catalogue={catalogue}
        draft={draft}
        onChange={onChange}
        complaint={complaint}
        usual={usual}
        isWrapped={coat?.wraps ?? false}
      />
    </h1>
  );
});

const HEAT_FIELDS = ["medium_c", "second_c", "second_s", "altitude_m"];

interface HeatProps {
  catalogue: Catalogue;
  draft: PlanDraft;
  onChange: (draft: PlanDraft) => void;
  complaint: (field: string) => string | undefined;
  usual: Usual | null;
}

/** The heat, and where the kitchen stands, for those who want another than the usual. */
function HeatBlank({ catalogue, draft, onChange, complaint, usual }: HeatProps): ReactNode {
  const { preferences } = usePreferences();
  const temperature = temperatureIn(preferences);
  const method = catalogue.methods.find((m) => m.id === draft.method);
  if (!method) return null;
  const heat =
    method.default_c == null ? null : (draft.medium_c ?? usual?.mediumC ?? method.default_c);
  const medium = method.medium.toLowerCase();
  const then = method.second
    ? `, then the ${method.second.medium.toLowerCase()} at ${format(temperature, draft.second_c ?? method.second.default_c)}`
    : "";
  const altitude = draft.altitude_m ?? preferences.altitudeM;
  const height = altitude === 0 ? "" : ` at ${Math.round(altitude)} m`;
  return (
    <>
      {method.family === "steam" ? " in " : " with the "}
      <Blank
        after=","
        text={
          heat === null
            ? `full steam${height}`
            : `${medium} at ${format(temperature, heat)}${then}${height}`
        }
        label="Heat"
        isWrong={HEAT_FIELDS.some((field) => complaint(field) !== undefined)}
      >
        {heat !== null && (
          <>
            <Stepper
              label={method.medium}
              quantity={{ ...temperature, step: 5 }}
              value={heat}
              onChange={(c) => {
                onChange({ ...withoutOwnTimes(draft), medium_c: c });
              }}
              error={complaint("medium_c")}
            />
            <p className="max-w-64 text-sm">{method.reason}</p>
          </>
        )}
        {method.second && (
          <>
            <Stepper
              label={`Then the ${method.second.medium.toLowerCase()}`}
              quantity={{ ...temperature, step: 5 }}
              value={draft.second_c ?? method.second.default_c}
              onChange={(c) => {
                onChange({ ...withoutOwnTimes(draft), second_c: c });
              }}
              error={complaint("second_c")}
            />
            <Stepper
              label={`Into the ${method.second.medium.toLowerCase()} after, minutes`}
              quantity={{
                unit: "min",
                step: 0.5,
                digits: 1,
                show: (s) => s / 60,
                read: (minutes) => Math.round(minutes * 60),
              }}
              value={draft.second_s ?? method.second.default_s}
              onChange={(s) => {
                onChange({ ...withoutOwnTimes(draft), second_s: s });
              }}
              error={complaint("second_s")}
            />
          </>
        )}
        <Stepper
          label="Height above the sea"
          quantity={{ unit: "m", step: 100, digits: 0, show: (m) => m, read: (m) => m }}
          value={altitude}
          onChange={(m) => {
            onChange({ ...draft, altitude_m: m });
          }}
          error={complaint("altitude_m")}
        />
      </Blank>
    </>
  );
}

/** Pans that a piece can be left in. */
const PANS = ["pan", "nonstick", "lidded_pan"];

interface RestProps extends HeatProps {
  isWrapped: boolean;
}

/** How long it stands before it is eaten, and on what. */
function RestBlank({ catalogue, draft, onChange, complaint, usual, isWrapped }: RestProps) {
  const temperature = temperatureIn(usePreferences().preferences);
  const method = catalogue.methods.find((m) => m.id === draft.method);
  const seconds = draft.rest_s ?? usual?.restS ?? 120;
  const id = draft.rest_on ?? usual?.restOn ?? "plate";
  const inPan = method?.needs.some((kind) => PANS.includes(kind)) ?? false;
  const supports = catalogue.supports.filter(
    (s) => (inPan || !s.in_pan) && (isWrapped || !s.wrapped),
  );
  const on = catalogue.supports.find((s) => s.id === id);
  return (
    <Blank
      after="."
      text={seconds < 15 ? "at once" : `after ${standing(seconds)} ${on?.phrase ?? ""}`}
      label="Eaten"
      isWrong={Boolean(complaint("rest_s") ?? complaint("rest_on") ?? complaint("rest_c"))}
    >
      <Stepper
        label="Stands, minutes"
        quantity={{
          unit: "min",
          step: 0.5,
          digits: 1,
          show: (s) => s / 60,
          read: (minutes) => Math.round(minutes * 60),
        }}
        value={seconds}
        onChange={(s) => {
          onChange({ ...withoutOwnTimes(draft), rest_s: s });
        }}
        error={complaint("rest_s")}
      />
      <Segmented
        stacked
        label="On"
        value={id}
        options={supports.map((s) => [s.id, s.name] as const)}
        onChange={(place) => {
          const { rest_c: _warm, ...rest } = withoutOwnTimes(draft);
          onChange({ ...rest, rest_on: place });
        }}
      />
      {on?.oven_c != null && (
        <Stepper
          label="Oven"
          quantity={{ ...temperature, step: 5 }}
          value={draft.rest_c ?? on.oven_c}
          onChange={(c) => {
            onChange({ ...withoutOwnTimes(draft), rest_c: c });
          }}
          error={complaint("rest_c")}
        />
      )}
      {complaint("rest_on") && (
        <p className="max-w-64 text-error text-sm">{complaint("rest_on")}</p>
      )}
    </Blank>
  );
}

/** A stand as a cook says it: half minutes count, seconds do not. */
function standing(seconds: number): string {
  if (seconds < 60) return `${Math.round(seconds)} s`;
  const halves = Math.round(seconds / 30);
  return `${Math.floor(halves / 2)}${halves % 2 ? "½" : ""} min`;
}

function coldness(startC: number, shown: string): string {
  return STARTS.find(([, , c]) => c === startC)?.[1] ?? `at ${shown}`;
}

function schoolText(school: School, skin: boolean): string {
  return school === "skin_side" && !skin ? "mostly on the show side" : SCHOOLS[school];
}

function bandAim(catalogue: Catalogue, id: string): number | undefined {
  return catalogue.bands.find((b) => b.id === id)?.aim_c;
}

function donenessText(
  catalogue: Catalogue,
  draft: PlanDraft,
  units: Parameters<typeof temperatureIn>[0],
): string {
  const temperature = temperatureIn(units);
  if (typeof draft.doneness === "number") return `a core of ${format(temperature, draft.doneness)}`;
  const band = catalogue.bands.find((b) => b.id === draft.doneness);
  const aim = bandAim(catalogue, draft.doneness);
  return band && aim !== undefined ? `${band.name}, ${format(temperature, aim)}` : draft.doneness;
}
