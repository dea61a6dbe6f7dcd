import { useEffect, useRef, useState } from "react";
import { LOUDNESS, say, sound } from "@/kitchen/alarm";
import { usePreferences } from "@/kitchen/preferences";
import { counted } from "@/lib/time";
import type { Moment } from "./moment";
import type { HeardCook } from "./queries";

interface Watched {
  cook: HeardCook;
  moment: Moment;
}

/** An alarm comes again after so many seconds, louder, until somebody touches something. */
const AGAIN_S = [0, 12, 24, 45, 75];
const VOLUMES = [0.5, 0.65, 0.8, 1, 1];

/** Calls the cook: what is due, for whoever looks, hears, or has another page before them. */
export function useAlarms(watched: readonly Watched[]) {
  const { preferences } = usePreferences();
  const [silenced, setSilenced] = useState<ReadonlySet<string>>(new Set());
  const rung = useRef(new Map<string, number>());
  const due = watched.flatMap(({ cook, moment }) => {
    const { next, leftS } = moment;
    if (!next || leftS === null || leftS > 0 || next.done_by === "in") return [];
    // What was told and taken back calls again.
    const takenBack = cook.events.filter((e) => e.kind === "undo").length;
    const key = `${cook.id} ${next.action} ${next.done_by} ${takenBack}`;
    return [{ key, cook, next, overS: -leftS }];
  });
  useEffect(() => {
    for (const { key, cook, next, overS } of due) {
      if (silenced.has(key)) continue;
      const step = AGAIN_S.findLastIndex((s) => s * cook.speed <= overS);
      if (step <= (rung.current.get(key) ?? -1)) continue;
      rung.current.set(key, step);
      if (preferences.sound) {
        sound(next.done_by ?? "", LOUDNESS[preferences.volume] * (VOLUMES[step] ?? 1));
      }
      if (preferences.voice && step === 0) say(`${cook.name}. ${next.title}`);
    }
  });
  const first = watched
    .filter(({ moment }) => moment.leftS !== null && moment.next !== null)
    .sort((a, b) => (a.moment.leftS ?? 0) - (b.moment.leftS ?? 0))[0];
  const title = first?.moment.next
    ? `${(first.moment.leftS ?? 0) < 0 ? "+" : ""}${counted(first.moment.leftS ?? 0)} ${first.moment.next.title}`
    : "Stove";
  const minutes = first ? Math.max(0, Math.ceil((first.moment.leftS ?? 0) / 60)) : null;
  useEffect(() => {
    document.title = `${title} · Cindo`;
  }, [title]);
  useIcon(minutes, due.length > 0);
  useEffect(
    () => () => {
      document.title = "Cindo";
    },
    [],
  );
  const ringing = due.filter(({ key }) => !silenced.has(key));
  const silence = () => {
    if (ringing.length > 0) setSilenced(new Set([...silenced, ...ringing.map((d) => d.key)]));
  };
  return { isRinging: ringing.length > 0, silence };
}

/** The minutes that are left, in the tab's icon. */
function useIcon(minutes: number | null, isDue: boolean) {
  useEffect(() => {
    const link = document.querySelector<HTMLLinkElement>('link[rel="icon"]');
    if (!link || minutes === null) return;
    const before = link.href;
    const canvas = document.createElement("canvas");
    canvas.width = 64;
    canvas.height = 64;
    const pen = canvas.getContext("2d");
    if (!pen) return;
    pen.fillStyle = isDue ? "#b3401b" : "#14555c";
    pen.fillRect(0, 0, 64, 64);
    pen.fillStyle = "#ffffff";
    pen.font = "bold 44px sans-serif";
    pen.textAlign = "center";
    pen.textBaseline = "middle";
    pen.fillText(isDue ? "!" : String(Math.min(99, minutes)), 32, 35);
    link.href = canvas.toDataURL("image/png");
    return () => {
      link.href = before;
    };
  }, [minutes, isDue]);
}

/** Keeps the screen on while something cooks, where the browser may. */
export function useAwake(isNeeded: boolean) {
  useEffect(() => {
    if (!isNeeded || !("wakeLock" in navigator)) return;
    let lock: WakeLockSentinel | null = null;
    let isOver = false;
    const take = async () => {
      if (document.visibilityState !== "visible") return;
      try {
        lock = await navigator.wakeLock.request("screen");
        if (isOver) await lock.release();
      } catch {
        // The device may refuse, when its battery is low for instance.
      }
    };
    const retake = () => void take();
    retake();
    document.addEventListener("visibilitychange", retake);
    return () => {
      isOver = true;
      document.removeEventListener("visibilitychange", retake);
      void lock?.release();
    };
  }, [isNeeded]);
}
