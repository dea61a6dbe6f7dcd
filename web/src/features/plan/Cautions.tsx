import { ShieldAlert } from "lucide-react";
import { memo } from "react";
import type { Plan } from "@/api/client";
import { usePreferences } from "@/kitchen/preferences";
import type { PlanDraft } from "@/lib/address";
import { localise } from "@/lib/units";
import { Popover } from "@/ui/Popover";

interface Props {
  plan: Plan;
  draft: PlanDraft;
  onChange: (draft: PlanDraft) => void;
}

const CHIP =
  "btn h-auto min-h-11 border-warning-content/30 bg-warning px-2 py-1 font-bold text-sm text-warning-content sm:min-h-9";
const PANEL = "open:grid w-96 gap-2";

/** Cautions in a word or two, each opening to its whole text and its way out. */
export const Cautions = memo(function Cautions({ plan, draft, onChange }: Props) {
  const { preferences } = usePreferences();
  const { safety } = plan;
  return (
    <section
      aria-label="Before you serve it"
      className="flex flex-wrap gap-1.5 max-lg:order-1 print:hidden"
    >
      {safety.chips.map((chip) => (
        <Popover
          key={chip.name}
          align="end"
          button={localise(chip.name, preferences)}
          buttonClass={CHIP}
          panelClass={PANEL}
        >
          {chip.texts.map((text) => (
            <p key={text}>{localise(text, preferences)}</p>
          ))}
          {(chip.when === "parasites" || chip.when === "freshwater_undercooked") && (
            <Frozen draft={draft} onChange={onChange} />
          )}
          {chip.when !== "parasites_exempt_farmed" && UNDER.includes(chip.when) && (
            <ByTheBook plan={plan} draft={draft} onChange={onChange} />
          )}
        </Popover>
      ))}
      <Popover
        align="end"
        button={
          <>
            <ShieldAlert aria-hidden className="size-4" />
            All
          </>
        }
        label="All cautions"
        buttonClass={CHIP.replace("font-bold", "font-normal")}
        panelClass={PANEL}
      >
        <ul className="grid list-disc gap-1.5 pl-5 text-sm">
          {safety.cautions.map((caution) => (
            <li key={caution}>{localise(caution, preferences)}</li>
          ))}
        </ul>
        <dl className="grid gap-1 border-base-300 border-t pt-2 text-sm">
          <Fact
            name={localise(
              `${safety.limit_c}\u00a0°C for ${safety.limit_hold_s} s in the coldest place`,
              preferences,
            )}
            isMet={safety.reaches_limit}
          />
          <Fact name="Safe to chill and keep" isMet={safety.listeria_6_log} />
        </dl>
        <AtRisk />
        <ByTheBook plan={plan} draft={draft} onChange={onChange} />
        {(!safety.parasites_killed || draft.piece.frozen_for_parasites === true) && (
          <Frozen draft={draft} onChange={onChange} />
        )}
      </Popover>
    </section>
  );
});

/** Cautions that cooking by the book would answer. */
const UNDER = ["parasites", "freshwater_undercooked", "below_book", "stuffed", "minced"];

function AtRisk() {
  const { preferences, change } = usePreferences();
  return (
    <label className="flex min-h-11 cursor-pointer items-center gap-2">
      <input
        type="checkbox"
        className="checkbox checkbox-sm"
        checked={preferences.atRisk}
        onChange={(event) => {
          change({ atRisk: event.target.checked });
        }}
      />
      Guests at risk eat it
    </label>
  );
}

function ByTheBook({ plan, draft, onChange }: Props) {
  if (plan.safety.reaches_limit || draft.doneness === "by_the_book") return null;
  return (
    <button
      type="button"
      className="min-h-11 cursor-pointer text-left font-bold underline"
      onClick={() => {
        onChange({ ...draft, doneness: "by_the_book" });
      }}
    >
      Cook it by the book
    </button>
  );
}

function Frozen({ draft, onChange }: Omit<Props, "plan">) {
  return (
    <label className="flex min-h-11 cursor-pointer items-center gap-2">
      <input
        type="checkbox"
        className="checkbox checkbox-sm"
        checked={draft.piece.frozen_for_parasites ?? false}
        onChange={(event) => {
          const { frozen_for_parasites: _old, ...piece } = draft.piece;
          onChange({
            ...draft,
            piece: event.target.checked ? { ...piece, frozen_for_parasites: true } : piece,
          });
        }}
      />
      It was frozen for parasites
    </label>
  );
}

/** One safety standard; each stands on its own. */
function Fact({ name, isMet }: { name: string; isMet: boolean }) {
  return (
    <div className="flex justify-between gap-3">
      <dt>{name}</dt>
      <dd className="font-bold">{isMet ? "yes" : "no"}</dd>
    </div>
  );
}
