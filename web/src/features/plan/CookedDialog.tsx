import { memo, type RefObject, useState } from "react";
import { useNavigate } from "react-router";
import type { PlanRequest } from "@/api/client";
import { useLogChanges } from "@/kitchen/log";
import { Modal } from "@/ui/Modal";
import { RemarkForm } from "@/ui/RemarkForm";
import { toast } from "@/ui/toast";

interface Props {
  ref: RefObject<HTMLDialogElement>;
  request: PlanRequest;
  name: string;
}

/** A cook that was done without the stove's screen goes into the log: opened, how it came out, kept. */
export const CookedDialog = memo(function CookedDialog({ ref, request, name }: Props) {
  const { add } = useLogChanges();
  const navigate = useNavigate();
  // A new form for each cook.
  const [turn, setTurn] = useState(0);
  return (
    <Modal ref={ref} id="cooked" title={`Cooked: ${name}`}>
      <RemarkForm
        key={turn}
        remark={{}}
        thicknessMm={request.piece.thickness_mm}
        isSaving={add.isPending}
        error={add.error?.fields[0]?.message ?? add.error?.message}
        onSave={(remark) => {
          add.mutate(
            { request, name, remark },
            {
              onSuccess: (entry) => {
                ref.current.close();
                setTurn(turn + 1);
                toast("It is in the log.", {
                  action: {
                    label: "Look",
                    onClick: () => {
                      void navigate(`/log/${entry.id}`);
                    },
                  },
                });
              },
            },
          );
        }}
      />
    </Modal>
  );
});
