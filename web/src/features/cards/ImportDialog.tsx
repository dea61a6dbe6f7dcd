import { useQuery } from "@tanstack/react-query";
import { useEffect, useRef } from "react";
import type { ImportReport } from "@/api/client";
import { ApiFailure } from "@/api/client";
import { Modal } from "@/ui/Modal";
import { toast } from "@/ui/toast";
import { importQuery, useImport } from "./queries";

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
  const { begin, keep, end } = useImport();
  const { mutate: look } = begin;
  const { mutate: forget } = end;
  const id = begin.data?.id;
  const { data: report = begin.data, error: lost } = useQuery(importQuery(id));
  // What could not be kept, for want of room perhaps, can be tried again.
  const lookFailure = begin.error ?? lost;
  const error = lookFailure ?? keep.error;
  useEffect(() => {
    dialog.current?.showModal();
    look(file);
  }, [file, look]);
  useEffect(() => {
    const element = dialog.current;
    const close = () => {
      if (id !== undefined) forget(id);
      onClose();
    };
    element?.addEventListener("close", close);
    return () => {
      element?.removeEventListener("close", close);
    };
  }, [id, forget, onClose]);
  return (
    <Modal ref={dialog} id="import" title={`Cards in ${file.name}`}>
      {error && (
        <p role="alert" className="text-error">
          {explain(error)} Nothing was kept.
        </p>
      )}
      {!lookFailure && report?.stage === "failed" && (
        <p role="alert" className="text-error">
          Something went wrong inside; it is in the log. Nothing was kept.
        </p>
      )}
      {!lookFailure && !report && <p>Reading the file…</p>}
      {!lookFailure && report && report.stage !== "failed" && (
        <>
          <Progress report={report} />
          <ul
            className="grid max-h-72 gap-1 overflow-y-auto"
            aria-label="What is in the file"
            // biome-ignore lint/a11y/noNoninteractiveTabindex: it scrolls, with the keyboard too
            tabIndex={0}
          >
            {report.lines.map((line, index) => (
              // Lines never change their places.
              // biome-ignore lint/suspicious/noArrayIndexKey: the place is what a line is known by
              <li key={index} className="flex flex-wrap justify-between gap-x-3">
                <span className="font-bold">{line.name}</span>
                <span>{FATES[line.fate]}</span>
                {line.reason && <span className="w-full text-error text-sm">{line.reason}</span>}
              </li>
            ))}
          </ul>
          {report.done > report.lines.length && (
            <p className="mt-2 text-sm">
              And {(report.done - report.lines.length).toLocaleString("en")} more.
            </p>
          )}
          <button
            type="button"
            className="btn btn-primary mt-4 min-h-11"
            disabled={report.stage !== "ready" || report.new === 0 || keep.isPending}
            onClick={() => {
              keep.mutate(report.id, {
                onSuccess: () => {
                  toast(`${cards(report.new)} kept.`);
                  dialog.current?.close();
                },
              });
            }}
          >
            {report.stage === "ready" && report.new === 0
              ? "Nothing new to keep"
              : `Keep ${cards(report.new)}`}
          </button>
        </>
      )}
    </Modal>
  );
}

/** How far it is, and what was found so far. */
function Progress({ report }: { report: ImportReport }) {
  const { total, done, duplicates, unusable } = report;
  const parts = [
    `${report.new.toLocaleString("en")} new`,
    duplicates > 0 && `${duplicates.toLocaleString("en")} in the box already`,
    unusable > 0 && `${unusable.toLocaleString("en")} cannot be used`,
  ];
  const isLooking = report.stage === "looking";
  return (
    <div className="mb-3 grid gap-1">
      <p role="status">
        {isLooking && `Looking at ${done.toLocaleString("en")} of ${total.toLocaleString("en")}: `}
        {parts.filter(Boolean).join(", ")}
        {isLooking ? "…" : "."}
      </p>
      {isLooking && (
        <progress
          className="progress progress-primary"
          aria-label="Cards looked through"
          value={done}
          max={total}
        />
      )}
    </div>
  );
}

function cards(count: number): string {
  return `${count.toLocaleString("en")} ${count === 1 ? "card" : "cards"}`;
}

function explain(error: Error): string {
  const first = error instanceof ApiFailure ? error.fields[0] : undefined;
  return first ? `${first.field}: ${first.message}.` : `${error.message}.`;
}
