import { type RefObject, useState } from "react";
import { Link } from "react-router";
import { toast } from "sonner";
import type { PlanRequest } from "@/api/client";
import { Modal } from "@/ui/Modal";
import { useKeepCard } from "./queries";

interface Props {
  ref: RefObject<HTMLDialogElement>;
  request: PlanRequest;
  suggestion: string;
}

/** Keeps the plan under a name. What was typed stays if keeping fails. */
export function KeepDialog({ ref, request, suggestion }: Props) {
  const [name, setName] = useState<string | null>(null);
  const [note, setNote] = useState("");
  const keep = useKeepCard();
  const submit = () => {
    keep.mutate(
      { name: name ?? suggestion, note, request },
      {
        onSuccess: (card) => {
          ref.current.close();
          setName(null);
          setNote("");
          toast(
            <span>
              Kept “{card.name}”.{" "}
              <Link className="link" to="/cards">
                Open the card box
              </Link>
            </span>,
          );
        },
      },
    );
  };
  return (
    <Modal ref={ref} id="keep" title="Keep this card">
      <form
        className="grid gap-3"
        onSubmit={(event) => {
          event.preventDefault();
          submit();
        }}
      >
        <label className="grid gap-1">
          <span className="font-bold">Name</span>
          <input
            className="input h-11 w-full"
            value={name ?? suggestion}
            maxLength={80}
            onChange={(event) => {
              setName(event.target.value);
            }}
          />
        </label>
        <label className="grid gap-1">
          <span className="font-bold">Note</span>
          <textarea
            className="textarea w-full"
            value={note}
            maxLength={2000}
            onChange={(event) => {
              setNote(event.target.value);
            }}
          />
        </label>
        {keep.error && (
          <p role="alert" className="text-error">
            {keep.error.message}. Nothing was lost: try again.
          </p>
        )}
        <button type="submit" className="btn btn-primary min-h-11" disabled={keep.isPending}>
          Keep
        </button>
      </form>
    </Modal>
  );
}
