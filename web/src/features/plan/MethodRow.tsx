import { memo, type Ref } from "react";
import type { Catalogue, Method } from "@/api/client";
import { withMethod } from "@/kitchen/piece";
import type { PlanDraft } from "@/lib/address";
import { Popover } from "@/ui/Popover";

interface Props {
  catalogue: Catalogue;
  draft: PlanDraft;
  onChange: (draft: PlanDraft) => void;
  /** Opens the list of all ways. */
  ref?: Ref<HTMLButtonElement>;
}

/** Ways with a number key of their own: the ones most asked for. */
const FIRST = ["sear", "saute", "roast", "slow_bake", "poach", "steam", "grill", "deep_fry"];

const FAMILIES: readonly (readonly [readonly Method["family"][], string])[] = [
  [["pan"], "In a pan"],
  [["oven"], "In the oven"],
  [["wet", "steam"], "In liquid and steam"],
  [["grill"], "Over a fire"],
  [["fry"], "In oil"],
];

/** Methods that number keys choose, in order. */
export const keyedMethods = (catalogue: Catalogue): Method[] =>
  FIRST.flatMap((id) => catalogue.methods.filter((m) => m.id === id));

/** Ways of cooking: the usual ones each with its key, the others in a list. */
export const MethodRow = memo(function MethodRow({ catalogue, draft, onChange, ref }: Props) {
  const keyed = keyedMethods(catalogue);
  const chosen = catalogue.methods.find((m) => m.id === draft.method);
  const extra = chosen && !keyed.includes(chosen) ? chosen : null;
  const chip = (isChosen: boolean) =>
    `btn min-h-11 shrink-0 justify-start whitespace-nowrap px-2.5 font-normal text-base sm:px-3 ${
      isChosen ? "btn-neutral" : "border-base-300 bg-base-100"
    }`;
  return (
    <fieldset className="mt-3 flex min-w-0 gap-2 sm:flex-wrap">
      <legend className="sr-only">Way of cooking</legend>
      {/* One row that scrolls under a thumb; the list of all ways stays in sight beside it. */}
      <div className="flex min-w-0 gap-2 max-sm:overflow-x-auto max-sm:pb-1 sm:contents">
        {keyed.map((method, i) => (
          <button
            key={method.id}
            type="button"
            aria-pressed={method.id === draft.method}
            className={chip(method.id === draft.method)}
            onClick={() => {
              onChange(withMethod(draft, method.id));
            }}
          >
            <span aria-hidden className="text-xs opacity-70 max-sm:hidden">
              {i + 1}
            </span>
            {method.name}
          </button>
        ))}
        {extra && (
          <button type="button" aria-pressed className={chip(true)}>
            {extra.name}
          </button>
        )}
      </div>
      <Popover
        ref={ref}
        align="end"
        buttonClass="btn min-h-11 shrink-0 justify-start border-base-content/40 border-dashed bg-transparent px-2.5 font-normal text-base sm:px-3"
        button={
          <>
            <span aria-hidden className="text-xs opacity-70 max-sm:hidden">
              9
            </span>
            All ways…
          </>
        }
        panelClass="open:grid gap-x-6 gap-y-3 sm:w-[46rem] sm:grid-cols-3 lg:w-[60rem] lg:grid-cols-5"
      >
        {(close) => (
          <>
            {FAMILIES.map(([families, title]) => (
              <div key={title}>
                <p className="mb-1 font-bold">{title}</p>
                <ul>
                  {catalogue.methods
                    .filter((m) => families.includes(m.family))
                    .map((method) => (
                      <li key={method.id}>
                        <button
                          type="button"
                          className="grid min-h-11 w-full cursor-pointer content-center rounded px-2 py-1 text-left hover:bg-base-200"
                          onClick={() => {
                            onChange(withMethod(draft, method.id));
                            close();
                          }}
                        >
                          {method.name}
                          <span className="text-xs opacity-80">{method.about}</span>
                        </button>
                      </li>
                    ))}
                </ul>
              </div>
            ))}
          </>
        )}
      </Popover>
    </fieldset>
  );
});
