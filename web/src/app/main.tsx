import { MutationCache, QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { StrictMode } from "react";
import { createRoot } from "react-dom/client";
import { createBrowserRouter, RouterProvider } from "react-router";
import "@/styles.css";
import { PlanPage } from "@/features/plan";
import { PreferencesProvider } from "@/kitchen/preferences";
import { prepareToasts, toast } from "@/ui/toast";
import { Shell } from "./Shell";

const queryClient = new QueryClient({
  mutationCache: new MutationCache({
    onError: (failure, _variables, _context, { meta }) => {
      if (meta?.tellsFailure === true) toast(failure.fields[0]?.message ?? failure.message);
    },
  }),
  defaultOptions: { queries: { retry: false, refetchOnWindowFocus: false, staleTime: 60_000 } },
});

const router = createBrowserRouter([
  {
    element: <Shell />,
    children: [
      { path: "/", element: <PlanPage /> },
      {
        path: "/compare",
        lazy: async () => ({ Component: (await import("@/features/compare")).ComparePage }),
      },
      {
        path: "/prep",
        lazy: async () => ({ Component: (await import("@/features/prep")).PrepPage }),
      },
      {
        path: "/fish",
        lazy: async () => ({ Component: (await import("@/features/fish")).FishPage }),
      },
      {
        path: "/ladder",
        lazy: async () => ({ Component: (await import("@/features/ladder")).LadderPage }),
      },
      {
        path: "/stove/:id?",
        lazy: async () => ({ Component: (await import("@/features/stove")).StovePage }),
      },
      {
        path: "/line-up/:id?",
        lazy: async () => ({ Component: (await import("@/features/lineup")).LineUpPage }),
      },
      {
        path: "/log",
        lazy: async () => ({ Component: (await import("@/features/log")).LogPage }),
      },
      {
        path: "/log/:id",
        lazy: async () => ({ Component: (await import("@/features/log")).EntryPage }),
      },
      {
        path: "/kitchen",
        lazy: async () => ({ Component: (await import("@/features/kitchen")).KitchenPage }),
      },
      {
        path: "/cards",
        // Not needed for the first screen.
        lazy: async () => ({ Component: (await import("@/features/cards")).CardsPage }),
      },
      { path: "*", element: <PlanPage /> },
    ],
  },
]);

const root = document.getElementById("root");
if (!root) throw new Error("index.html has no root");
createRoot(root).render(
  <StrictMode>
    <QueryClientProvider client={queryClient}>
      <PreferencesProvider>
        <RouterProvider router={router} />
      </PreferencesProvider>
    </QueryClientProvider>
  </StrictMode>,
);
prepareToasts();
