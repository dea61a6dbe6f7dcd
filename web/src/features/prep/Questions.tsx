import type { Prep } from "@/api/client";
import { Segmented } from "@/ui/Segmented";

interface Props {
  questions: Prep["questions"];
  onTake: (question: string, side: string) => void;
}

/** Where cooks differ: take a side, and see why. */
export function Questions({ questions, onTake }: Props) {
  return (
    <section aria-labelledby="differ" className="print:hidden">
      <h2 id="differ" className="font-bold font-display text-xl">
        Where cooks differ
      </h2>
      <div className="mt-2 grid gap-x-8 gap-y-3 sm:grid-cols-2">
        {questions.map((q) => (
          <div key={q.id} className="grid content-start gap-1">
            <Segmented
              stacked="row"
              label={q.question}
              value={q.taken}
              options={q.options.map((o) => [o.id, o.name] as const)}
              onChange={(side) => {
                onTake(q.id, side);
              }}
            />
            <p className="text-sm">{q.options.find((o) => o.id === q.taken)?.why}</p>
          </div>
        ))}
      </div>
    </section>
  );
}
