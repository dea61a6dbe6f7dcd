/** Sounds, spoken words and what else calls a cook to the stove. */

/** A tune of its own for each kind of moment: pitches, Hz, one after another. */
const TUNES: Partial<Record<string, readonly number[]>> = {
  heat: [330, 262],
  turn: [523, 784],
  move: [392, 523, 392],
  lid: [440, 440],
  out: [784, 784, 1047],
  serve: [523, 659, 784],
};
const NOTE_S = 0.22;
/** How loud a device is set to be, 0 silent to 1 full. */
export const LOUDNESS = { low: 0.25, middle: 0.55, full: 1 };

let context: AudioContext | null = null;

/** Browsers let a page sound once it was touched. */
export function allowSound() {
  context ??= new AudioContext();
  if (context.state === "suspended") void context.resume();
}

/** Plays the tune of a kind of moment, 0 silent to 1 full. */
export function sound(kind: string, volume: number) {
  const tune = TUNES[kind];
  const player = context;
  if (player?.state !== "running" || !tune || volume <= 0) return;
  tune.forEach((pitch, i) => {
    const from = player.currentTime + i * NOTE_S;
    const tone = player.createOscillator();
    const gain = player.createGain();
    tone.type = "triangle";
    tone.frequency.value = pitch;
    gain.gain.setValueAtTime(0, from);
    gain.gain.linearRampToValueAtTime(volume, from + 0.02);
    gain.gain.linearRampToValueAtTime(0, from + NOTE_S);
    tone.connect(gain).connect(player.destination);
    tone.start(from);
    tone.stop(from + NOTE_S);
  });
}

/** Says it, where the browser speaks. */
export function say(words: string) {
  if (!("speechSynthesis" in window)) return;
  window.speechSynthesis.cancel();
  window.speechSynthesis.speak(new SpeechSynthesisUtterance(words));
}
