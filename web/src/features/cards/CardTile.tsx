import { useQuery } from "@tanstack/react-query";
import { BookOpenText, Flame, Pencil, Trash2 } from "lucide-react";
import { lazy, Suspense, useCallback, useState } from "react";
import { Link } from "react-router";
import { catalogueQuery } from "@/api/catalogue";
import type { Card } from "@/api/client";
import { useBeginCook } from "@/kitchen/cooks";
import { usePreferences } from "@/kitchen/preferences";
import { keptAddress } from "@/lib/address";
import { clock } from "@/lib/time";
import { format, lengthIn, temperatureIn } from "@/lib/units";
import { useCardChanges } from "./queries";

const CookedDialog = lazy(async () => ({
  default: (await import("@/ui/CookedDialog")).CookedDialog,
}));

interface Props {
  card: Card;
  onRemove: (card: Card) => void;
}

/** One kept plan. Its name opens it. */
export function CardTile({ card, onRemove }: Props) {
  const { preferences } = usePreferences();
  const { data: catalogue } = useQuery(catalogueQuery);
  const changes = useCardChanges();
  const begin = useBeginCook();
  const [isCooked, setCooked] = useState(false);
  const closeCooked = useCallback(() => {
    setCooked(false);
  }, []);
  const [edit, setEdit] = useState<{ name: string; note: string; seen: Card } | null>(null);
  const { request, headline } = card;
  const method = catalogue?.methods.find((m) => m.id === request.method);
  const species = catalogue?.species.find((s) => s.id === request.piece.species);
  const cut = catalogue?.cuts.find((c) => c.id === request.piece.cut);
  if (edit) {
    return (
      <li className="rounded-box border border-base-300 bg-base-100 p-4">
        <form
          className="grid gap-2"
          onSubmit={(event) => {
            event.preventDefault();
            changes.update.mutate(edit, {
              onSuccess: () => {
                setEdit(null);
              },
            });
          }}
        >
          <label className="grid gap-1">
            <span className="font-bold">Name</span>
            <input
              className="input h-11 w-full"
              value={edit.name}
              maxLength={80}
              onChange={(event) => {
                setEdit({ ...edit, name: event.target.value });
              }}
            />
          </label>
          <label className="grid gap-1">
            <span className="font-bold">Note</span>
            <textarea
              className="textarea w-full"
              value={edit.note}
              maxLength={2000}
              onChange={(event) => {
                setEdit({ ...edit, note: event.target.value });
              }}
            />
          </label>
          {changes.update.error && (
            <p role="alert" className="text-error text-sm">
              {changes.update.error.fields[0]?.message ?? changes.update.error.message}
            </p>
          )}
          <div className="flex gap-2">
            <button type="submit" className="btn btn-primary min-h-11">
              Save
            </button>
            <button
              type="button"
              className="btn min-h-11"
              onClick={() => {
                setEdit(null);
              }}
            >
              Leave as it was
            </button>
          </div>
        </form>
      </li>
    );
  }
  return (
    <li className="flex flex-col rounded-box border border-base-300 bg-base-100 p-4">
      <Link
        className="flex min-h-11 items-center font-bold font-display text-lg text-primary underline decoration-dotted underline-offset-4"
        to={{ pathname: "/", search: keptAddress(request, card.choices).toString() }}
      >
        {card.name}
      </Link>
      <p className="text-sm">
        {[
          `${request.piece.count ?? 1} × ${species?.name.toLowerCase() ?? request.piece.species}`,
          cut?.name,
          format(lengthIn(preferences), request.piece.thickness_mm),
          method?.name.toLowerCase(),
          method?.looks.find((l) => l.below_c == null || headline.medium_c < l.below_c)?.knob,
          format(temperatureIn(preferences), headline.medium_c),
        ]
          .filter(Boolean)
          .join(" · ")}
      </p>
      <dl className="mt-2 flex gap-6">
        {headline.flip_s != null && <Figure name="turn" value={clock(headline.flip_s)} />}
        <Figure name="out" value={clock(headline.pull_s)} />
        <Figure name="rest" value={clock(headline.rest_s)} />
        <Figure name="core" value={format(temperatureIn(preferences), headline.core_served_c)} />
      </dl>
      {card.note && <p className="mt-2 whitespace-pre-line text-sm italic">{card.note}</p>}
      <div className="mt-auto flex items-center justify-end gap-1 pt-2">
        <button
          type="button"
          className="btn btn-primary mr-auto min-h-11"
          disabled={begin.isPending}
          onClick={() => {
            begin.mutate({ card: card.id });
          }}
        >
          <Flame aria-hidden className="size-4" />
          Cook
        </button>
        <button
          type="button"
          className="btn btn-ghost btn-square size-11"
          aria-label={`Cooked: ${card.name}`}
          onClick={() => {
            setCooked(true);
          }}
        >
          <BookOpenText aria-hidden className="size-4" />
        </button>
        <button
          type="button"
          className="btn btn-ghost btn-square size-11"
          aria-label={`Rename ${card.name}`}
          onClick={() => {
            setEdit({ name: card.name, note: card.note, seen: card });
          }}
        >
          <Pencil aria-hidden className="size-4" />
        </button>
        <button
          type="button"
          className="btn btn-ghost btn-square size-11"
          aria-label={`Delete ${card.name}`}
          onClick={() => {
            onRemove(card);
          }}
        >
          <Trash2 aria-hidden className="size-4" />
        </button>
      </div>
      {isCooked && (
        <Suspense>
          <CookedDialog request={request} name={card.name} onClose={closeCooked} />
        </Suspense>
      )}
    </li>
  );
}

function Figure({ name, value }: { name: string; value: string }) {
  return (
    <div>
      <dt className="text-xs">{name}</dt>
      <dd className="font-bold">{value}</dd>
    </div>
  );
}
