import { useQuery } from "@tanstack/react-query";
import type { ReactNode } from "react";
import { catalogueQuery } from "./catalogue";
import type { Catalogue } from "./client";

/** Draws what needs the catalogue once it has come, and says so when it does not. */
export function CatalogueGate({ children }: { children: (catalogue: Catalogue) => ReactNode }) {
  const { data, error } = useQuery(catalogueQuery);
  if (error) {
    return (
      <p role="alert" className="alert alert-error m-6">
        {error.message} Start it again and reload this page.
      </p>
    );
  }
  return data ? children(data) : <p className="p-7">Setting up the board…</p>;
}
