import type { ReactNode, Ref } from "react";

interface Props {
  ref: Ref<HTMLDialogElement>;
  id: string;
  title: string;
  children: ReactNode;
}

/** A native dialog: escape, focus and the backdrop come with the browser. */
export function Modal({ ref, id, title, children }: Props) {
  return (
    <dialog ref={ref} id={id} className="modal" aria-labelledby={`${id}-title`}>
      <div className="modal-box">
        <h2 id={`${id}-title`} className="mb-4 font-bold font-display text-xl">
          {title}
        </h2>
        {children}
        <form method="dialog" className="mt-5 text-right">
          <button type="submit" className="btn min-h-11">
            Close
          </button>
        </form>
      </div>
      <form method="dialog" className="modal-backdrop">
        <button type="submit" tabIndex={-1} aria-hidden="true">
          close
        </button>
      </form>
    </dialog>
  );
}
