import type { Ref } from "react";
import { usePreferences } from "@/kitchen/preferences";
import { Modal } from "@/ui/Modal";
import { Segmented } from "@/ui/Segmented";

const KEYS = [
  ["1 … 8", "choose the way of cooking"],
  ["9", "all ways"],
  ["[ and ]", "thinner and thicker"],
  ["/", "find a fish"],
  ["k", "keep this plan"],
  ["space", "at the stove: done, next"],
  ["t o r h z", "at the stove: turned, out, reading, rescue, take back"],
  ["?", "this list"],
] as const;

/** What stays with this device: units, light, sound and keys. */
export function SettingsDialog({ ref }: { ref: Ref<HTMLDialogElement> }) {
  const { preferences, change } = usePreferences();
  return (
    <Modal ref={ref} id="settings" title="This device: units, light and keys">
      <div className="grid gap-2">
        <Segmented
          label="Temperature"
          value={preferences.temperature}
          options={[
            ["C", "°C"],
            ["F", "°F"],
          ]}
          onChange={(temperature) => {
            change({ temperature });
          }}
        />
        <Segmented
          label="Length"
          value={preferences.length}
          options={[
            ["mm", "mm"],
            ["in", "in"],
          ]}
          onChange={(length) => {
            change({ length });
          }}
        />
        <Segmented
          label="Weight"
          value={preferences.mass}
          options={[
            ["g", "g"],
            ["oz", "oz"],
          ]}
          onChange={(mass) => {
            change({ mass });
          }}
        />
        <Segmented
          label="Light"
          value={preferences.theme}
          options={[
            ["auto", "as the device"],
            ["light", "light"],
            ["dark", "dark"],
          ]}
          onChange={(theme) => {
            change({ theme });
          }}
        />
        <label className="flex min-h-11 items-center justify-between gap-4">
          <span className="font-bold">Sound at the stove</span>
          <input
            type="checkbox"
            className="toggle"
            checked={preferences.sound}
            onChange={(event) => {
              change({ sound: event.target.checked });
            }}
          />
        </label>
        {preferences.sound && (
          <Segmented
            label="How loud"
            value={preferences.volume}
            options={[
              ["low", "low"],
              ["middle", "middle"],
              ["full", "full"],
            ]}
            onChange={(volume) => {
              change({ volume });
            }}
          />
        )}
        <label className="flex min-h-11 items-center justify-between gap-4">
          <span className="font-bold">Spoken prompts at the stove</span>
          <input
            type="checkbox"
            className="toggle"
            checked={preferences.voice}
            onChange={(event) => {
              change({ voice: event.target.checked });
            }}
          />
        </label>
        <label className="flex min-h-11 items-center justify-between gap-4">
          <span className="font-bold">Single-key shortcuts</span>
          <input
            type="checkbox"
            className="toggle"
            checked={preferences.shortcuts}
            onChange={(event) => {
              change({ shortcuts: event.target.checked });
            }}
          />
        </label>
        <dl className="grid grid-cols-[5rem_1fr] gap-y-1 text-sm">
          {KEYS.map(([key, what]) => (
            <div key={key} className="contents">
              <dt>
                <kbd className="kbd kbd-sm">{key}</kbd>
              </dt>
              <dd>{what}</dd>
            </div>
          ))}
        </dl>
      </div>
    </Modal>
  );
}
