import { Tab, TabGroup, TabList, TabPanel, TabPanels } from "@headlessui/react";
import { useEffect, useMemo, useState } from "react";
import { Link, useSearchParams } from "react-router";
import { CatalogueGate } from "@/api/CatalogueGate";
import type { Catalogue } from "@/api/client";
import { withSpecies } from "@/kitchen/piece";
import { houseDoneness, usePreferences } from "@/kitchen/preferences";
import { carryPrep, type PlanDraft, readAddress, writeAddress } from "@/lib/address";
import { BuyingCheck } from "./BuyingCheck";
import { Facts } from "./Facts";
import { FishList } from "./FishList";
import { FreezeCheck } from "./FreezeCheck";
import { HowMuch } from "./HowMuch";
import { InsteadOf } from "./InsteadOf";
import { Suits } from "./Suits";
import { GROUPS } from "./words";

const TABS = ["suits", "look", "amount", "instead", "freeze"] as const;
const TITLES: Record<(typeof TABS)[number], string> = {
  suits: "What suits it",
  look: "Look before buying",
  amount: "How much to buy",
  instead: "Instead of it",
  freeze: "Freeze against parasites",
};

/** Kinds of fish: what suits them, and everything about buying them. */
export function FishPage() {
  useEffect(() => {
    document.title = "Fish · Cindo";
  }, []);
  return <CatalogueGate>{(catalogue) => <Counter catalogue={catalogue} />}</CatalogueGate>;
}

function Counter({ catalogue }: { catalogue: Catalogue }) {
  const [params, setParams] = useSearchParams();
  const address = params.toString();
  const { preferences } = usePreferences();
  const draft = useMemo(
    () => readAddress(new URLSearchParams(address), houseDoneness(preferences)),
    [address, preferences],
  );
  const tab = Math.max(0, (TABS as readonly string[]).indexOf(params.get("tab") ?? ""));
  const write = (next: PlanDraft, tabAt: number) => {
    setParams(
      (old) => {
        const out = carryPrep(writeAddress(next), old);
        if (tabAt > 0) out.set("tab", TABS[tabAt] ?? "suits");
        return out;
      },
      { replace: true },
    );
  };
  const change = (next: PlanDraft) => {
    write(next, tab);
  };
  // On a narrow screen the list stays out of the way until it is wanted.
  const [isOpen, setOpen] = useState(false);
  const species = catalogue.species.find((s) => s.id === draft.piece.species);
  if (!species) return <p className="p-7">No kind by that name.</p>;
  const plan = carryPrep(writeAddress(draft), params).toString();
  return (
    <div className="grid gap-x-8 gap-y-6 px-4 py-4 sm:px-7 sm:py-5 lg:grid-cols-[17rem_minmax(0,1fr)]">
      <div className="grid content-start gap-3">
        <button
          type="button"
          className="btn min-h-11 border-base-300 bg-base-100 lg:hidden"
          aria-expanded={isOpen}
          onClick={() => {
            setOpen(!isOpen);
          }}
        >
          {isOpen ? `Stay with ${species.name.toLowerCase()}` : "Another kind"}
        </button>
        <div className={isOpen ? "" : "max-lg:hidden"}>
          <FishList
            catalogue={catalogue}
            chosen={species.id}
            onChoose={(id) => {
              change(withSpecies(draft, catalogue, id, preferences.house));
              setOpen(false);
            }}
          />
        </div>
      </div>
      <article aria-labelledby="kind-name" className="min-w-0">
        <div className="flex flex-wrap items-baseline justify-between gap-x-6 gap-y-2">
          <h1 id="kind-name" className="font-bold font-display text-3xl">
            {species.name}
            <span className="pl-3 font-normal font-sans text-base">{GROUPS[species.group]}</span>
          </h1>
          <Link to={{ pathname: "/", search: plan }} className="btn btn-primary min-h-11">
            Plan it
          </Link>
        </div>
        <Facts catalogue={catalogue} species={species} />
        <TabGroup
          selectedIndex={tab}
          onChange={(next) => {
            write(draft, next);
          }}
          className="mt-5"
        >
          <TabList className="flex flex-wrap gap-x-1 border-base-300 border-b">
            {TABS.map((t) => (
              <Tab
                key={t}
                className="-mb-px min-h-11 cursor-pointer border-transparent border-b-3 px-3 data-selected:border-accent data-selected:font-bold"
              >
                {TITLES[t]}
              </Tab>
            ))}
          </TabList>
          <TabPanels className="pt-4">
            <TabPanel>
              <Suits draft={draft} catalogue={catalogue} />
            </TabPanel>
            <TabPanel>
              <BuyingCheck
                key={species.id}
                catalogue={catalogue}
                draft={draft}
                onKeep={(freshness) => {
                  change({ ...draft, piece: { ...draft.piece, freshness } });
                }}
              />
            </TabPanel>
            <TabPanel>
              <HowMuch species={species} />
            </TabPanel>
            <TabPanel>
              <InsteadOf draft={draft} />
            </TabPanel>
            <TabPanel>
              <FreezeCheck species={species} draft={draft} />
            </TabPanel>
          </TabPanels>
        </TabGroup>
      </article>
    </div>
  );
}
