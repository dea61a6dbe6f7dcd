import {
  Droplets,
  Eye,
  Flame,
  Hourglass,
  LifeBuoy,
  type LucideIcon,
  MoveRight,
  Soup,
  Thermometer,
  Undo2,
} from "lucide-react";
import { useState } from "react";
import type { Catalogue, CookEvent } from "@/api/client";
import { usePreferences } from "@/kitchen/preferences";
import { format, temperatureIn } from "@/lib/units";
import { Modal } from "@/ui/Modal";
import { useTyped } from "@/ui/useTyped";
import { CueQuestion } from "./CueQuestion";
import type { HeardCook } from "./queries";
import { ReadingQuestion } from "./ReadingQuestion";
import { RescueQuestion } from "./RescueQuestion";

/** What a cook tells besides the movement that is due. */
export type Told = Omit<CookEvent, "id" | "at" | "ago_s">;

interface Props {
  cook: HeardCook;
  catalogue: Catalogue;
  /** Since the fish met the heat, s. */
  elapsedS: number;
  onTell: (told: Told) => void;
  onReading: (coreC: number, thermometer?: string) => void;
  onUndo: () => void;
}

const BUTTON =
  "btn border-base-300 bg-base-100 h-auto min-h-16 flex-col gap-0.5 px-1 py-1 font-normal text-sm";

/** Everything else that can be told, each a tap of its own or a small question. */
export function Hands({ cook, catalogue, elapsedS, onTell, onReading, onUndo }: Props) {
  const [asks, setAsks] = useState<"reading" | "heat" | "join" | "cue" | "rescue" | null>(null);
  const isIn = cook.status === "cooking";
  const isOut = cook.status === "resting";
  const method = catalogue.methods.find((m) => m.id === cook.request.method);
  const isMoved = cook.events.some((e) => e.kind === "move" && e.medium_c != null);
  const ask = (what: typeof asks) => () => {
    setAsks(what);
  };
  return (
    <div className="grid grid-cols-5 gap-1.5 sm:grid-cols-9">
      {isIn && (
        <>
          <Hand icon={Flame} label="Heat" onClick={ask("heat")} />
          <Hand
            icon={Soup}
            label={cook.is_covered ? "Lid off" : "Lid on"}
            onClick={() => {
              onTell({ kind: "lid", on: !cook.is_covered });
            }}
          />
          <Hand
            icon={Droplets}
            label="Basted"
            onClick={() => {
              onTell({ kind: "baste" });
            }}
          />
          <Hand icon={MoveRight} label="Joined" onClick={ask("join")} />
          <Hand
            icon={Hourglass}
            label="Heat fell"
            // Told already, it keeps its place: no other may come to lie under the thumb.
            disabled={Boolean(cook.forecast.waits)}
            onClick={() => {
              onTell({ kind: "wait" });
            }}
          />
        </>
      )}
      {(isIn || isOut) && (
        <>
          <Hand icon={Thermometer} label="Reading" onClick={ask("reading")} id="stove-reading" />
          {cook.cues.length > 0 && <Hand icon={Eye} label="Cue" onClick={ask("cue")} />}
        </>
      )}
      {(isIn || isOut) && (
        <Hand icon={LifeBuoy} label="Rescue" onClick={ask("rescue")} id="stove-rescue" />
      )}
      {cook.events.length > 0 && <Hand icon={Undo2} label="Take back" onClick={onUndo} />}
      {asks === "reading" && (
        <Ask title="Core reading" onClose={ask(null)}>
          <ReadingQuestion
            cook={cook}
            catalogue={catalogue}
            onReading={onReading}
            onClose={ask(null)}
          />
        </Ask>
      )}
      {asks === "heat" && (
        <Ask title="The heat is now at" onClose={ask(null)}>
          <Heat
            // The knob of its plan's heat says nothing of another one, and it is in that heat already.
            knobs={(!isMoved && method?.looks) || []}
            heats={catalogue.heats.filter(
              (heat) => isMoved || !method?.needs.includes(heat.reservoir),
            )}
            onTell={(told) => {
              onTell(told);
              setAsks(null);
            }}
          />
        </Ask>
      )}
      {asks === "join" && (
        <Ask title="What joined it" onClose={ask(null)}>
          <Join
            onTell={(told) => {
              onTell(told);
              setAsks(null);
            }}
          />
        </Ask>
      )}
      {asks === "rescue" && (
        <Ask title="What went wrong?" onClose={ask(null)}>
          <RescueQuestion
            cook={cook}
            catalogue={catalogue}
            onTell={onTell}
            onClose={() => {
              setAsks(null);
            }}
          />
        </Ask>
      )}
      {asks === "cue" && (
        <Ask title="What do you notice?" onClose={ask(null)}>
          <CueQuestion
            cook={cook}
            catalogue={catalogue}
            elapsedS={elapsedS}
            onTell={(told) => {
              onTell(told);
              setAsks(null);
            }}
          />
        </Ask>
      )}
    </div>
  );
}

interface HandProps {
  icon: LucideIcon;
  label: string;
  onClick: () => void;
  disabled?: boolean;
  id?: string;
}

function Hand({ icon: Icon, label, ...button }: HandProps) {
  return (
    <button type="button" className={BUTTON} {...button}>
      <Icon aria-hidden className="size-5" />
      {label}
    </button>
  );
}

/** A small question that opens over the page. */
function Ask(props: { title: string; onClose: () => void; children: React.ReactNode }) {
  return (
    <Modal
      id="stove-asks"
      title={props.title}
      ref={(dialog) => {
        if (dialog && !dialog.open) dialog.showModal();
        dialog?.addEventListener("close", props.onClose, { once: true });
      }}
    >
      {props.children}
    </Modal>
  );
}

function Heat(props: {
  knobs: readonly { knob: string; look: string }[];
  heats: Catalogue["heats"];
  onTell: (told: Told) => void;
}) {
  const { preferences } = usePreferences();
  const quantity = temperatureIn(preferences);
  const { text, setText, value } = useTyped(quantity);
  return (
    <div className="grid gap-3">
      <div className="grid gap-1.5">
        {props.knobs.map(({ knob, look }) => (
          <button
            key={knob}
            type="button"
            className="btn h-auto min-h-16 flex-col"
            onClick={() => {
              props.onTell({ kind: "heat", knob });
            }}
          >
            {knob}
            <span className="font-normal text-xs">{look}</span>
          </button>
        ))}
      </div>
      <form
        className="flex items-end gap-2"
        onSubmit={(event) => {
          event.preventDefault();
          if (value !== null) props.onTell({ kind: "heat", medium_c: value });
        }}
      >
        <label className="grid flex-1 gap-1">
          <span>or, {quantity.unit}</span>
          <input
            className="input h-16 w-full text-2xl"
            inputMode="decimal"
            value={text}
            onChange={(event) => {
              setText(event.target.value);
            }}
          />
        </label>
        <button type="submit" className="btn h-16 px-8" disabled={value === null}>
          Set
        </button>
      </form>
      <fieldset className="grid grid-cols-2 gap-1.5">
        <legend className="mb-1">Or it moved to</legend>
        {props.heats.map((heat) => (
          <button
            key={heat.id}
            type="button"
            className="btn h-auto min-h-16 flex-col"
            onClick={() => {
              props.onTell({ kind: "move", to: heat.id });
            }}
          >
            {heat.name}
            <span className="font-normal text-xs">{format(quantity, heat.usual_c)}</span>
          </button>
        ))}
      </fieldset>
    </div>
  );
}

/** What joins a fish, by the handful: g. */
const JOINERS = [
  ["Peas", 120],
  ["Mushrooms", 150],
  ["Butter", 40],
  ["Stock", 150],
  ["Greens", 80],
] as const;
const FROM_THE_FRIDGE_C = 5;

function Join({ onTell }: { onTell: (told: Told) => void }) {
  return (
    <div className="grid gap-1.5">
      {JOINERS.map(([what, mass_g]) => (
        <button
          key={what}
          type="button"
          className="btn min-h-16"
          onClick={() => {
            onTell({ kind: "join", what, mass_g, start_c: FROM_THE_FRIDGE_C });
          }}
        >
          {what}, {mass_g} g, cold
        </button>
      ))}
    </div>
  );
}
