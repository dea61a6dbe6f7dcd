import type { QueryClient, QueryKey } from "@tanstack/react-query";

/** Asks anew for what is under a key. An answer that is on its way is dropped: it may be from before what was heard. */
export async function refresh(client: QueryClient, queryKey: QueryKey): Promise<void> {
  await client.cancelQueries({ queryKey });
  await client.invalidateQueries({ queryKey });
}
