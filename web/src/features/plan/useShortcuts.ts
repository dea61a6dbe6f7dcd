import type { RefObject } from "react";
import { useHotkeys } from "react-hotkeys-hook";
import type { Catalogue } from "@/api/client";
import { withMethod } from "@/kitchen/piece";
import { usePreferences } from "@/kitchen/preferences";
import type { PlanDraft } from "@/lib/address";
import { keyedMethods } from "./MethodRow";

interface Hands {
  catalogue: Catalogue;
  draft: PlanDraft;
  commit: (draft: PlanDraft) => void;
  findFish: RefObject<HTMLButtonElement | null>;
  allWays: RefObject<HTMLButtonElement | null>;
  openKeep: () => void;
}

/** Single-key shortcuts. They rest while typing, while a dialog is open, and when switched off. */
export function useShortcuts({ catalogue, draft, commit, findFish, allWays, openKeep }: Hands) {
  const { preferences } = usePreferences();
  const options = {
    enabled: preferences.shortcuts,
    useKey: true,
    ignoreEventWhen: () => document.querySelector("dialog[open]") !== null,
  };
  const thicker = (by: number) => {
    const thickness_mm = Math.round(draft.piece.thickness_mm) + by;
    if (thickness_mm >= 4 && thickness_mm <= 120) {
      commit({ ...draft, piece: { ...draft.piece, thickness_mm } });
    }
  };
  const keyed = keyedMethods(catalogue);
  useHotkeys(
    keyed.map((_, i) => String(i + 1)),
    (event) => {
      const method = keyed[Number(event.key) - 1];
      if (method) commit(withMethod(draft, method.id));
    },
    options,
  );
  useHotkeys(
    "[",
    () => {
      thicker(-1);
    },
    options,
  );
  useHotkeys(
    "]",
    () => {
      thicker(1);
    },
    options,
  );
  useHotkeys("9", () => allWays.current?.click(), options);
  useHotkeys("k", openKeep, { ...options, preventDefault: true });
  useHotkeys("/", () => findFish.current?.click(), { ...options, preventDefault: true });
  useHotkeys(
    "?",
    () => {
      const dialog = document.getElementById("settings");
      if (dialog instanceof HTMLDialogElement) dialog.showModal();
    },
    options,
  );
}
