import { useMemo } from "react";
import type { Catalogue } from "@/api/client";
import { usePreferences } from "@/kitchen/preferences";
import { estimateInWords, tipInWords } from "@/lib/estimate";
import { clock, counted, wait } from "@/lib/time";
import { differenceIn, format, localise, temperatureIn } from "@/lib/units";
import { costOf, type Moment } from "./moment";
import type { HeardCook } from "./queries";

interface Props {
  catalogue: Catalogue;
  cook: HeardCook;
  moment: Moment;
}

/** The movement that is next, in letters to be read from across the kitchen. */
export function Movement({ catalogue, cook, moment }: Props) {
  const { preferences } = usePreferences();
  const temperature = temperatureIn(preferences);
  const perTen = { ...differenceIn(preferences), digits: 1 };
  const { next, leftS, lateS } = moment;
  const isWaiting = next?.done_by === "back";
  const method = catalogue.methods.find((m) => m.id === cook.request.method);
  const look = useMemo(() => {
    const mediumC = cook.request.medium_c ?? method?.default_c;
    return method?.looks.find((l) => l.below_c == null || (mediumC ?? 0) < l.below_c);
  }, [cook.request.medium_c, method]);
  const cost = lateS > 0 ? costOf(cook, lateS) : null;
  const { after, forecast, state } = cook;
  const sinceOut = moment.elapsedS === null ? 0 : moment.elapsedS - forecast.pull_s;
  return (
    <section
      aria-label="Next"
      className="grid gap-x-8 gap-y-1 max-sm:contents lg:grid-cols-[1fr_22rem]"
    >
      <div className="min-w-0">
        <h1 className="font-bold font-display text-4xl leading-tight sm:text-6xl">
          {lateS > 0 ? "Take it out now" : localise(next?.title ?? "Served", preferences)}
        </h1>
        <p
          role="timer"
          className={`font-bold font-display text-[6.5rem] tabular-nums leading-none sm:text-[10rem] ${
            (leftS ?? 1) <= 0 ? "text-secondary" : ""
          }`}
        >
          {cook.status === "waiting"
            ? "ready?"
            : !isWaiting && (leftS === null ? "" : signed(leftS))}
          {isWaiting && forecast.waits && (
            <>
              <span className="text-4xl sm:text-5xl">then </span>
              {clock(forecast.waits.then_s)}
            </>
          )}
        </p>
        <p className="text-xl sm:text-2xl">
          {cook.status === "waiting" && look
            ? `Hot enough? ${capital(look.look)}.`
            : isWaiting
              ? `The clock waits for it. ${capital(next.cue)}.`
              : localise(next?.cue ?? "", preferences)}
        </p>
        {cost && cook.beyond_s === 0 && (
          <p className="mt-1 text-lg">
            Now {format(temperature, cost.coreC)} when eaten. Each 10 s more: core{" "}
            {format(perTen, cost.coreKPerTen)} up, juice {(100 * cost.juiceSharePerTen).toFixed(1)}{" "}
            % lost. {Math.round(100 * cost.dryShare)} % dry.
          </p>
        )}
        {cook.status === "resting" && after && (
          <p className="mt-1 text-lg">
            {sinceOut < after.peak_s
              ? `Still rising, to ${format(temperature, after.peak_c)}`
              : "It is cooling"}
            . {within(after.eat_by_s - sinceOut)}
            {after.too_warm ? ": then it is past what was asked" : ": then it is no longer warm"}.
            {after.crisp_until_s != null &&
              (after.crisp_until_s > sinceOut
                ? ` Crisp for ${clock(after.crisp_until_s - sinceOut)} more.`
                : " No longer crisp.")}{" "}
            {after.safe_until_s > sinceOut
              ? `Out of the heat for ${wait(after.safe_until_s - sinceOut)} at most.`
              : "Out of the heat for too long: throw it away."}
          </p>
        )}
      </div>
      {/* On a phone it follows the buttons: a line that comes here must not move them under a thumb. */}
      <div className="grid content-start gap-2 max-sm:order-1">
        {forecast.reason != null && (
          <p role="status" className="rounded-field bg-base-300 px-3 py-2">
            {localise(capital(forecast.reason), preferences)}.
          </p>
        )}
        {moment.meanwhile && cook.status === "cooking" && lateS <= 0 && (
          <p>
            <b>Meanwhile: {moment.meanwhile.title}.</b>{" "}
            {localise(moment.meanwhile.cue, preferences)}
          </p>
        )}
        <ol aria-label="Then" className="divide-y divide-base-300 border-base-300 border-y">
          {moment.later.map((m) => (
            <li key={`${m.at_s} ${m.action}`} className="flex gap-3 py-1 text-lg">
              <b className="w-16 text-right">{clock(m.at_s)}</b>
              <span>{m.title}</span>
            </li>
          ))}
        </ol>
        <Readings cook={cook} />
        {state && moment.elapsedS !== null && (
          <p>
            Core {format(temperature, state.core_c)}
            {lateS <= 0 && `, ${format(temperature, forecast.core_served_c)} when eaten`}
            {cook.status === "cooking" &&
              `; out most likely between ${clock(forecast.pull_low_s)} and ${clock(forecast.pull_high_s)}`}
          </p>
        )}
      </div>
    </section>
  );
}

/** What the latest reading said, and what readings say about the piece. */
function Readings({ cook }: { cook: HeardCook }) {
  const { preferences } = usePreferences();
  const last = cook.readings[cook.readings.length - 1];
  const { estimate } = cook;
  if (!last) return null;
  const unused = cook.readings.filter((r) => !r.used).length;
  return (
    <p>
      {cook.has_probe && "Simulated probe: "}
      <b>{format(temperatureIn(preferences), last.taken_c)}</b>
      {last.taken_c !== last.core_c &&
        ` (it said ${format(temperatureIn(preferences), last.core_c)})`}
      {!last.used && `, not used: ${last.why ?? ""}`}
      {unused > 0 && last.used && `, ${unused} not used`}.{" "}
      {estimate && (
        <>
          {estimateInWords(estimate, false, preferences)}{" "}
          <b className="text-secondary">{tipInWords(estimate, preferences)}</b>
        </>
      )}
    </p>
  );
}

const within = (seconds: number) =>
  seconds > 0 ? `Eat within ${clock(seconds)}` : "It should have been eaten";
const signed = (seconds: number) => `${seconds < 0 ? "+" : ""}${counted(seconds)}`;
const capital = (text: string) => text.charAt(0).toUpperCase() + text.slice(1);
