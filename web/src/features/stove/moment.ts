import type { CookMove } from "@/api/client";
import type { HeardCook } from "./queries";

/** After its moment a movement that nobody told stays on the screen for so long, s; then it was done. */
const GRACE_S = 20;

/** Whether a movement tells what goes on from then: one that nobody has to tell, or a move that was made. */
const goesOn = (move: CookMove) =>
  move.done_by == null || (move.done_by === "move" && move.is_done);

/** A cook at this moment. */
export interface Moment {
  /** Since the fish met the heat, s; null before that. */
  elapsedS: number | null;
  /** What the hand does next. */
  next: CookMove | null;
  /** Until then, s; below zero when it is due. None where it is not for the clock to say. */
  leftS: number | null;
  /** What goes on meanwhile, with its cue. */
  meanwhile: CookMove | null;
  /** What comes after. */
  later: readonly CookMove[];
  /** Past the right moment to take it off by so much, s; 0 before. */
  lateS: number;
}

/** Where a cook stands, counted on from what the server said. `nowMs` is the page's steady clock. */
export function momentOf(cook: HeardCook, nowMs: number, done: ReadonlySet<string>): Moment {
  const passedS = (Math.max(0, nowMs - cook.heardMs) / 1000) * cook.speed;
  const elapsedS = cook.elapsed_s == null ? null : cook.elapsed_s + passedS;
  const waits = (move: CookMove) => {
    const kind = move.done_by;
    if (kind == null || move.is_done || done.has(kind)) return false;
    // The fish stays in until somebody says that it is out.
    if (kind === "in" || kind === "out" || kind === "serve" || kind === "back") return true;
    return elapsedS === null || elapsedS < move.at_s + GRACE_S * cook.speed;
  };
  const hands = cook.moves.filter(waits);
  const waited = hands.find((move) => move.done_by === "back");
  const next = waited ?? hands[0] ?? null;
  const meanwhile =
    elapsedS === null
      ? null
      : (cook.moves.findLast((m) => goesOn(m) && m.at_s <= elapsedS) ?? null);
  const lateS =
    cook.status === "cooking" && elapsedS !== null
      ? Math.max(0, elapsedS - cook.forecast.pull_s)
      : 0;
  return {
    elapsedS,
    next,
    leftS: next && !waited && elapsedS !== null ? next.at_s - elapsedS : null,
    meanwhile: waited ? null : meanwhile,
    later: hands.filter((move) => move !== next),
    lateS: waited ? 0 : lateS,
  };
}

/** What so many seconds too many cost, and what ten more do. */
export function costOf(cook: HeardCook, lateS: number) {
  const table = cook.late;
  const at = Math.max(
    1,
    table.findIndex((row) => row.late_s >= lateS),
  );
  const a = table[at - 1];
  const b = table[at];
  const first = table[0];
  if (!a || !b || !first) return null;
  const spanS = b.late_s - a.late_s;
  const share = Math.min(1, (lateS - a.late_s) / spanS);
  const perTen = (10 / spanS) * (b.core_served_c - a.core_served_c);
  const juice = b.juice_lost_share - a.juice_lost_share;
  return {
    coreC: a.core_served_c + share * (b.core_served_c - a.core_served_c),
    coreKPerTen: perTen,
    juiceSharePerTen: (10 / spanS) * juice,
    dryShare: a.dry_share + share * (b.dry_share - a.dry_share),
  };
}
