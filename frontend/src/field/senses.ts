/** What the phone gives back on a count: sound, shake, flash. Each may be missing: then the others carry it, said once. */
let audio: AudioContext | null = null;

export function beep(high: boolean): boolean {
  const Context = window.AudioContext;
  if (!Context) return false;
  try {
    audio ??= new Context();
    void audio.resume();
    const tone = audio.createOscillator();
    const loud = audio.createGain();
    tone.frequency.value = high ? 880 : 330;
    loud.gain.setValueAtTime(0.2, audio.currentTime);
    loud.gain.exponentialRampToValueAtTime(0.001, audio.currentTime + 0.15);
    tone.connect(loud).connect(audio.destination);
    tone.start();
    tone.stop(audio.currentTime + 0.16);
    return true;
  } catch {
    return false;
  }
}

export function shake(pattern: number | number[]): boolean {
  try {
    return typeof navigator.vibrate === "function" && navigator.vibrate(pattern);
  } catch {
    return false;
  }
}

/** What this browser lacks, in words; nothing where it has all. */
export function lacking(): string[] {
  const found = [];
  if (typeof navigator.vibrate !== "function")
    found.push("This browser does not shake: watch the flash, hear the tone.");
  if (!window.AudioContext) found.push("This browser plays no tone: watch the flash.");
  if (!("wakeLock" in navigator)) found.push("It cannot keep the screen on: set that in the phone’s own settings.");
  if (!("serviceWorker" in navigator))
    found.push("Without a trusted connection it does not start again without a signal: leave this page open.");
  return found;
}

/** Keeps the screen on while the page is seen. Answers how to stop; said: why it could not. */
export function stayAwake(said: (why: string) => void): () => void {
  let lock: WakeLockSentinel | null = null;
  let stopped = false;
  const take = async () => {
    if (document.visibilityState !== "visible" || stopped || !("wakeLock" in navigator)) return;
    try {
      lock = await navigator.wakeLock.request("screen");
    } catch {
      said("The phone would not keep its screen on: perhaps it saves its battery.");
    }
  };
  void take();
  document.addEventListener("visibilitychange", take);
  return () => {
    stopped = true;
    document.removeEventListener("visibilitychange", take);
    void lock?.release();
  };
}
