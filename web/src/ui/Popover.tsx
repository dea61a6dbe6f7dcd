import { type ReactNode, type Ref, useId, useLayoutEffect, useState } from "react";

interface Props {
  /** What the button shows. */
  button: ReactNode;
  /** How a reader says it, where that is not what it shows. */
  label?: string;
  buttonClass: string;
  panelClass?: string;
  /** Which edges of button and panel stand in line. */
  align?: "start" | "end";
  children: ReactNode | ((close: () => void) => ReactNode);
  ref?: Ref<HTMLButtonElement> | undefined;
}

/** Space between panel and button, and at least to the edges of the window, px. */
const GAP = 8;
const MARGIN = 12;

/** Puts the panel by its button: below it, or above where there is more room, inside the window. */
function place(panel: HTMLElement, button: HTMLElement, align: "start" | "end") {
  const anchor = button.getBoundingClientRect();
  const { clientWidth: wide, clientHeight: high } = document.documentElement;
  const below = high - anchor.bottom - GAP - MARGIN;
  const above = anchor.top - GAP - MARGIN;
  panel.style.maxWidth = `${wide - 2 * MARGIN}px`;
  panel.style.maxHeight = "none";
  const wanted = panel.offsetHeight;
  const isAbove = wanted > below && above > below;
  const height = Math.min(wanted, Math.max(isAbove ? above : below, 0));
  panel.style.maxHeight = `${height}px`;
  const left = align === "start" ? anchor.left : anchor.right - panel.offsetWidth;
  const room = wide - panel.offsetWidth - MARGIN;
  panel.style.left = `${Math.max(MARGIN, Math.min(left, room)) + window.scrollX}px`;
  const top = isAbove ? anchor.top - GAP - height : anchor.bottom + GAP;
  panel.style.top = `${top + window.scrollY}px`;
}

/** A button with a panel of the platform's own: escape, a tap outside and focus come with the browser. */
export function Popover({
  button,
  label,
  buttonClass,
  panelClass = "",
  align = "start",
  children,
  ref,
}: Props) {
  const id = useId();
  const [isOpen, setIsOpen] = useState(false);
  useLayoutEffect(() => {
    const opened = document.getElementById(id);
    const opener = document.querySelector<HTMLElement>(`[popovertarget="${CSS.escape(id)}"]`);
    if (!isOpen || !opened || !opener) return;
    const fit = () => {
      place(opened, opener, align);
    };
    fit();
    // What it holds may grow, or come later.
    const watch = new ResizeObserver(fit);
    for (const child of opened.children) watch.observe(child);
    window.addEventListener("resize", fit);
    return () => {
      watch.disconnect();
      window.removeEventListener("resize", fit);
    };
  }, [isOpen, id, align]);
  return (
    <>
      <button
        type="button"
        ref={ref}
        popoverTarget={id}
        aria-expanded={isOpen}
        {...(label === undefined ? {} : { "aria-label": label })}
        className={buttonClass}
      >
        {button}
      </button>
      <div
        id={id}
        popover="auto"
        className={`absolute inset-auto m-0 overflow-y-auto rounded-box border border-base-300 bg-base-100 p-4 text-base-content shadow-xl ${panelClass}`}
        onToggle={(event) => {
          setIsOpen(event.newState === "open");
        }}
      >
        {isOpen &&
          (typeof children === "function"
            ? children(() => {
                document.getElementById(id)?.hidePopover();
              })
            : children)}
      </div>
    </>
  );
}
