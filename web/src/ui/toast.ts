import type { ExternalToast } from "sonner";

const loadShow = () => import("./Toasts").then(({ show }) => show);

/** How long the page is left alone after opening, ms. */
const AFTER_OPENING_MS = 1000;

/** Says something in passing. What shows it is loaded after the first screen. */
export function toast(message: string, options?: ExternalToast): void {
  void loadShow().then((show) => {
    show(message, options);
  });
}

/** Fetches ahead what shows messages: that Cindo does not answer must be said without asking it. */
export function prepareToasts(): void {
  setTimeout(() => void loadShow(), AFTER_OPENING_MS);
}
