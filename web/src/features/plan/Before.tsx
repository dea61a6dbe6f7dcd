import { memo, useMemo } from "react";
import { Link, useSearchParams } from "react-router";
import { usePrep } from "@/api/prep";
import { usePreferences } from "@/kitchen/preferences";
import { toPrep } from "@/kitchen/requests";
import { type PlanDraft, readPrep } from "@/lib/address";
import { wait } from "@/lib/time";

interface Props {
  draft: PlanDraft;
  isSettled: boolean;
}

/** The first lines of a plan: what comes before the heat, with latest starts. */
export const Before = memo(function Before({ draft, isSettled }: Props) {
  const { preferences } = usePreferences();
  const [params] = useSearchParams();
  const address = params.toString();
  const request = useMemo(
    () => toPrep(draft, readPrep(new URLSearchParams(address)), preferences),
    [draft, address, preferences],
  );
  const { data } = usePrep(request, isSettled);
  if (!data) return null;
  return (
    <section
      aria-label="Before the heat"
      className="flex flex-wrap items-baseline gap-x-5 gap-y-1 border-base-300 border-y py-2 max-lg:order-3"
    >
      <Link
        to={{ pathname: "/prep", search: address }}
        className="font-bold text-primary underline decoration-dotted underline-offset-4 print:no-underline"
      >
        Before the heat
      </Link>
      {data.first_lines.map((line) => (
        <span key={line.title}>
          <b className="text-secondary">−{wait(line.starts_before_s)}</b> {line.title}
        </span>
      ))}
    </section>
  );
});
