import type { Catalogue, Rescue } from "@/api/client";
import { usePreferences } from "@/kitchen/preferences";
import { clock } from "@/lib/time";
import { format, localise, temperatureIn } from "@/lib/units";
import type { Told } from "./Hands";
import { type HeardCook, useRescue } from "./queries";

interface Props {
  cook: HeardCook;
  catalogue: Catalogue;
  onTell: (told: Told) => void;
  onClose: () => void;
}

/** What went wrong, then the one thing to do, with what it does. */
export function RescueQuestion({ cook, catalogue, onTell, onClose }: Props) {
  const rescue = useRescue(cook.id);
  if (rescue.data) {
    return <Answer rescue={rescue.data} onTell={onTell} onClose={onClose} />;
  }
  return (
    <div className="grid grid-cols-2 gap-1.5">
      {catalogue.rescues.map(({ id, name }) => (
        <button
          key={id}
          type="button"
          className="btn min-h-16 text-lg"
          disabled={rescue.isPending}
          onClick={() => {
            rescue.mutate(id);
          }}
        >
          {name}
        </button>
      ))}
      {rescue.error && (
        <p role="alert" className="col-span-2 text-error">
          {rescue.error.fields[0]?.message ?? rescue.error.message}
        </p>
      )}
    </div>
  );
}

function Answer({
  rescue,
  onTell,
  onClose,
}: { rescue: Rescue } & Pick<Props, "onTell" | "onClose">) {
  const { preferences } = usePreferences();
  const temperature = temperatureIn(preferences);
  const ends = [
    ["done", rescue.with],
    ["left as it is", rescue.without],
  ] as const;
  return (
    <div className="grid gap-3">
      <p className="font-bold font-display text-4xl leading-tight">
        {localise(rescue.title, preferences)}
      </p>
      <p className="text-lg">{localise(rescue.detail, preferences)}</p>
      <table className="w-full text-left">
        <thead>
          <tr className="text-sm">
            <th />
            <th>out</th>
            <th>eaten at</th>
            <th>dry</th>
            <th>juice lost</th>
          </tr>
        </thead>
        <tbody>
          {ends.map(([name, end]) => (
            <tr key={name}>
              <th className="pr-2 font-normal text-sm">{name}</th>
              <td>{clock(end.pull_s)}</td>
              <td>{format(temperature, end.core_served_c)}</td>
              <td>{Math.round(100 * end.dry_share)} %</td>
              <td>{Math.round(100 * end.juice_lost_share)} %</td>
            </tr>
          ))}
        </tbody>
      </table>
      <button
        type="button"
        className="btn btn-primary min-h-16 text-xl"
        onClick={() => {
          const kind = rescue.done_by;
          if (kind === "heat") onTell({ kind, medium_c: rescue.medium_c ?? 160 });
          else if (kind === "lid") onTell({ kind, on: true });
          else if (kind === "baste" || kind === "out") onTell({ kind });
          onClose();
        }}
      >
        {rescue.done_by == null ? "All right" : "Done"}
      </button>
    </div>
  );
}
