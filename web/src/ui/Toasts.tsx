import { createRoot } from "react-dom/client";
import { type ExternalToast, Toaster, toast } from "sonner";

let isThere = false;

/** Shows a message in a corner of its own beside the page. */
export function show(message: string, options?: ExternalToast): void {
  if (!isThere) {
    isThere = true;
    const corner = document.body.appendChild(document.createElement("div"));
    createRoot(corner).render(<Toaster position="bottom-center" duration={10_000} />);
  }
  toast(message, options);
}
