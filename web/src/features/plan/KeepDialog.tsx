import { memo, useEffect, useRef, useState } from "react";
import { useNavigate, useSearchParams } from "react-router";
import type { PlanRequest } from "@/api/client";
import { keptChoices } from "@/lib/address";
import { Modal } from "@/ui/Modal";
import { toast } from "@/ui/toast";
import { useKeepCard } from "./queries";

interface Props {
  /** How often it was asked for: each time it opens. */
  asked: number;
  request: PlanRequest;
  suggestion: string;
}

/** Keeps the plan under a name. What was typed stays if keeping fails. */
export const KeepDialog = memo(function KeepDialog({ asked, request, suggestion }: Props) {
  const dialog = useRef<HTMLDialogElement>(null);
  const [name, setName] = useState<string | null>(null);
  const [note, setNote] = useState("");
  const keep = useKeepCard();
  const [params] = useSearchParams();
  const navigate = useNavigate();
  useEffect(() => {
    if (asked > 0) dialog.current?.showModal();
  }, [asked]);
  const submit = () => {
    keep.mutate(
      { name: name ?? suggestion, note, request, choices: keptChoices(params) },
      {
        onSuccess: (card) => {
          dialog.current?.close();
          setName(null);
          setNote("");
          toast(`Kept “${card.name}”.`, {
            action: {
              label: "Open the card box",
              onClick: () => {
                void navigate("/cards");
              },
            },
          });
        },
      },
    );
  };
  return (
    <Modal ref={dialog} id="keep" title="Keep this card">
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
});
