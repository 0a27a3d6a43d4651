/** Calls the maker back: a soft sound, a flash of the page's title, a voice. Each where the browser has it. */
let audio: AudioContext | undefined;

/** Two soft notes, the second a fifth higher. */
export function chime(): void {
  audio ??= new AudioContext();
  const at = audio.currentTime;
  for (const [i, hz] of [392, 587].entries()) {
    const tone = audio.createOscillator();
    const volume = audio.createGain();
    tone.frequency.value = hz;
    tone.connect(volume).connect(audio.destination);
    volume.gain.setValueAtTime(0, at + 0.25 * i);
    volume.gain.linearRampToValueAtTime(0.12, at + 0.25 * i + 0.03);
    volume.gain.exponentialRampToValueAtTime(0.001, at + 0.25 * i + 0.9);
    tone.start(at + 0.25 * i);
    tone.stop(at + 0.25 * i + 1);
  }
}

/** The title alternates until it is stopped: seen among other tabs. Returns what stops it. */
export function flashTitle(words: string): () => void {
  const own = document.title;
  let on = false;
  const timer = setInterval(() => {
    on = !on;
    document.title = on ? words : own;
  }, 900);
  return () => {
    clearInterval(timer);
    document.title = own;
  };
}

/** Whether this browser can read aloud. */
export const canSpeak = (): boolean => 'speechSynthesis' in window;
/** Reads words aloud, instead of what is still being read. */
export function speak(words: string): void {
  if (!canSpeak()) return;
  speechSynthesis.cancel();
  speechSynthesis.speak(Object.assign(new SpeechSynthesisUtterance(words), { lang: 'en', rate: 0.95 }));
}
