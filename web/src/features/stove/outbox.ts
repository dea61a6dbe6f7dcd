import { useSyncExternalStore } from "react";
import { ApiFailure, api, type Cook, type CookEvent, type CookReading, unwrap } from "@/api/client";
import { toast } from "@/ui/toast";

/** Something told that the server has not acknowledged yet. */
interface Parcel {
  cook: number;
  event?: CookEvent;
  reading?: CookReading;
}

const KEY = "cindo.stove.outbox";
/** What did not arrive is sent again after this, ms. */
const AGAIN_MS = 2000;

let parcels: readonly Parcel[] = read();
let isSending = false;
let taken: (cook: Cook) => void = () => undefined;
const listeners = new Set<() => void>();

function read(): readonly Parcel[] {
  try {
    const kept: unknown = JSON.parse(localStorage.getItem(KEY) ?? "[]");
    if (!Array.isArray(kept)) return [];
    return kept.filter((p: unknown) => typeof p === "object" && p !== null) as Parcel[];
  } catch {
    return [];
  }
}

const idOf = (parcel: Parcel) => parcel.event?.id ?? parcel.reading?.id;

/** Takes a parcel in, or out. Other pages of this browser may keep theirs in the same place. */
function set(one: Parcel, isIn: boolean) {
  const others = [...parcels, ...read()].filter((p) => idOf(p) !== idOf(one));
  const unique = others.filter((p, i) => others.findIndex((q) => idOf(q) === idOf(p)) === i);
  parcels = isIn ? [...unique, one] : unique;
  try {
    localStorage.setItem(KEY, JSON.stringify(parcels));
  } catch {
    // Without room on the device what was told lives as long as the page.
  }
  for (const listener of listeners) listener();
}

/** Who is given each cook that the server answers with. */
export function onTaken(take: (cook: Cook) => void) {
  taken = take;
}

/** Keeps what was told until the server has it: it is sent now, and again until it arrives. */
export function tell(parcel: Parcel) {
  set(parcel, true);
  void flush();
}

/** Sends what waits, in its order, once. */
export async function flush(): Promise<void> {
  if (isSending) return;
  isSending = true;
  try {
    while (parcels[0]) {
      const parcel = parcels[0];
      const drop = () => {
        set(parcel, false);
      };
      try {
        const cook = await send(parcel);
        if (cook) taken(cook);
        drop();
      } catch (error) {
        const status = error instanceof ApiFailure ? error.status : 0;
        if (status < 400 || status >= 500) {
          setTimeout(() => void flush(), AGAIN_MS);
          return;
        }
        // Refused: sending it again would not help.
        drop();
        const failure = error as ApiFailure;
        toast(failure.fields[0]?.message ?? failure.message);
      }
    }
  } finally {
    isSending = false;
  }
}

/** Sends one; the cook as it stands then, where the server says so. What was read it tells every page. */
async function send({ cook, event, reading }: Parcel): Promise<Cook | null> {
  const params = { path: { id: cook } };
  if (event) return unwrap(api.POST("/api/cooks/{id}/events", { params, body: [event] }));
  const body = reading ? [reading] : [];
  await unwrap(api.POST("/api/cooks/{id}/readings", { params, body }));
  return null;
}

/** What waits to be sent. */
export function useOutbox(): readonly Parcel[] {
  return useSyncExternalStore(
    (listener) => {
      listeners.add(listener);
      return () => listeners.delete(listener);
    },
    () => parcels,
  );
}
