import { remembered } from "./remembered";

/** How the maker is called when a clock is due. */
export type Calling = { sound: boolean; speech: boolean; notice: boolean };

const settings = "clocks.calling";
const rungStore = "clocks.rung";
const mostRung = 60;

export function readCalling(): Calling {
  const [sound, speech, notice] = (remembered.get(settings) ?? "1,0,0").split(",").map((one) => one === "1");
  return { sound: sound ?? true, speech: speech ?? false, notice: notice ?? false };
}

export const keepCalling = (calling: Calling): void =>
  remembered.set(settings, [calling.sound, calling.speech, calling.notice].map((on) => (on ? "1" : "0")).join(","));

/** Whether this has been called out before, in this or another window; from now on it has. */
export function isNew(key: string): boolean {
  const rung = (remembered.get(rungStore) ?? "").split("\n").filter(Boolean);
  if (rung.includes(key)) return false;
  remembered.set(rungStore, [...rung, key].slice(-mostRung).join("\n"));
  return true;
}

let audio: AudioContext | undefined;

/** Short tones, as many as the batch has strokes. A browser that has not been touched yet stays silent. */
function tone(strokes: number): void {
  try {
    audio ??= new AudioContext();
    void audio.resume();
    for (let i = 0; i < strokes; i++) {
      const oscillator = audio.createOscillator();
      const gain = audio.createGain();
      const from = audio.currentTime + i * 0.35;
      oscillator.frequency.value = 660;
      gain.gain.setValueAtTime(0.0001, from);
      gain.gain.exponentialRampToValueAtTime(0.25, from + 0.02);
      gain.gain.exponentialRampToValueAtTime(0.0001, from + 0.28);
      oscillator.connect(gain).connect(audio.destination);
      oscillator.start(from);
      oscillator.stop(from + 0.3);
    }
  } catch {
    // Without a speaker the strip and the tab still say it.
  }
}

/** Calls the maker by all that she has switched on. */
export function callOut(words: string, strokes: number, calling: Calling): void {
  if (calling.sound) tone(strokes);
  if (calling.speech && "speechSynthesis" in window) speechSynthesis.speak(new SpeechSynthesisUtterance(words));
  if (calling.notice && "Notification" in window && Notification.permission === "granted")
    new Notification("Amber Pantry", { body: words, tag: words });
}
