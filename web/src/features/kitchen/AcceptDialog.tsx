import { Modal } from "@/ui/Modal";
import { toast } from "@/ui/toast";
import { useOpened } from "@/ui/useOpened";
import { Affected } from "./Affected";
import { useLearning } from "./queries";

interface Props {
  /** Id of the gear, or `eye`. */
  id: string;
  /** What it is called in a heading. */
  name: string;
  /** What the log says of it. */
  says: string;
  onClose: () => void;
}

/** What changes once plans go by what the log says, and whether they are to. */
export function AcceptDialog({ id, name, says, onClose }: Props) {
  const dialog = useOpened(onClose);
  const { change } = useLearning();
  return (
    <Modal ref={dialog} id="accept" title={`Go by the log: ${name}`}>
      <div className="grid gap-3">
        <p>{says}</p>
        <Affected id={id} />
        {change.error && (
          <p role="alert" className="text-error">
            {change.error.fields[0]?.message ?? change.error.message}
          </p>
        )}
        <button
          type="button"
          className="btn btn-primary min-h-14"
          disabled={change.isPending}
          onClick={() => {
            change.mutate(
              { accept: [id] },
              {
                onSuccess: () => {
                  toast(`Plans go by it: ${name}.`);
                  dialog.current?.close();
                },
              },
            );
          }}
        >
          Let plans go by it
        </button>
      </div>
    </Modal>
  );
}
