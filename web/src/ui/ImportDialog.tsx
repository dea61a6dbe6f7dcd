import { skipToken, useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useEffect, useRef } from "react";
import { ApiFailure, type ImportReport } from "@/api/client";
import { Modal } from "./Modal";
import { toast } from "./toast";

interface Props {
  file: File;
  onClose: () => void;
  /** What is brought in, one and many, and where it is already. */
  one: string;
  many: string;
  place: string;
  steps: ImportSteps;
  /** What is asked for anew once something was kept. */
  touched: readonly string[];
}

/** How a file is brought in: begun, asked after, told to keep, or ended. */
export interface ImportSteps {
  begin: (file: File) => Promise<ImportReport>;
  ask: (id: number) => Promise<ImportReport>;
  keep: (id: number) => Promise<ImportReport>;
  end: (id: number) => Promise<unknown>;
}

/** How often an import is asked how far it is, ms; once it is looked through, so that it is not forgotten. */
const ASK_EVERY_MS = 400;
const REMEMBER_EVERY_MS = 20_000;

/** Shows what a file would bring before anything is kept. */
export function ImportDialog({ file, onClose, one, many, place, steps, touched }: Props) {
  const dialog = useRef<HTMLDialogElement>(null);
  const client = useQueryClient();
  const begin = useMutation({ mutationFn: steps.begin });
  const keep = useMutation({
    mutationFn: steps.keep,
    onSuccess: () => {
      for (const key of touched) void client.invalidateQueries({ queryKey: [key] });
    },
  });
  const end = useMutation({ mutationFn: steps.end });
  const { mutate: look } = begin;
  const { mutate: forget } = end;
  const id = begin.data?.id;
  const { data: report = begin.data, error: lost } = useQuery({
    queryKey: ["import", place, id],
    queryFn: id === undefined ? skipToken : () => steps.ask(id),
    refetchInterval: ({ state }) =>
      state.error ? false : state.data?.stage === "looking" ? ASK_EVERY_MS : REMEMBER_EVERY_MS,
    refetchIntervalInBackground: true,
  });
  // What could not be kept, for want of room perhaps, can be tried again.
  const lookFailure = begin.error ?? lost;
  const error = lookFailure ?? keep.error;
  const counted = (count: number) => `${count.toLocaleString("en")} ${count === 1 ? one : many}`;
  const fates = {
    new: "will be kept",
    duplicate: `is in the ${place} already`,
    unusable: "cannot be used",
  };
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
    <Modal
      ref={dialog}
      id="import"
      title={`${many.charAt(0).toUpperCase() + many.slice(1)} in ${file.name}`}
    >
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
          <Progress report={report} many={many} place={place} />
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
                <span>{fates[line.fate]}</span>
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
                  toast(`${counted(report.new)} kept.`);
                  dialog.current?.close();
                },
              });
            }}
          >
            {report.stage === "ready" && report.new === 0
              ? "Nothing new to keep"
              : `Keep ${counted(report.new)}`}
          </button>
        </>
      )}
    </Modal>
  );
}

/** How far it is, and what was found so far. */
function Progress({ report, many, place }: { report: ImportReport; many: string; place: string }) {
  const { total, done, duplicates, unusable } = report;
  const parts = [
    `${report.new.toLocaleString("en")} new`,
    duplicates > 0 && `${duplicates.toLocaleString("en")} in the ${place} already`,
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
          aria-label={`${many.charAt(0).toUpperCase() + many.slice(1)} looked through`}
          value={done}
          max={total}
        />
      )}
    </div>
  );
}

function explain(error: Error): string {
  const first = error instanceof ApiFailure ? error.fields[0] : undefined;
  return first ? `${first.field}: ${first.message}.` : `${error.message}.`;
}
