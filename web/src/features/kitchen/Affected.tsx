import { useQuery } from "@tanstack/react-query";
import { usePreferences } from "@/kitchen/preferences";
import { clock } from "@/lib/time";
import { format, lengthIn, localise } from "@/lib/units";
import { previewQuery } from "./queries";

const look = (plan: { look_from_s: number; latest_s: number }) =>
  `${clock(plan.look_from_s)} to ${clock(plan.latest_s)}`;

/** Plans that were cooked lately, before and after plans go by what was learnt of a piece of gear or the eye. */
export function Affected({ id }: { id: string }) {
  const { preferences } = usePreferences();
  const { data: plans, error } = useQuery(previewQuery(id));
  if (error) return <p role="alert">{error.fields[0]?.message ?? error.message}</p>;
  if (!plans) return <p role="status">Working out what changes…</p>;
  if (plans.length === 0) return <p>No plan that was cooked lately changes.</p>;
  return (
    <div>
      <h3 className="font-bold">What was cooked lately, and how it would go</h3>
      <ul className="divide-y divide-base-300">
        {plans.map(({ name, request, now, then }) => (
          <li key={`${name} ${request.method}`} className="py-2 tabular-nums">
            {name}, {format(lengthIn(preferences), request.piece.thickness_mm)}
            <p>
              {then ? (
                <>
                  {then.dial && then.dial !== now.dial && (
                    <>
                      dial at <b>{localise(then.dial, preferences)}</b>,{" "}
                    </>
                  )}
                  {clock(then.pull_s) === clock(now.pull_s) ? (
                    `out at ${clock(then.pull_s)} as now`
                  ) : (
                    <>
                      out at <b>{clock(then.pull_s)}</b> instead of {clock(now.pull_s)}
                    </>
                  )}
                  {look(then) !== look(now) && `, look from ${look(then)} instead of ${look(now)}`}
                </>
              ) : (
                "cannot be done that way"
              )}
            </p>
          </li>
        ))}
      </ul>
    </div>
  );
}
