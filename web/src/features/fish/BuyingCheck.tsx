import { useState } from "react";
import { Link } from "react-router";
import type { Catalogue, Form, Freshness } from "@/api/client";
import { usePreferences } from "@/kitchen/preferences";
import { type PlanDraft, writeAddress } from "@/lib/address";
import { localise } from "@/lib/units";
import { Segmented } from "@/ui/Segmented";
import { useVerdict } from "./queries";

interface Props {
  catalogue: Catalogue;
  draft: PlanDraft;
  onKeep: (freshness: Freshness) => void;
}

const LOOKS: Record<Freshness, string> = {
  use_raw: "border-success text-success",
  cook_today: "border-success text-success",
  cook_through: "border-secondary text-secondary",
  leave_it: "border-error text-error",
};

/** A short look, sign by sign, to a verdict that stays with the piece. */
export function BuyingCheck({ catalogue, draft, onKeep }: Props) {
  const { preferences } = usePreferences();
  const isWhole = catalogue.cuts.find((c) => c.id === draft.piece.cut)?.on_the_bone ?? false;
  const [form, setForm] = useState<Form>(isWhole ? "whole" : "cut");
  const [seen, setSeen] = useState<Record<string, string>>({});
  const signs = catalogue.signs.filter((s) => s.forms.includes(form));
  const known = Object.fromEntries(
    Object.entries(seen).filter(([id]) => signs.some((s) => s.id === id)),
  );
  const { data } = useVerdict({ species: draft.piece.species, form, signs: known });
  const verdict = data?.verdict;
  const isKept = verdict != null && draft.piece.freshness === verdict;
  return (
    <div className="grid gap-x-8 gap-y-4 xl:grid-cols-[minmax(0,1fr)_19rem]">
      <div className="grid content-start gap-4">
        <Segmented
          stacked="row"
          label="What is it?"
          value={form}
          options={[
            ["whole", "whole fish"],
            ["cut", "fillet or steak"],
            ["frozen", "frozen"],
          ]}
          onChange={setForm}
        />
        <div className="grid gap-x-6 gap-y-4 sm:grid-cols-2">
          {signs.map((sign) => (
            <div key={sign.id} className="grid content-start gap-1">
              <Segmented
                stacked
                label={sign.question}
                value={known[sign.id] ?? ""}
                options={sign.options.map((o) => [o.id, o.text] as const)}
                onChange={(option) => {
                  setSeen((now) => ({ ...now, [sign.id]: option }));
                }}
              />
              {sign.note && <p className="text-sm">{sign.note}</p>}
            </div>
          ))}
        </div>
      </div>
      {data && (
        <section
          aria-label="Verdict"
          aria-live="polite"
          className={`h-fit rounded-box border-2 bg-base-100 p-4 xl:sticky xl:top-3 ${
            verdict ? LOOKS[verdict] : "border-base-300"
          }`}
        >
          <h2 className="font-bold font-display text-2xl leading-tight">{data.title}</h2>
          <div className="text-base-content">
            <p className="mt-1">{data.reason}</p>
            {data.notes.map((note) => (
              <p key={note} className="mt-2 text-sm">
                {localise(note, preferences)}
              </p>
            ))}
            {data.open > 0 && <p className="mt-2 text-sm">{data.open} more to look at.</p>}
            {verdict && (
              <div className="mt-3 flex flex-wrap gap-2">
                <button
                  type="button"
                  className="btn btn-primary min-h-11"
                  disabled={isKept}
                  onClick={() => {
                    onKeep(verdict);
                  }}
                >
                  {isKept ? "Kept with the piece" : "Keep with the piece"}
                </button>
                {isKept && verdict !== "leave_it" && (
                  <Link
                    className="btn min-h-11"
                    to={{ pathname: "/", search: writeAddress(draft).toString() }}
                  >
                    Plan it
                  </Link>
                )}
              </div>
            )}
          </div>
        </section>
      )}
    </div>
  );
}
