import { useEffect, useRef } from "react";

/** Opens a dialog that is drawn only while it is open, and tells when it was closed. */
export function useOpened(onClose: () => void) {
  const dialog = useRef<HTMLDialogElement>(null);
  useEffect(() => {
    const element = dialog.current;
    element?.showModal();
    element?.addEventListener("close", onClose);
    return () => {
      element?.removeEventListener("close", onClose);
    };
  }, [onClose]);
  return dialog;
}
