import { useEffect, useRef } from "react";
import { useConflict } from "@/kitchen/conflict";

/** Two devices changed the same thing: shows both and asks which to keep. */
export function ConflictDialog() {
  const question = useConflict();
  const dialog = useRef<HTMLDialogElement>(null);
  useEffect(() => {
    if (question) dialog.current?.showModal();
    else dialog.current?.close();
  }, [question]);
  return (
    <dialog
      ref={dialog}
      className="modal"
      aria-labelledby="conflict-title"
      // Escape changes nothing: the other device's stays.
      onCancel={() => question?.answer(false)}
    >
      {question && (
        <div className="modal-box">
          <h2 id="conflict-title" className="font-bold font-display text-xl">
            {question.title}
          </h2>
          <p className="mt-1">Another device changed it while you did. Which one stays?</p>
          <table className="table mt-3">
            <thead className="text-base-content">
              <tr>
                <th scope="col">
                  <span className="sr-only">Field</span>
                </th>
                <th scope="col">Yours</th>
                <th scope="col">Theirs</th>
              </tr>
            </thead>
            <tbody>
              {question.fields.map((field) => (
                <tr key={field.label} className="align-top">
                  <th scope="row">{field.label}</th>
                  <td className="break-words">{field.mine}</td>
                  <td className="break-words">{field.theirs}</td>
                </tr>
              ))}
            </tbody>
          </table>
          <div className="mt-5 flex flex-wrap justify-end gap-2">
            <button
              type="button"
              className="btn min-h-11"
              onClick={() => {
                question.answer(false);
              }}
            >
              Keep theirs
            </button>
            <button
              type="button"
              className="btn btn-primary min-h-11"
              onClick={() => {
                question.answer(true);
              }}
            >
              Keep mine
            </button>
          </div>
        </div>
      )}
    </dialog>
  );
}
