import { useNavigate } from "react-router";
import type { PlanRequest } from "@/api/client";
import { useLogChanges } from "@/kitchen/log";
import { useKnownBefore } from "@/kitchen/uses";
import { Modal } from "./Modal";
import { RemarkForm } from "./RemarkForm";
import { toast } from "./toast";
import { useOpened } from "./useOpened";

interface Props {
  request: PlanRequest;
  name: string;
  onClose: () => void;
}

/** A cook that was done without the stove's screen goes into the log: opened, how it came out, kept. */
export function CookedDialog({ request, name, onClose }: Props) {
  const dialog = useOpened(onClose);
  const { add } = useLogChanges();
  const navigate = useNavigate();
  const known = useKnownBefore(request);
  return (
    <Modal ref={dialog} id="cooked" title={`Cooked: ${name}`}>
      <RemarkForm
        remark={known}
        thicknessMm={request.piece.thickness_mm}
        isSaving={add.isPending}
        error={add.error?.fields[0]?.message ?? add.error?.message}
        onSave={(remark) => {
          add.mutate(
            { request, name, remark },
            {
              onSuccess: (entry) => {
                toast("It is in the log.", {
                  action: {
                    label: "Look",
                    onClick: () => {
                      void navigate(`/log/${entry.id}`);
                    },
                  },
                });
                dialog.current?.close();
              },
            },
          );
        }}
      />
    </Modal>
  );
}
