import type { Compared } from "@/api/client";

type Outcome = NonNullable<Compared["outcome"]>;

export interface Column {
  id: string;
  title: string;
  /** What a cook would call the best first. */
  best: "high" | "low";
  value: (outcome: Outcome, entry: Compared) => number | null;
}

const SMELLS: Record<Compared["smell"], number> = { little: 0, some: 1, strong: 2 };

/** Columns that can be sorted, best first. A method that cannot do it stays last. */
export const COLUMNS: readonly Column[] = [
  { id: "fit", title: "Fit", best: "high", value: (_, entry) => entry.fit },
  { id: "pull", title: "In the heat", best: "low", value: (o) => o.pull_s },
  { id: "total", title: "In all", best: "low", value: (o) => o.total_s },
  { id: "window", title: "Right for", best: "high", value: (o) => o.window_s ?? null },
  { id: "even", title: "Even", best: "high", value: (o) => o.quality.even_share },
  { id: "crust", title: "Colour", best: "high", value: (o) => Math.min(o.quality.browning, 4) },
  { id: "juice", title: "Juice lost", best: "low", value: (o) => o.quality.juice_lost_share },
  { id: "hands", title: "Hands on", best: "low", value: (o) => o.hands_on_s },
  { id: "smell", title: "Smell", best: "low", value: (_, entry) => SMELLS[entry.smell] },
];

/** Sorted by a column; the second press turns the order round. */
export function sorted(
  entries: readonly Compared[],
  column: Column,
  isReversed: boolean,
): Compared[] {
  const sign = (column.best === "high" ? -1 : 1) * (isReversed ? -1 : 1);
  const worth = (entry: Compared) => (entry.outcome ? column.value(entry.outcome, entry) : null);
  return [...entries].sort((a, b) => {
    const [left, right] = [worth(a), worth(b)];
    if (left === null || right === null) return Number(left === null) - Number(right === null);
    return sign * (left - right) || b.fit - a.fit;
  });
}

/** Browning in a word. */
export function colourWord(browning: number): string {
  if (browning < 0.15) return "pale";
  if (browning < 0.5) return "blond";
  if (browning < 2) return "golden";
  return browning < 5 ? "deep brown" : "scorched";
}
