import { useState } from "react";
import type { Quantity } from "@/lib/units";

/** A figure that is typed in the cook's own unit, with a comma or a point; null until it is a number. */
export function useTyped(quantity: Quantity) {
  const [text, setText] = useState("");
  const shown = Number(text.replace(",", "."));
  const isGood = text.trim() !== "" && Number.isFinite(shown);
  return { text, setText, value: isGood ? quantity.read(shown) : null };
}
