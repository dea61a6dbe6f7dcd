import { useInfiniteQuery, useQuery } from "@tanstack/react-query";
import type { Ref } from "react";
import { catalogueQuery } from "@/api/catalogue";
import { api, type LineUp, type PlanRequest, unwrap } from "@/api/client";
import { Modal } from "@/ui/Modal";

/** What a dish is made of: a plan, or a side. */
export type Chosen = { name: string; request: PlanRequest } | { name: string; side: string };

interface Props {
  ref: Ref<HTMLDialogElement>;
  /** The plan that is open on the first screen. */
  plan: { name: string; request: PlanRequest } | null;
  lineUp: LineUp | undefined;
  onChoose: (chosen: Chosen, shares: string | null) => void;
}

/** Which dish comes: the open plan, a kept card, or a side. */
export function AddDialog({ ref, plan, lineUp, onChoose }: Props) {
  const { data: catalogue } = useQuery(catalogueQuery);
  const { data: cards } = useInfiniteQuery({
    queryKey: ["cards", ""],
    queryFn: ({ pageParam }) =>
      unwrap(
        api.GET("/api/cards", {
          params: { query: pageParam === null ? {} : { cursor: pageParam } },
        }),
      ),
    initialPageParam: null as number | null,
    getNextPageParam: (page) => page.next,
  });
  const hosts = lineUp?.asked.filter((d) => d.with == null && d.request != null) ?? [];
  const fish = lineUp?.dishes.filter((d) => hosts.some((h) => h.id === d.id)) ?? [];
  const button = (key: string, chosen: Chosen, shares: string | null, label = chosen.name) => (
    <button
      key={key}
      type="button"
      className="btn min-h-11 justify-start text-left font-normal"
      onClick={() => {
        onChoose(chosen, shares);
      }}
    >
      {label}
    </button>
  );
  return (
    <Modal ref={ref} id="add-dish" title="Which dish?">
      {plan && (
        <div className="mb-4 grid">{button("plan", plan, null, `The open plan: ${plan.name}`)}</div>
      )}
      <h3 className="font-bold">From the card box</h3>
      <div className="mt-1 mb-4 grid gap-1 sm:grid-cols-2">
        {cards?.pages
          .flatMap((page) => page.cards)
          .flatMap((card) => [
            button(`card-${String(card.id)}`, { name: card.name, request: card.request }, null),
            // In one pan with what is made the same way.
            ...fish
              .filter((d) => d.request?.method === card.request.method)
              .map((d) =>
                button(
                  `card-${String(card.id)}-${d.id}`,
                  { name: card.name, request: card.request },
                  d.id,
                  `${card.name}, in with the ${d.name.toLowerCase()}`,
                ),
              ),
          ])}
      </div>
      <h3 className="font-bold">Sides and sauces</h3>
      <div className="mt-1 grid gap-1 sm:grid-cols-2">
        {catalogue?.sides.flatMap((side) => [
          button(`side-${side.id}`, { name: side.name, side: side.id }, null),
          ...fish
            .filter((d) => d.request && side.joins?.methods.includes(d.request.method))
            .map((d) =>
              button(
                `side-${side.id}-${d.id}`,
                { name: side.name, side: side.id },
                d.id,
                `${side.name}, in with the ${d.name.toLowerCase()}`,
              ),
            ),
        ])}
      </div>
    </Modal>
  );
}
