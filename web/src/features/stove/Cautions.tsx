import { useQuery } from "@tanstack/react-query";
import type { PlanRequest } from "@/api/client";
import { usePreferences } from "@/kitchen/preferences";
import { localise } from "@/lib/units";
import { Popover } from "@/ui/Popover";
import { plannedQuery } from "./queries";

/** Cautions of what is cooked, in a word or two, each opening to its whole text. */
export function Cautions({ request }: { request: PlanRequest }) {
  const { preferences } = usePreferences();
  const { data: plan } = useQuery(plannedQuery(request));
  if (!plan || plan.safety.chips.length === 0) return null;
  return (
    <ul aria-label="Before you serve it" className="flex flex-wrap gap-1.5">
      {plan.safety.chips.map((chip) => (
        <li key={chip.name}>
          <Popover
            button={localise(chip.name, preferences)}
            buttonClass="btn h-auto min-h-11 border-warning-content/30 bg-warning px-2 py-1 font-bold text-sm text-warning-content"
            panelClass="open:grid w-96 gap-2 text-base"
          >
            {chip.texts.map((text) => (
              <p key={text}>{localise(text, preferences)}</p>
            ))}
          </Popover>
        </li>
      ))}
    </ul>
  );
}
