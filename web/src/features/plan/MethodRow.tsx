import type { Catalogue } from "@/api/client";
import { type PlanDraft, withMethod } from "@/lib/planAddress";

interface Props {
  catalogue: Catalogue;
  draft: PlanDraft;
  onChange: (draft: PlanDraft) => void;
}

/** Ways of cooking, each with its key. */
export function MethodRow({ catalogue, draft, onChange }: Props) {
  return (
    <fieldset className="mt-3 grid grid-cols-3 gap-2 sm:flex sm:flex-wrap">
      <legend className="sr-only">Way of cooking</legend>
      {catalogue.methods.map((method, i) => {
        const isChosen = method.id === draft.method;
        return (
          <button
            key={method.id}
            type="button"
            aria-pressed={isChosen}
            className={`btn min-h-11 justify-start px-3 font-normal text-base sm:px-4 ${
              isChosen ? "btn-neutral" : "border-base-300 bg-base-100"
            }`}
            onClick={() => {
              onChange(withMethod(draft, method.id));
            }}
          >
            <span aria-hidden className="text-xs opacity-70">
              {i + 1}
            </span>
            {method.name}
          </button>
        );
      })}
    </fieldset>
  );
}
