import { ChevronDown } from "lucide-react";
import type { ReactNode } from "react";
import { type FoldId, usePreferences } from "@/kitchen/preferences";

interface Props {
  id: FoldId;
  title: string;
  /** What it says while it is shut. */
  hint: ReactNode;
  className?: string;
  children: ReactNode;
}

/** A secondary part of a page: a heading and a line until it is opened. This device remembers. */
export function Fold({ id, title, hint, className = "", children }: Props) {
  const { preferences, change } = usePreferences();
  const { opened } = preferences;
  const isOpen = opened.includes(id);
  return (
    <details
      id={id}
      open={isOpen}
      className={`group min-w-0 border-base-300 border-b print:hidden ${className}`}
      onToggle={(event) => {
        const { open } = event.currentTarget;
        if (open !== isOpen) {
          change({ opened: open ? [...opened, id] : opened.filter((other) => other !== id) });
        }
      }}
    >
      <summary className="flex min-h-11 cursor-pointer list-none flex-wrap items-center gap-x-4 py-2 [&::-webkit-details-marker]:hidden">
        <h2 className="flex items-center gap-1 font-bold font-display text-lg">
          <ChevronDown
            aria-hidden
            className="size-5 transition-transform group-open:rotate-180 motion-reduce:transition-none"
          />
          {title}
        </h2>
        <span className="text-sm group-open:hidden">{hint}</span>
      </summary>
      {isOpen && <div className="pb-2">{children}</div>}
    </details>
  );
}
