import type { NoiseKind } from "../passage/passage";

/** What a struck thing sounds like: a falling tone, noise, or both. */
interface Timbre {
  readonly seconds: number;
  /** Of the tone, at the start and at the end; 0 is none. */
  readonly hz: readonly [number, number];
  readonly tone: number;
  readonly noise: number;
  /** How much of the noise's bass is taken away, 0–1. */
  readonly thin: number;
}

const TIMBRES: Readonly<Record<NoiseKind, Timbre>> = {
  body: { seconds: 0.14, hz: [150, 90], tone: 0.8, noise: 0.3, thin: 0 },
  scrape: { seconds: 0.45, hz: [900, 2400], tone: 0.06, noise: 0.35, thin: 0.8 },
  kick: { seconds: 0.18, hz: [120, 48], tone: 1, noise: 0.05, thin: 0 },
  snare: { seconds: 0.14, hz: [190, 170], tone: 0.35, noise: 0.6, thin: 0.4 },
  hat: { seconds: 0.05, hz: [0, 0], tone: 0, noise: 0.6, thin: 1 },
  click: { seconds: 0.03, hz: [1500, 1500], tone: 0.8, noise: 0.1, thin: 0.5 },
  "accented-click": { seconds: 0.04, hz: [2200, 2200], tone: 1, noise: 0.1, thin: 0.5 },
};

const VOICES = 12;

interface Strike {
  timbre: Timbre;
  strength: number;
  /** In samples; beyond its length it is over. */
  age: number;
  phase: number;
}

/** Drums, clicks and knocks, made of falling tones and noise; the oldest gives way to the newest. */
export class Percussion {
  private readonly strikes: Strike[] = Array.from({ length: VOICES }, () => ({
    timbre: TIMBRES.click,
    strength: 0,
    age: Number.POSITIVE_INFINITY,
    phase: 0,
  }));
  private next = 0;
  private noiseState = 7;
  private lastNoise = 0;

  constructor(private readonly sampleRate: number) {}

  strike(kind: NoiseKind, strength: number): void {
    const strike = this.strikes[this.next]!;
    this.next = (this.next + 1) % VOICES;
    strike.timbre = TIMBRES[kind];
    strike.strength = strength;
    strike.age = 0;
    strike.phase = 0;
  }

  /** Adds the next samples to `output`, from `start` up to `end`. */
  render(output: Float32Array, start: number, end: number): void {
    for (const strike of this.strikes) {
      const { timbre, strength } = strike;
      const length = timbre.seconds * this.sampleRate;
      for (let index = start; index < end && strike.age < length; index++) {
        const share = strike.age / length;
        const [from, to] = timbre.hz;
        strike.phase += (from + (to - from) * share) / this.sampleRate;
        const white = this.white();
        const noise = white - timbre.thin * this.lastNoise;
        this.lastNoise = white;
        // Falls to a thousandth: −60 dB at its end.
        const fading = strength * Math.exp(-6.9 * share);
        // A cosine: the strike is loudest at its very first sample.
        const tone = timbre.tone * Math.cos(2 * Math.PI * strike.phase);
        output[index] = output[index]! + fading * (tone + timbre.noise * noise);
        strike.age++;
      }
    }
  }

  /** Lehmer's generator with Park & Miller's numbers: the same noise every time. */
  private white(): number {
    this.noiseState = (this.noiseState * 48271) % 2147483647;
    return (2 * this.noiseState) / 2147483647 - 1;
  }
}
