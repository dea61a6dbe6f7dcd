import type { ReactNode, Ref } from "react";
import { Popover } from "./Popover";

interface Props {
  /** The words in the sentence. */
  text: string;
  /** What the editor is for. */
  label: string;
  /** The stop that follows it, which never begins a line. */
  after?: string;
  children: ReactNode | ((close: () => void) => ReactNode);
  isWrong?: boolean;
  wide?: boolean;
  ref?: Ref<HTMLButtonElement>;
}

/** An underlined part of a sentence that opens a small editor. */
export function Blank({ text, label, after, children, isWrong, wide, ref }: Props) {
  const blank = (
    <Popover
      ref={ref}
      button={text}
      label={`${label}: ${text}`}
      buttonClass={`cursor-pointer whitespace-nowrap border-b-2 border-dotted px-0.5 text-left hover:bg-base-300 ${
        isWrong ? "border-error text-error" : "border-primary text-primary"
      }`}
      panelClass={`whitespace-normal font-sans text-base open:grid gap-3 ${wide ? "w-80" : ""}`}
    >
      {children}
    </Popover>
  );
  return after === undefined ? (
    blank
  ) : (
    <span className="whitespace-nowrap">
      {blank}
      {after}
    </span>
  );
}
