import { Settings2 } from "lucide-react";
import { useRef } from "react";
import { NavLink, Outlet, useLocation } from "react-router";
import { useNews } from "@/kitchen/kitchen";
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
  const { search } = useLocation();
  useNews();
  return (
    <div className="mx-auto flex min-h-dvh max-w-[1440px] flex-col">
      <header className="print:hidden flex items-center gap-1 border-base-300 border-b px-1.5 sm:px-7">
        <span className="mr-4 font-bold font-display text-2xl tracking-tight max-sm:hidden">
          Cindo
        </span>
        <nav
          aria-label="Screens"
          className="flex min-w-0 self-stretch max-sm:flex-1 max-sm:justify-between"
        >
          {LINKS.map(({ to, label }) => (
            <NavLink
              key={to}
              // The plan stays in the address when the cook comes back to it.
              to={{ pathname: to, search }}
              end={to === "/"}
              className={({ isActive }) =>
                `flex min-h-11 items-center whitespace-nowrap border-b-3 px-0.5 text-[0.7rem] sm:min-h-13 sm:px-3 sm:text-base ${
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
        <Outlet />
      </main>
      <SettingsDialog ref={settings} />
    </div>
  );
}
