import { Link } from "react-router";
import type { useRunningLineUp } from "@/kitchen/lineUps";
import { counted } from "@/lib/time";
import type { Moment } from "./moment";
import type { HeardCook } from "./queries";

/** A fish on the stove and what comes next of it. */
interface Watched {
  cook: HeardCook;
  moment: Moment;
}

type Service = ReturnType<typeof useRunningLineUp>;

interface Props {
  watched: readonly Watched[];
  /** The one that fills the screen. */
  cook: HeardCook;
  service: Service;
}

interface Card {
  /** What they lie in, where there are several. */
  vessel: string | undefined;
  pieces: { place: number; watched: Watched }[];
}

/** One card for each vessel; what is in none of the service, or out of it, has one of its own. */
function cardsOf(watched: readonly Watched[], service: Service): Card[] {
  const cards = new Map<string, Card>();
  watched.forEach((one, place) => {
    const dish = service?.asked.find((d) => d.at_stove?.cook === one.cook.id);
    const host = one.cook.status === "resting" ? undefined : (dish?.with ?? dish?.id);
    const gear = service?.dishes.find((d) => d.id === host)?.vessel;
    const vessel = service?.stations.find((s) => s.id === gear)?.name;
    const key = host ?? `cook ${String(one.cook.id)}`;
    const card = cards.get(key) ?? { vessel, pieces: [] };
    card.pieces.push({ place, watched: one });
    cards.set(key, card);
  });
  return [...cards.values()];
}

/** The clock of a vessel: since the first of them went in. */
function clockOf(pieces: Card["pieces"]): string {
  const since = pieces.map(({ watched }) => watched.moment.elapsedS ?? 0);
  return counted(Math.max(...since));
}

/** Every fish on the stove, those that share a vessel together. */
export function OnTheStove({ watched, cook, service }: Props) {
  return (
    <ul aria-label="On the stove" className="flex min-w-0 flex-1 gap-2 overflow-x-auto">
      {cardsOf(watched, service).map(({ vessel, pieces }) => {
        const links = pieces.map(({ place, watched: one }) => (
          <Piece key={one.cook.id} place={place} {...one} isShown={one.cook.id === cook.id} />
        ));
        const [first] = pieces;
        return (
          <li key={first?.watched.cook.id} className="shrink-0">
            {pieces.length > 1 ? (
              <div className="rounded-box bg-base-300 px-1.5 pb-1.5">
                <p className="flex justify-between gap-3 px-1 py-0.5 font-bold text-sm">
                  {vessel}
                  <span className="tabular-nums">{clockOf(pieces)}</span>
                </p>
                <ul className="flex gap-1.5">
                  {links.map((link) => (
                    <li key={link.key}>{link}</li>
                  ))}
                </ul>
              </div>
            ) : (
              links
            )}
          </li>
        );
      })}
    </ul>
  );
}

function Piece({ place, cook, moment, isShown }: Watched & { place: number; isShown: boolean }) {
  return (
    <Link
      to={`/stove/${cook.id}`}
      aria-current={isShown ? "page" : undefined}
      className={`flex h-full min-h-16 flex-col justify-center whitespace-nowrap rounded-field border px-3 ${
        isShown ? "border-2 border-base-content" : "border-base-300"
      } ${(moment.leftS ?? 1) <= 0 ? "bg-accent text-accent-content" : "bg-base-100"}`}
    >
      <span className="text-sm">
        {place + 1} {cook.name}
      </span>
      <b className="text-lg leading-none">
        {moment.leftS === null ? "waits" : `${moment.leftS < 0 ? "+" : ""}${counted(moment.leftS)}`}{" "}
        <span className="font-normal text-sm">{moment.next?.done_by}</span>
      </b>
    </Link>
  );
}
