import { useSyncExternalStore } from "react";

/** What the server tells: a cook as it stands, one that is gone, that something was missed, and what changed. */
type Kind = "cook" | "cook_gone" | "missed" | "kitchen" | "log" | "line_up";
const KINDS: readonly Kind[] = ["cook", "cook_gone", "missed", "kitchen", "log", "line_up"];
/** A stream that the server refused is asked for again after this, ms. */
const AGAIN_MS = 2000;

type Handler = (data: string) => void;
const handlers = new Map<Kind | "open", Set<Handler>>();
const watchers = new Set<() => void>();
let source: EventSource | null = null;
let again: number | undefined;
let isHeard = true;

function hear(now: boolean) {
  isHeard = now;
  for (const watcher of watchers) watcher();
}

function dispatch(kind: Kind | "open", data: string) {
  for (const handler of handlers.get(kind) ?? []) handler(data);
}

function open() {
  source?.close();
  const own = new EventSource("/api/live");
  source = own;
  own.onopen = () => {
    hear(true);
    dispatch("open", "");
  };
  own.onerror = () => {
    hear(false);
    // The browser comes back by itself unless the server refused it.
    if (own.readyState === EventSource.CLOSED) again = window.setTimeout(open, AGAIN_MS);
  };
  for (const kind of KINDS) {
    own.addEventListener(kind, (event: MessageEvent<string>) => {
      dispatch(kind, event.data);
    });
  }
}

// A page that the browser keeps for coming back to must not keep a connection: there are few for all pages together.
window.addEventListener("pagehide", () => {
  window.clearTimeout(again);
  source?.close();
});
window.addEventListener("pageshow", ({ persisted }) => {
  if (persisted && source) open();
});

/** Listens to one kind of message, and to the stream coming up; one stream serves the whole page. */
export function onLive(kind: Kind | "open", handler: Handler): () => void {
  const own = handlers.get(kind) ?? new Set();
  handlers.set(kind, own.add(handler));
  if (!source) open();
  return () => {
    own.delete(handler);
    if ([...handlers.values()].every((set) => set.size === 0)) {
      window.clearTimeout(again);
      source?.close();
      source = null;
    }
  };
}

/** Whether the server is heard. */
export const useHeard = (): boolean =>
  useSyncExternalStore(
    (watcher) => {
      watchers.add(watcher);
      return () => {
        watchers.delete(watcher);
      };
    },
    () => isHeard,
  );
