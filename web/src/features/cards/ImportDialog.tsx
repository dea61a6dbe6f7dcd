import { useEffect, useRef, useState } from "react";
import type { CardFile, ImportReport } from "@/api/client";
import { Modal } from "@/ui/Modal";
import { useCardChanges } from "./queries";

interface Props {
  file: File;
  onClose: () => void;
}

const FATES = {
  new: "will be kept",
  duplicate: "is in the box already",
  unusable: "cannot be used",
} as const;

/** Shows what a file would bring before anything is kept. */
export function ImportDialog({ file, onClose }: Props) {
  const dialog = useRef<HTMLDialogElement>(null);
  const { takeIn } = useCardChanges();
  const [content, setContent] = useState<CardFile | null>(null);
  const [report, setReport] = useState<ImportReport | null>(null);
  const [failure, setFailure] = useState<string | null>(null);
  const look = takeIn.mutateAsync;
  useEffect(() => {
    dialog.current?.showModal();
    let isGone = false;
    const run = async () => {
      try {
        const parsed = JSON.parse(await file.text()) as CardFile;
        const preview = await look({ file: parsed, dryRun: true });
        if (isGone) return;
        setContent(parsed);
        setReport(preview);
      } catch (error) {
        if (!isGone) setFailure(explain(error));
      }
    };
    void run();
    return () => {
      isGone = true;
    };
  }, [file, look]);
  useEffect(() => {
    const element = dialog.current;
    element?.addEventListener("close", onClose);
    return () => {
      element?.removeEventListener("close", onClose);
    };
  }, [onClose]);
  const count = report?.cards.filter((c) => c.fate === "new").length ?? 0;
  return (
    <Modal ref={dialog} id="import" title={`Cards in ${file.name}`}>
      {failure && (
        <p role="alert" className="text-error">
          {failure} Nothing was changed.
        </p>
      )}
      {!failure && !report && <p>Looking through the file…</p>}
      {report && (
        <>
          <ul className="grid max-h-72 gap-1 overflow-y-auto">
            {report.cards.map((card) => (
              <li key={JSON.stringify(card)} className="flex flex-wrap justify-between gap-x-3">
                <span className="font-bold">{card.name}</span>
                <span>{FATES[card.fate]}</span>
                {card.reason && <span className="w-full text-error text-sm">{card.reason}</span>}
              </li>
            ))}
          </ul>
          <button
            type="button"
            className="btn btn-primary mt-4 min-h-11"
            disabled={count === 0 || takeIn.isPending}
            onClick={() => {
              if (!content) return;
              takeIn.mutate(
                { file: content, dryRun: false },
                {
                  onSuccess: () => dialog.current?.close(),
                  onError: (error) => {
                    setFailure(explain(error));
                  },
                },
              );
            }}
          >
            {count === 0
              ? "Nothing new to keep"
              : `Keep ${count} ${count === 1 ? "card" : "cards"}`}
          </button>
        </>
      )}
    </Modal>
  );
}

function explain(error: unknown): string {
  if (error instanceof SyntaxError) return "This file is not JSON.";
  if (error instanceof Error) {
    const fields = (error as { fields?: { field: string; message: string }[] }).fields ?? [];
    const first = fields[0];
    return first ? `${first.field}: ${first.message}.` : `${error.message}.`;
  }
  return "This file cannot be read.";
}
