import { useQuery } from "@tanstack/react-query";
import { Trash2 } from "lucide-react";
import { useState } from "react";
import { Link, useNavigate, useParams } from "react-router";
import { CatalogueGate } from "@/api/CatalogueGate";
import type { Catalogue, LogEntry } from "@/api/client";
import { useLogChanges } from "@/kitchen/log";
import { usePreferences } from "@/kitchen/preferences";
import { keptAddress } from "@/lib/address";
import { estimateInWords, tipInWords } from "@/lib/estimate";
import { clock, timeOfDay } from "@/lib/time";
import { format, lengthIn, temperatureIn } from "@/lib/units";
import { RemarkForm } from "@/ui/RemarkForm";
import { toast } from "@/ui/toast";
import { Photo } from "./Photo";
import { entryQuery } from "./queries";
import { TwoClocks } from "./TwoClocks";
import { dayOf, more, VERDICT_WORDS } from "./words";

/** One cook of the log: as it was planned, as it was, and what came of it. */
export function EntryPage() {
  const { id } = useParams();
  const number = Number(id);
  const { data, error } = useQuery({
    ...entryQuery(number),
    enabled: Number.isInteger(number),
  });
  if (error || !Number.isInteger(number)) {
    return (
      <div role="alert" className="m-6 grid justify-items-start gap-2">
        <p>{error?.message ?? "There is no such entry"}.</p>
        <Link className="btn min-h-11" to="/log">
          To the log
        </Link>
      </div>
    );
  }
  if (!data) return <p className="p-7">Looking it up…</p>;
  return (
    <CatalogueGate>
      {(catalogue) => <Shown key={data.id} catalogue={catalogue} found={data} />}
    </CatalogueGate>
  );
}

function Shown({ catalogue, found }: { catalogue: Catalogue; found: LogEntry }) {
  const { preferences } = usePreferences();
  const navigate = useNavigate();
  const changes = useLogChanges();
  // What the form was filled from; a change is made on that.
  const [seen, setSeen] = useState(found);
  const { entry } = found;
  const { piece } = entry.request;
  const method = catalogue.methods.find((m) => m.id === entry.request.method);
  const species = catalogue.species.find((s) => s.id === piece.species);
  const length = lengthIn(preferences);
  const at = new Date(found.at);
  const { verdict, faults = [], by_s: byS } = entry.remark;
  // As it was said, from when it came out; the same against the plan is a fact below.
  const saidS = byS == null ? found.off_s : verdict === "over" ? -byS : byS;
  const [right, rightSd] = entry.right_s ?? [];
  const { source, price_kg: price, uses } = entry.remark;
  const known = [
    ...(source ? [`From ${source}`] : []),
    ...(price == null ? [] : [`${price.toFixed(2)} a kilo`]),
    ...(uses == null ? [] : [`oil or stock ${uses === 0 ? "fresh" : `cooked in ${uses}× before`}`]),
  ].join(", ");
  const remove = () => {
    changes.remove.mutate(found.id, {
      onSuccess: () => {
        void navigate("/log");
        toast(`“${entry.name}” is out of the log.`, {
          action: {
            label: "Put it back",
            onClick: () => {
              changes.restore.mutate(found.id);
            },
          },
        });
      },
    });
  };
  const facts: (readonly [string, string])[] = [
    ["planned out", entry.planned_s == null ? "–" : clock(entry.planned_s)],
    ["really out", entry.out_s == null ? "–" : clock(entry.out_s)],
    [
      "right would have been",
      right === undefined ? "–" : `${clock(right)} ± ${clock(rightSd ?? 0)}, by its readings`,
    ],
    [
      "core when eaten",
      entry.core_served_c == null ? "–" : format(temperatureIn(preferences), entry.core_served_c),
    ],
    ["against the plan", found.off_s == null ? "–" : more(found.off_s)],
    ["gear", entry.gear_name || "–"],
    [
      "thickness",
      `${format(length, piece.thickness_mm)} as judged${
        entry.remark.real_thickness_mm == null
          ? ""
          : `, ${format(length, entry.remark.real_thickness_mm)} when cut`
      }`,
    ],
  ];
  return (
    <div className="grid gap-x-8 gap-y-5 px-4 pt-4 pb-28 sm:px-7 lg:grid-cols-[minmax(0,1fr)_23rem] lg:items-start">
      <div className="min-w-0">
        <p className="text-sm">
          <Link className="underline" to="/log">
            Log
          </Link>
          {" · "}
          {dayOf(found.at)}, {timeOfDay(at, at)}
        </p>
        <h1 className="font-bold font-display text-3xl">{entry.name}</h1>
        <p className="text-lg">
          {method?.name ?? entry.request.method}, {piece.count ?? 1} ×{" "}
          {species?.name.toLowerCase() ?? piece.species}.{" "}
          {verdict ? (
            <b>
              Came out {VERDICT_WORDS[verdict]}
              {verdict !== "right" && saidS != null && `: ${more(saidS)}`}
              {faults.length > 0 && `; ${faults.join(", ")}`}.
            </b>
          ) : (
            <b>Nobody said yet how it came out.</b>
          )}
        </p>
        <TwoClocks found={found} />
        <dl className="mt-4 grid grid-cols-[auto_1fr] gap-x-5 gap-y-1 sm:grid-cols-[auto_1fr_auto_1fr]">
          {facts.map(([name, value]) => (
            <div key={name} className="contents">
              <dt className="text-sm">{name}</dt>
              <dd className="font-bold">{value}</dd>
            </div>
          ))}
        </dl>
        {entry.remark.note && (
          <p className="mt-3 whitespace-pre-line italic">{entry.remark.note}</p>
        )}
        {found.estimate && (
          <p className="mt-3">
            <b>By its readings:</b> {estimateInWords(found.estimate, true, preferences)}{" "}
            {tipInWords(found.estimate, preferences)}
          </p>
        )}
        {known && <p className="mt-1 text-sm first-letter:uppercase">{known}.</p>}
        <Photo entry={found} name={entry.name} />
        <div className="mt-4 flex flex-wrap gap-2">
          <Link
            className="btn btn-primary min-h-11"
            to={{ pathname: "/", search: keptAddress(entry.request).toString() }}
          >
            Plan it again
          </Link>
          <button type="button" className="btn min-h-11" onClick={remove}>
            <Trash2 aria-hidden className="size-4" />
            Out of the log
          </button>
        </div>
      </div>
      <section
        aria-labelledby="said"
        className="rounded-box border border-base-300 bg-base-100 p-4"
      >
        <h2 id="said" className="sr-only">
          What you say of it
        </h2>
        <RemarkForm
          remark={entry.remark}
          thicknessMm={piece.thickness_mm}
          isSaving={changes.remark.isPending}
          error={changes.remark.error?.fields[0]?.message ?? changes.remark.error?.message}
          onSave={(remark) => {
            changes.remark.mutate(
              { id: found.id, remark, seen },
              {
                onSuccess: (kept) => {
                  setSeen(kept);
                  toast("Kept.");
                },
              },
            );
          }}
        />
      </section>
    </div>
  );
}
