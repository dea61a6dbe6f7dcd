import { Settings2 } from "lucide-react";
import { Suspense, useEffect, useRef } from "react";
import { ErrorBoundary } from "react-error-boundary";
import { NavLink, Outlet, useLocation } from "react-router";
import { useNews } from "@/kitchen/kitchen";
import { ConflictDialog } from "@/ui/ConflictDialog";
import { SettingsDialog } from "./SettingsDialog";

const LINKS = [
  { to: "/", label: "Plan" },
  { to: "/compare", label: "Compare" },
  { to: "/prep", label: "Prep" },
  { to: "/stove", label: "Stove" },
  { to: "/line-up", label: "Line-up" },
  { to: "/fish", label: "Fish" },
  { to: "/cards", label: "Cards" },
  { to: "/log", label: "Log" },
  { to: "/kitchen", label: "Kitchen" },
] as const;

/** The frame of every screen. */
export function Shell() {
  const settings = useRef<HTMLDialogElement>(null);
  const { pathname, search } = useLocation();
  useNews();
  const nav = useRef<HTMLElement>(null);
  // On a phone the screens are a row that is longer than it is wide.
  // biome-ignore lint/correctness/useExhaustiveDependencies: where the page is decides what is in view
  useEffect(() => {
    nav.current
      ?.querySelector("[aria-current]")
      ?.scrollIntoView({ block: "nearest", inline: "center" });
  }, [pathname]);
  return (
    <div className="mx-auto flex min-h-dvh max-w-[1440px] flex-col">
      <header className="print:hidden flex items-center gap-1 border-base-300 border-b px-1.5 sm:px-7">
        <span className="mr-4 font-bold font-display text-2xl tracking-tight max-sm:hidden">
          Cindo
        </span>
        <nav
          aria-label="Screens"
          ref={nav}
          className="flex min-w-0 self-stretch overflow-x-auto max-sm:flex-1 max-sm:mask-r-from-92% max-sm:[scrollbar-width:none]"
        >
          {LINKS.map(({ to, label }) => (
            <NavLink
              key={to}
              // The plan stays in the address when the cook comes back to it.
              to={{ pathname: to, search }}
              end={to === "/"}
              className={({ isActive }) =>
                `flex min-h-11 items-center whitespace-nowrap border-b-3 px-2.5 sm:min-h-13 sm:px-3 ${
                  isActive ? "border-accent font-bold" : "border-transparent opacity-80"
                }`
              }
            >
              {label}
            </NavLink>
          ))}
        </nav>
        <button
          type="button"
          className="btn btn-ghost btn-square ml-auto size-11"
          aria-label="This device: units, light and keys"
          onClick={() => settings.current?.showModal()}
        >
          <Settings2 aria-hidden className="size-5" />
        </button>
      </header>
      <main className="flex-1">
        <ErrorBoundary FallbackComponent={NotShown} resetKeys={[pathname]}>
          <Suspense>
            <Outlet />
          </Suspense>
        </ErrorBoundary>
      </main>
      <SettingsDialog ref={settings} />
      <ConflictDialog />
    </div>
  );
}

/** In place of a screen that could not be fetched, or that failed while it was drawn. */
function NotShown() {
  return (
    <div role="alert" className="alert m-6 border-error bg-base-100 text-error">
      <p>
        This screen could not be shown. What you have kept is safe. Is Cindo still running?{" "}
        <button
          type="button"
          className="min-h-11 cursor-pointer underline"
          onClick={() => {
            window.location.reload();
          }}
        >
          Load it again
        </button>
      </p>
    </div>
  );
}
