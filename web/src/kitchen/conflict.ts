import { useSyncExternalStore } from "react";
import { ApiFailure } from "@/api/client";

/** One field of a thing that two devices changed at the same time. */
export interface ConflictField {
  label: string;
  mine: string;
  theirs: string;
}

interface Question {
  title: string;
  fields: readonly ConflictField[];
  answer: (keepsMine: boolean) => void;
}

let question: Question | null = null;
const watchers = new Set<() => void>();

function ask(next: Question | null) {
  question = next;
  for (const watcher of watchers) watcher();
}

/** The question that waits for its answer. */
export const useConflict = (): Question | null =>
  useSyncExternalStore(
    (watcher) => {
      watchers.add(watcher);
      return () => watchers.delete(watcher);
    },
    () => question,
  );

/** Shows both and asks which to keep; true for this device's. */
async function keepsMine(title: string, fields: readonly ConflictField[]): Promise<boolean> {
  return new Promise((resolve) => {
    ask({
      title,
      fields,
      answer: (mine) => {
        ask(null);
        resolve(mine);
      },
    });
  });
}

interface Change<T> {
  title: string;
  /** The revision that this device saw. */
  revision: number;
  put: (ifMatch: string) => Promise<T>;
  /** What both changed, given the other's. */
  fields: (theirs: T) => readonly ConflictField[];
}

/**
 * Makes a change on the revision that was seen. Where another device was first and both changed the same field, both
 * are shown and the cook chooses.
 */
export async function changeSeen<T extends { revision: number }>({
  title,
  revision,
  put,
  fields,
}: Change<T>): Promise<T> {
  try {
    return await put(`"${revision}"`);
  } catch (failure) {
    if (!(failure instanceof ApiFailure) || failure.status !== 412) throw failure;
    const theirs = failure.current as T;
    const both = fields(theirs);
    if (both.length > 0 && !(await keepsMine(title, both))) return theirs;
    return changeSeen({ title, revision: theirs.revision, put, fields });
  }
}

/** A field of which both have something else, as one of the question. */
export const differing = (label: string, mine: string, theirs: string): ConflictField[] =>
  mine === theirs ? [] : [{ label, mine: mine || "nothing", theirs: theirs || "nothing" }];
