import { Link } from "react-router";
import { usePreferences } from "@/kitchen/preferences";
import { inThisKitchen, toRequest } from "@/kitchen/requests";
import { type PlanDraft, writeAddress } from "@/lib/address";
import { clock } from "@/lib/time";
import { format, lengthIn, localise } from "@/lib/units";
import { useInstead } from "./queries";

/** Kinds that behave alike, with their own thickness and minutes. */
export function InsteadOf({ draft }: { draft: PlanDraft }) {
  const { preferences } = usePreferences();
  const { data, error } = useInstead(toRequest(draft, preferences));
  if (error) {
    return (
      <p role="alert" className="text-error">
        {localise(error.fields[0]?.message ?? error.message, preferences)}
      </p>
    );
  }
  if (!data) return <p>Trying other kinds…</p>;
  if (data.kinds.length === 0) {
    return <p>No kind comes close in this cut. Look under another cut or way of cooking.</p>;
  }
  return (
    <>
      <p>
        The plan as it stands: out at <b>{clock(data.pull_s)}</b>. Most alike first.
      </p>
      <ol className="mt-2 grid gap-x-8 md:grid-cols-2">
        {data.kinds.map((kind) => (
          <li key={kind.species} className="flex gap-4 border-base-300 border-t py-2">
            <span className="w-16 shrink-0">
              <span className="block font-bold font-display text-2xl text-secondary">
                {clock(kind.pull_s)}
              </span>
              <span className="text-sm">{format(lengthIn(preferences), kind.thickness_mm)}</span>
            </span>
            <span className="min-w-0">
              <Link
                className="font-bold text-lg text-primary underline decoration-dotted underline-offset-4"
                to={{
                  pathname: "/",
                  search: writeAddress(inThisKitchen(kind.plan, draft)).toString(),
                }}
              >
                {kind.name}
              </Link>
              <span className="block text-sm">
                {localise(kind.changes.join(" ") || "Hardly anything changes.", preferences)}
              </span>
            </span>
          </li>
        ))}
      </ol>
    </>
  );
}
