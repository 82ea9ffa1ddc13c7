/** A short tone on every beat, the first one of a bar higher. */
const TONE_SECONDS = 0.03;
const HIGH_HZ = 1760;
const LOW_HZ = 1175;
/** As far ahead tones are put on the sound card's clock, in seconds. */
const AHEAD = 0.4;

export interface Clicks {
  readonly stop: () => void;
}

/**
 * Clicks from a moment on, until they are stopped.
 * @param startsAt On the clock of events, in milliseconds.
 */
export function startClicks(startsAt: number, beatMs: number, beatsInBar: number): Clicks {
  const sound = new AudioContext();
  const offset = sound.currentTime - performance.now() / 1000;
  let beat = 0;
  const schedule = () => {
    for (;;) {
      const at = (startsAt + beat * beatMs) / 1000 + offset;
      if (at > sound.currentTime + AHEAD) return;
      tone(sound, at, beat % beatsInBar === 0 ? HIGH_HZ : LOW_HZ);
      beat++;
    }
  };
  schedule();
  const timer = setInterval(schedule, (1000 * AHEAD) / 2);
  return {
    stop: () => {
      clearInterval(timer);
      void sound.close();
    },
  };
}

function tone(sound: AudioContext, at: number, hertz: number): void {
  const start = Math.max(at, sound.currentTime);
  const [voice, loudness] = [sound.createOscillator(), sound.createGain()];
  voice.frequency.value = hertz;
  loudness.gain.setValueAtTime(0.25, start);
  loudness.gain.exponentialRampToValueAtTime(0.001, start + TONE_SECONDS);
  voice.connect(loudness).connect(sound.destination);
  voice.start(start);
  voice.stop(start + TONE_SECONDS);
}
