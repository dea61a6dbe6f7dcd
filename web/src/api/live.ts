import { useSyncExternalStore } from "react";

/** What the server tells: a cook as it stands, one that is gone, that something was missed, and what changed. */
type Kind = "cook" | "cook_gone" | "missed" | "kitchen" | "log" | "line_up";
const KINDS: readonly Kind[] = ["cook", "cook_gone", "missed", "kitchen", "log", "line_up"];
/** A stream that the server refused is asked for again after this, ms. */
const AGAIN_MS = 2000;

/**
 * A browser keeps about six connections to one server for all of its pages together, and a stream takes one of them:
 * of all pages, the one that holds this lock listens, and tells the others what it hears.
 */
const SHARED = "cindo-live";

type Handler = (data: string) => void;
/** What pages of one browser tell one another: what the server said, whether it is heard, or a new page's question. */
type Word =
  | { what: "said"; kind: Kind; data: string }
  | { what: "heard"; isHeard: boolean }
  | { what: "here" };

const handlers = new Map<Kind | "open", Set<Handler>>();
const watchers = new Set<() => void>();
let isHeard = true;
/** Ends this page's part in it; none while it has none. */
let leave: (() => void) | null = null;

function hear(now: boolean) {
  isHeard = now;
  for (const watcher of watchers) watcher();
  if (now) dispatch("open", "");
}

function dispatch(kind: Kind | "open", data: string) {
  for (const handler of handlers.get(kind) ?? []) handler(data);
}

/** Listens to the server, for all pages; how to end that. */
function listen(tell: (word: Word) => void): () => void {
  let source: EventSource;
  let again: number | undefined;
  const open = () => {
    const own = new EventSource("/api/live");
    source = own;
    const heard = (now: boolean) => {
      hear(now);
      tell({ what: "heard", isHeard: now });
    };
    own.onopen = () => {
      heard(true);
    };
    own.onerror = () => {
      heard(false);
      // The browser comes back by itself unless the server refused it.
      if (own.readyState === EventSource.CLOSED) again = window.setTimeout(open, AGAIN_MS);
    };
    for (const kind of KINDS) {
      own.addEventListener(kind, ({ data }: MessageEvent<string>) => {
        dispatch(kind, data);
        tell({ what: "said", kind, data });
      });
    }
  };
  open();
  return () => {
    window.clearTimeout(again);
    source.close();
  };
}

function join() {
  // Not every browser shares with a server that it does not trust, such as one over plain HTTP on another machine.
  if (!("locks" in navigator)) {
    const stop = listen(() => undefined);
    leave = () => {
      leave = null;
      stop();
    };
    return;
  }
  const channel = new BroadcastChannel(SHARED);
  const tell = (word: Word) => {
    channel.postMessage(word);
  };
  let stop: (() => void) | null = null;
  let isNew = true;
  channel.onmessage = ({ data: word }: MessageEvent<Word>) => {
    if (word.what === "said") dispatch(word.kind, word.data);
    else if (word.what === "heard") {
      hear(word.isHeard);
      // From now on it hears everything; what was before it may have missed.
      if (isNew) dispatch("missed", "{}");
      isNew = false;
    } else if (stop) tell({ what: "heard", isHeard });
  };
  const left = new AbortController();
  let letGo: () => void = () => undefined;
  const until = new Promise<void>((resolve) => {
    letGo = resolve;
  });
  leave = () => {
    leave = null;
    left.abort();
    stop?.();
    letGo();
    channel.close();
  };
  tell({ what: "here" });
  navigator.locks
    .request(SHARED, { signal: left.signal }, () => {
      stop = listen(tell);
      return until;
    })
    .catch(() => {
      // Left before its turn came.
    });
}

// A page that the browser keeps for coming back to must not keep the others waiting.
window.addEventListener("pagehide", () => leave?.());
window.addEventListener("pageshow", ({ persisted }) => {
  if (persisted && isWanted()) join();
});

const isWanted = () => [...handlers.values()].some((set) => set.size > 0);

/** Listens to one kind of message, and to the stream coming up. */
export function onLive(kind: Kind | "open", handler: Handler): () => void {
  const own = handlers.get(kind) ?? new Set();
  handlers.set(kind, own.add(handler));
  if (!leave) join();
  return () => {
    own.delete(handler);
    if (!isWanted()) leave?.();
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
