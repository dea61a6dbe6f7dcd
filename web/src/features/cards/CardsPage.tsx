import { useInfiniteQuery } from "@tanstack/react-query";
import { Download, Upload } from "lucide-react";
import { useDeferredValue, useRef, useState } from "react";
import { Link } from "react-router";
import type { Card } from "@/api/client";
import { ImportDialog } from "@/ui/ImportDialog";
import { toast } from "@/ui/toast";
import { CardTile } from "./CardTile";
import { cardsQuery, importSteps, useCardChanges } from "./queries";

/** The card box: kept plans, out and in again as a file. */
export function CardsPage() {
  const [words, setWords] = useState("");
  const found = useInfiniteQuery(cardsQuery(useDeferredValue(words.trim())));
  const { data, error } = found;
  const cards = data?.pages.flatMap((page) => page.cards);
  const unreadable = data?.pages.flatMap((page) => page.unreadable) ?? [];
  const total = data?.pages[0]?.total ?? 0;
  const changes = useCardChanges();
  const [file, setFile] = useState<File | null>(null);
  const chooser = useRef<HTMLInputElement>(null);
  const remove = (card: Card) => {
    changes.remove.mutate(card.id, {
      onSuccess: () => {
        toast(`“${card.name}” is out of the box.`, {
          action: {
            label: "Put it back",
            onClick: () => {
              changes.restore.mutate(card.id);
            },
          },
        });
      },
      onError: (failure) => {
        toast(failure.message);
      },
    });
  };
  return (
    <div className="px-4 pt-5 pb-28 sm:px-7">
      <div className="flex flex-wrap items-center gap-3">
        <h1 className="font-bold font-display text-2xl">Card box</h1>
        <input
          type="search"
          className="input mr-auto min-h-11 w-full sm:w-64"
          aria-label="Find a card"
          placeholder="Find a card"
          maxLength={80}
          value={words}
          onChange={(event) => {
            setWords(event.target.value);
          }}
        />
        <a className="btn min-h-11" href="/api/cards/export" download="cindo-cards.json">
          <Download aria-hidden className="size-4" />
          Take the box out
        </a>
        <button type="button" className="btn min-h-11" onClick={() => chooser.current?.click()}>
          <Upload aria-hidden className="size-4" />
          Bring cards in
        </button>
        <input
          ref={chooser}
          type="file"
          accept="application/json,.json"
          className="hidden"
          aria-label="Card file"
          onChange={(event) => {
            setFile(event.target.files?.[0] ?? null);
            event.target.value = "";
          }}
        />
      </div>
      {error && (
        <p role="alert" className="alert alert-error mt-4">
          {error.message}
        </p>
      )}
      {unreadable.length > 0 && (
        <div role="alert" className="alert mt-4 border-error bg-base-100">
          <p>
            {unreadable.length === 1 ? "One card" : `${unreadable.length} cards`} in the file cannot
            be read: {unreadable.map((c) => c.name ?? `number ${c.id}`).join(", ")}. Nothing of it
            was deleted; a copy of the data file may still have it.
          </p>
        </div>
      )}
      {words && total === 0 && <p className="mt-6">No card has “{words}” in its name or note.</p>}
      {!words && cards?.length === 0 && unreadable.length === 0 && (
        <p className="mt-6">
          Nothing kept yet.{" "}
          <Link className="link" to="/">
            Plan a piece
          </Link>{" "}
          and choose “Keep this card”.
        </p>
      )}
      <ul className="mt-4 grid gap-3 sm:grid-cols-2 lg:grid-cols-3">
        {cards?.map((card) => (
          <CardTile key={card.id} card={card} onRemove={remove} />
        ))}
      </ul>
      {found.hasNextPage && (
        <p className="mt-5 flex flex-wrap items-center justify-center gap-3">
          {cards?.length.toLocaleString("en")} of {total.toLocaleString("en")} cards
          <button
            type="button"
            className="btn min-h-11"
            disabled={found.isFetchingNextPage}
            onClick={() => void found.fetchNextPage()}
          >
            Show more
          </button>
        </p>
      )}
      {file && (
        <ImportDialog
          file={file}
          onClose={() => {
            setFile(null);
          }}
          one="card"
          many="cards"
          place="box"
          steps={importSteps}
          touched={["cards"]}
        />
      )}
    </div>
  );
}
