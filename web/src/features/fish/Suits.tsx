import { Link } from "react-router";
import type { Catalogue } from "@/api/client";
import { withMethod } from "@/kitchen/piece";
import { usePreferences } from "@/kitchen/preferences";
import { toComparison } from "@/kitchen/requests";
import { type PlanDraft, writeAddress } from "@/lib/address";
import { clock } from "@/lib/time";
import { format, lengthIn, localise } from "@/lib/units";
import { useSuits } from "./queries";

const SHOWN = 6;

/** The ways that suit a kind in its usual cut and thickness, and those that do not. */
export function Suits({ draft, catalogue }: { draft: PlanDraft; catalogue: Catalogue }) {
  const { preferences } = usePreferences();
  const species = catalogue.species.find((s) => s.id === draft.piece.species);
  const usual = species?.cuts.find((c) => c.cut === draft.piece.cut) ?? species?.cuts[0];
  const cut = catalogue.cuts.find((c) => c.id === usual?.cut);
  const { freshness: _freshness, ...piece } = draft.piece;
  const own: PlanDraft = {
    ...draft,
    piece: {
      ...piece,
      cut: usual?.cut ?? piece.cut,
      thickness_mm: usual?.thickness_mm ?? piece.thickness_mm,
    },
    doneness: species?.usual_doneness ?? draft.doneness,
  };
  const { data, error } = useSuits(toComparison(own, preferences));
  if (error) {
    return (
      <p className="text-error">
        {localise(error.fields[0]?.message ?? error.message, preferences)}
      </p>
    );
  }
  const good = data?.methods.filter((m) => m.suits).slice(0, SHOWN) ?? [];
  const bad = data?.methods.filter((m) => !m.suits) ?? [];
  return (
    <>
      <p>
        As a {cut?.name}, {format(lengthIn(preferences), own.piece.thickness_mm)} thick, to{" "}
        {data?.target_name ?? "…"}. The figure says how well a way suits it, of 100.
      </p>
      <ol className="mt-2 grid gap-x-8 md:grid-cols-2">
        {good.map((m) => (
          <li key={m.method} className="flex gap-3 border-base-300 border-t py-2">
            <span className="w-9 shrink-0 text-right font-bold font-display text-secondary text-xl">
              {m.fit}
            </span>
            <span>
              <Link
                className="font-bold text-lg text-primary underline decoration-dotted underline-offset-4"
                to={{
                  pathname: "/",
                  search: writeAddress(withMethod(own, m.method)).toString(),
                }}
              >
                {m.name}
              </Link>
              {m.outcome && <span className="pl-2">out at {clock(m.outcome.pull_s)}</span>}
              <span className="block text-sm">{localise(m.reason, preferences)}</span>
            </span>
          </li>
        ))}
      </ol>
      {bad.length > 0 && (
        <details className="mt-3">
          <summary className="min-h-11 cursor-pointer content-center">
            What does not suit it, and why
          </summary>
          <ul className="grid gap-1 text-sm">
            {bad.map((m) => (
              <li key={m.method}>
                <b>{m.name}:</b> {localise(m.reason, preferences)}
              </li>
            ))}
          </ul>
        </details>
      )}
    </>
  );
}
