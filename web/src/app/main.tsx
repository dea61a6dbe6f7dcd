import { MutationCache, QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { lazy, StrictMode } from "react";
import { createRoot } from "react-dom/client";
import { BrowserRouter, Route, Routes } from "react-router";
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
  defaultOptions: {
    // The server is this machine or one in the kitchen: whether there is a network beyond says nothing of it.
    queries: {
      networkMode: "always",
      retry: false,
      refetchOnWindowFocus: false,
      staleTime: 60_000,
    },
    mutations: { networkMode: "always" },
  },
});

// Only the plan is needed for the first screen.
const ComparePage = lazy(async () => ({
  default: (await import("@/features/compare")).ComparePage,
}));
const PrepPage = lazy(async () => ({ default: (await import("@/features/prep")).PrepPage }));
const FishPage = lazy(async () => ({ default: (await import("@/features/fish")).FishPage }));
const LadderPage = lazy(async () => ({ default: (await import("@/features/ladder")).LadderPage }));
const StovePage = lazy(async () => ({ default: (await import("@/features/stove")).StovePage }));
const LineUpPage = lazy(async () => ({ default: (await import("@/features/lineup")).LineUpPage }));
const LogPage = lazy(async () => ({ default: (await import("@/features/log")).LogPage }));
const EntryPage = lazy(async () => ({ default: (await import("@/features/log")).EntryPage }));
const KitchenPage = lazy(async () => ({
  default: (await import("@/features/kitchen")).KitchenPage,
}));
const CardsPage = lazy(async () => ({ default: (await import("@/features/cards")).CardsPage }));

const root = document.getElementById("root");
if (!root) throw new Error("index.html has no root");
createRoot(root).render(
  <StrictMode>
    <QueryClientProvider client={queryClient}>
      <PreferencesProvider>
        <BrowserRouter>
          <Routes>
            <Route element={<Shell />}>
              <Route index element={<PlanPage />} />
              <Route path="compare" element={<ComparePage />} />
              <Route path="prep" element={<PrepPage />} />
              <Route path="fish" element={<FishPage />} />
              <Route path="ladder" element={<LadderPage />} />
              <Route path="stove/:id?" element={<StovePage />} />
              <Route path="line-up/:id?" element={<LineUpPage />} />
              <Route path="log" element={<LogPage />} />
              <Route path="log/:id" element={<EntryPage />} />
              <Route path="kitchen" element={<KitchenPage />} />
              <Route path="cards" element={<CardsPage />} />
              <Route path="*" element={<PlanPage />} />
            </Route>
          </Routes>
        </BrowserRouter>
      </PreferencesProvider>
    </QueryClientProvider>
  </StrictMode>,
);
prepareToasts();
