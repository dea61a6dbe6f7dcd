import { Popover, PopoverButton, PopoverPanel } from "@headlessui/react";
import type { ReactNode, Ref } from "react";

interface Props {
  /** The words in the sentence. */
  text: string;
  /** What the editor is for. */
  label: string;
  children: ReactNode | ((close: () => void) => ReactNode);
  isWrong?: boolean;
  wide?: boolean;
  ref?: Ref<HTMLButtonElement>;
}

/** An underlined part of a sentence that opens a small editor. */
export function Blank({ text, label, children, isWrong, wide, ref }: Props) {
  return (
    <Popover className="inline">
      <PopoverButton
        {...(ref ? { ref } : {})}
        aria-label={`${label}: ${text}`}
        className={`cursor-pointer whitespace-nowrap border-b-2 border-dotted px-0.5 text-left hover:bg-base-300 ${
          isWrong ? "border-error text-error" : "border-primary text-primary"
        }`}
      >
        {text}
      </PopoverButton>
      <PopoverPanel
        anchor={{ to: "bottom start", gap: 8, padding: 12 }}
        className={`z-20 grid gap-3 rounded-box border border-base-300 bg-base-100 p-4 font-sans text-base shadow-xl ${
          wide ? "w-80" : ""
        }`}
      >
        {({ close }) => (
          <>
            {typeof children === "function"
              ? children(() => {
                  close();
                })
              : children}
          </>
        )}
      </PopoverPanel>
    </Popover>
  );
}
