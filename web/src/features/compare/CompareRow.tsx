import { ChevronDown, ChevronUp, Pin, PinOff } from "lucide-react";
import { useState } from "react";
import { Link } from "react-router";
import type { Compared } from "@/api/client";
import { busyNow, useRunningLineUp } from "@/kitchen/lineUps";
import { withMethod } from "@/kitchen/piece";
import { usePreferences } from "@/kitchen/preferences";
import { carryPrep, type PlanDraft, writeAddress } from "@/lib/address";
import { clock, spoken } from "@/lib/time";
import { format, localise, temperatureIn } from "@/lib/units";
import { Popover } from "@/ui/Popover";
import { colourWord } from "./columns";
import { SmallStrip } from "./SmallStrip";

const STRIP = { width: 132, height: 30 };
/** On a phone, in the row's one line. */
const NARROW_STRIP = { width: 92, height: 26 };

interface RowProps {
  entry: Compared;
  draft: PlanDraft;
  address: URLSearchParams;
  scaleS: number;
  longestWindowS: number;
  isPinned: boolean;
  onPin: () => void;
}

const link = ({ draft, address, entry }: Pick<RowProps, "draft" | "address" | "entry">) => ({
  pathname: "/",
  search: carryPrep(writeAddress(withMethod(draft, entry.method)), address).toString(),
});

/** One way in the list. */
export function CompareRow({
  entry,
  draft,
  address,
  scaleS,
  longestWindowS,
  isPinned,
  onPin,
}: RowProps) {
  const { preferences } = usePreferences();
  const o = entry.outcome;
  const percent = (share: number) => `${Math.round(share * 100)} %`;
  const [isOpen, setOpen] = useState(false);
  // On a narrow screen a row is a line and a half until it is opened.
  const more = isOpen
    ? "max-lg:flex max-lg:justify-between max-lg:gap-3 max-lg:pr-0"
    : "max-lg:hidden";
  const strip = { outcome: o, thicknessMm: draft.piece.thickness_mm, scaleS };
  const cell = (name: string, value: string) => (
    <td className={`pr-3 ${more}`}>
      <span className="text-sm lg:hidden">{name}</span>
      {value}
    </td>
  );
  const service = useRunningLineUp();
  return (
    <tr
      className={`border-base-300 border-t align-middle max-lg:grid max-lg:grid-cols-2 max-lg:gap-x-6 max-lg:rounded-box max-lg:border max-lg:bg-base-100 max-lg:px-3 max-lg:py-1 ${
        entry.suits ? "" : "text-base-content/80"
      }`}
    >
      <th
        scope="row"
        className="max-w-80 py-1.5 pr-4 text-left font-normal max-lg:col-span-2 max-lg:max-w-none max-lg:py-0 max-lg:pr-0"
      >
        <span className="flex items-center gap-x-2">
          <Link
            to={link({ draft, address, entry })}
            className="inline-flex min-h-8 items-center font-bold text-primary text-lg leading-tight underline decoration-dotted underline-offset-4 max-lg:min-h-11 max-lg:flex-1"
          >
            {entry.name}
          </Link>
          {o && (
            <>
              <span className="text-sm max-lg:hidden">
                {o.knob || format(temperatureIn(preferences), o.medium_c)}
              </span>
              <span className="lg:hidden">
                <SmallStrip {...strip} outcome={o} {...NARROW_STRIP} />
              </span>
              <b className="w-12 text-right tabular-nums lg:hidden">{clock(o.pull_s)}</b>
            </>
          )}
          <button
            type="button"
            className="btn btn-ghost btn-square size-11 lg:hidden"
            aria-label={`${isOpen ? "Less" : "More"} of ${entry.name}`}
            aria-expanded={isOpen}
            onClick={() => {
              setOpen(!isOpen);
            }}
          >
            {isOpen ? (
              <ChevronUp aria-hidden className="size-5" />
            ) : (
              <ChevronDown aria-hidden className="size-5" />
            )}
          </button>
        </span>
        <p className={`text-sm ${isOpen ? "" : "max-lg:truncate"}`}>
          {localise(entry.reason, preferences)}
        </p>
        <p className={`text-xs opacity-80 ${isOpen ? "" : "max-lg:hidden"}`}>
          {entry.gear.join(", ")}
        </p>
        {service &&
          busyNow(service, entry.gear).map((busy) => (
            <p key={busy} className="font-bold text-sm">
              {busy}
            </p>
          ))}
      </th>
      <td className="pr-4 max-lg:hidden">
        {o && <SmallStrip {...strip} outcome={o} {...STRIP} />}
      </td>
      <td className={`pr-3 ${more}`}>
        <span className="text-sm lg:hidden">Fit</span>
        <Fit entry={entry} />
      </td>
      {o ? (
        <>
          {cell("In the heat", clock(o.pull_s))}
          {cell("In all", clock(o.total_s))}
          <td className={`pr-3 ${more}`}>
            <span className="text-sm lg:hidden">Right for</span>
            {o.window_s == null ? (
              "hotter is firmer"
            ) : (
              <span className="inline-flex items-center gap-2 whitespace-nowrap">
                <span
                  aria-hidden
                  className="inline-block h-2.5 rounded-xs bg-accent max-lg:hidden"
                  style={{ width: Math.min(54, Math.max(2, (o.window_s / longestWindowS) * 48)) }}
                />
                {spoken(o.window_s).replace(" min", "")}
              </span>
            )}
          </td>
          {cell("Even", percent(o.quality.even_share))}
          {cell("Colour", colourWord(o.quality.browning))}
          {cell("Juice lost", percent(o.quality.juice_lost_share))}
          {cell("Hands on", clock(o.hands_on_s))}
          {cell("Smell", entry.smell)}
        </>
      ) : (
        <td colSpan={8} className="text-sm max-lg:col-span-2">
          {entry.missing.length > 0
            ? `Not at hand: ${entry.missing.join(", ")}.`
            : "Not for this target."}
        </td>
      )}
      <td className={`text-right ${isOpen ? "max-lg:self-end" : "max-lg:hidden"}`}>
        <button
          type="button"
          className="btn btn-ghost btn-square size-11"
          aria-label={`${isPinned ? "Let go of" : "Hold"} ${entry.name}`}
          aria-pressed={isPinned}
          disabled={!o}
          onClick={onPin}
        >
          {isPinned ? (
            <PinOff aria-hidden className="size-5" />
          ) : (
            <Pin aria-hidden className="size-5" />
          )}
        </button>
      </td>
    </tr>
  );
}

/** The fit, and on a tap (or under the pointer) what makes it. */
function Fit({ entry }: { entry: Compared }) {
  const { preferences } = usePreferences();
  const points = (value: number) => `${value < 0 ? "−" : "+"}${Math.abs(Math.round(value))}`;
  const parts = entry.parts.map(
    (part) => [points(part.points), localise(part.what, preferences)] as const,
  );
  return (
    <span title={parts.map(([sign, what]) => `${sign} ${what}`).join("\n")}>
      <Popover
        label={`Fit of ${entry.name}: ${entry.fit}. What makes it`}
        buttonClass="inline-flex min-h-11 cursor-pointer items-center gap-2 font-bold"
        button={
          <>
            <span
              aria-hidden
              className={`inline-block h-2.5 rounded-xs ${entry.suits ? "bg-primary" : "bg-base-content/40"}`}
              style={{ width: Math.max(2, entry.fit * 0.36) }}
            />
            <span className="underline decoration-dotted underline-offset-4">{entry.fit}</span>
          </>
        }
        panelClass="w-80"
      >
        <p className="mb-1 font-bold">
          {entry.name}: {entry.fit} of 100
        </p>
        <ul className="grid gap-1 text-sm">
          {parts.map(([sign, what]) => (
            <li key={what} className="flex gap-3">
              <b className="w-9 shrink-0 text-right tabular-nums">{sign}</b>
              {what}
            </li>
          ))}
        </ul>
      </Popover>
    </span>
  );
}

/** A way held for a closer look. */
export function PinnedCard({ entry, draft, address, scaleS, onPin }: RowProps) {
  const { preferences } = usePreferences();
  const o = entry.outcome;
  if (!o) return null;
  const figures: [string, string][] = [
    ["Out", clock(o.pull_s)],
    ["In all", clock(o.total_s)],
    ["Right for", o.window_s == null ? "hotter is firmer" : spoken(o.window_s)],
    ["Even", `${Math.round(o.quality.even_share * 100)} %`],
    ["Dry flesh", `${Math.round(o.quality.dry_share * 100)} %`],
    ["Colour", colourWord(o.quality.browning)],
    ["Juice lost", `${Math.round(o.quality.juice_lost_share * 100)} %`],
    ["Hands on", clock(o.hands_on_s)],
  ];
  return (
    <article className="rounded-box border border-base-300 bg-base-100 p-4">
      <h2 className="flex items-center justify-between font-bold font-display text-xl">
        <Link
          to={link({ draft, address, entry })}
          className="underline decoration-dotted underline-offset-4"
        >
          {entry.name}
        </Link>
        <button
          type="button"
          className="btn btn-ghost btn-square size-11"
          aria-label={`Let go of ${entry.name} here`}
          onClick={onPin}
        >
          <PinOff aria-hidden className="size-5" />
        </button>
      </h2>
      <SmallStrip
        outcome={o}
        thicknessMm={draft.piece.thickness_mm}
        scaleS={scaleS}
        width={300}
        height={64}
      />
      <dl className="mt-2 grid grid-cols-2 gap-x-5">
        {figures.map(([name, value]) => (
          <div key={name} className="flex justify-between gap-2 border-base-300 border-b py-0.5">
            <dt className="text-sm">{name}</dt>
            <dd className="font-bold">{value}</dd>
          </div>
        ))}
      </dl>
      <ul className="mt-2 list-disc pl-5 text-sm">
        {entry.reasons.slice(0, 3).map((reason) => (
          <li key={reason}>{localise(reason, preferences)}</li>
        ))}
      </ul>
    </article>
  );
}
