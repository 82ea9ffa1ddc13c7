import { howManyBefore } from "../foundation/how-many";
import {
  courseAt,
  type Attack,
  type Damping,
  type PassagePart,
  type StringAct,
} from "../passage/passage";
import { PluckedString, type PluckShape } from "./plucked-string";
import { Percussion } from "./percussion";

/** Pitches follow their course in steps of so many samples: two thirds of a millisecond at 48 kHz. */
const STEP = 32;

/** How each way to sound a string shapes it. Strength is the act's own. */
const SHAPES: Readonly<Record<Attack["by"], Omit<PluckShape, "strength">>> = {
  pick: { position: 0.13, noise: 0.12 },
  finger: { position: 0.24, noise: 0.02 },
  thumb: { position: 0.32, noise: 0 },
  slap: { position: 0.42, noise: 0.5 },
  pop: { position: 0.06, noise: 0.3 },
  hammer: { position: 0.36, noise: 0.05 },
  pull: { position: 0.3, noise: 0.04 },
  tap: { position: 0.45, noise: 0.1 },
};

/** How long the fundamental rings (to −60 dB), and how fast the overtones go. */
const DAMPED: Readonly<Record<Damping, readonly [sustainS: number, dullness: number]>> = {
  none: [7, 0.06],
  palm: [0.45, 0.16],
  "fretting-hand": [0.16, 0.2],
  dead: [0.05, 0.28],
};
/** Metal against a fret rings brighter. */
const BRIGHT = 0.03;
const ROUND = 0.1;
const STOPPED = [0.06, 0.12] as const;

interface Voice {
  readonly sound: PluckedString;
  act: StringAct | undefined;
  isStopped: boolean;
}

/** Plays the strings and noises of one part, sample by sample; allocates nothing while it renders. */
export class PartPlayer {
  private readonly voices: readonly Voice[];
  private readonly percussion: Percussion;
  private nextAct = 0;
  private nextNoise = 0;

  constructor(
    private readonly part: PassagePart,
    private readonly sampleRate: number,
  ) {
    this.voices = Array.from({ length: part.strings }, () => ({
      sound: new PluckedString(sampleRate, 110),
      act: undefined,
      isStopped: true,
    }));
    this.percussion = new Percussion(sampleRate);
  }

  /** Goes to a moment of the passage; what sounds is stopped as by a hand. */
  seek(seconds: number): void {
    this.nextAct = firstFrom(this.part.acts, seconds);
    this.nextNoise = firstFrom(this.part.noises, seconds);
    for (const voice of this.voices) stop(voice);
  }

  /**
   * Adds the next samples to `output`, from `start` up to `end`.
   * @param from Seconds of the passage at the first sample.
   * @param rate Seconds of the passage that go by in one second.
   */
  render(output: Float32Array, start: number, end: number, from: number, rate: number): void {
    const perSample = rate / this.sampleRate;
    for (let at = start; at < end;) {
      const now = from + (at - start) * perSample;
      this.begin(now + perSample / 2);
      const due = this.nextAt();
      const until = Math.ceil((due - from) / perSample - 0.5) + start;
      const stepEnd = Math.max(at + 1, Math.min(end, at + STEP, until));
      for (const voice of this.voices) this.renderVoice(voice, output, at, stepEnd, now, rate);
      this.percussion.render(output, at, stepEnd);
      at = stepEnd;
    }
  }

  /** Begins whatever is due. */
  private begin(now: number): void {
    const { acts, noises } = this.part;
    for (let act = acts[this.nextAct]; act && act.at <= now; act = acts[++this.nextAct]) {
      const voice = this.voices[act.string - 1];
      if (voice) this.take(voice, act);
    }
    for (let noise = noises[this.nextNoise]; noise && noise.at <= now;) {
      this.percussion.strike(noise.kind, noise.strength);
      noise = noises[++this.nextNoise];
    }
  }

  private nextAt(): number {
    const act = this.part.acts[this.nextAct]?.at ?? Number.POSITIVE_INFINITY;
    return Math.min(act, this.part.noises[this.nextNoise]?.at ?? Number.POSITIVE_INFINITY);
  }

  private take(voice: Voice, act: StringAct): void {
    const { sound } = voice;
    voice.act = act;
    voice.isStopped = false;
    sound.tuneTo(this.hzAt(act, 0, 0));
    const [sustainS, dullness] = DAMPED[act.damping];
    const { attack } = act;
    const isOpen = act.damping === "none";
    const by = attack?.by;
    sound.damping(
      sustainS,
      isOpen && (by === "slap" || by === "pop")
        ? BRIGHT
        : isOpen && (by === "thumb" || by === "finger")
          ? ROUND
          : dullness,
    );
    if (!attack) return;
    const shape = { ...SHAPES[attack.by], strength: attack.strength };
    if (by === "hammer" || by === "pull") sound.excite(shape);
    else sound.pluck(shape);
  }

  private renderVoice(
    voice: Voice,
    output: Float32Array,
    start: number,
    end: number,
    now: number,
    rate: number,
  ): void {
    const { act, sound } = voice;
    if (act && !voice.isStopped) {
      if (now >= act.until) stop(voice);
      else sound.tuneTo(this.hzAt(act, now - act.at, rate));
    }
    sound.render(output, start, end);
  }

  /** @param seconds Of the passage, since the act began. */
  private hzAt({ hz, course, wobble }: StringAct, seconds: number, rate: number): number {
    let cents = courseAt(course, seconds);
    if (wobble && rate > 0) {
      // A hand shakes at its own pace, however slowly the passage goes.
      const turn = (seconds / rate) * wobble.perSecond;
      if (wobble.shape === "sine") cents += wobble.cents * Math.sin(2 * Math.PI * turn);
      else if (turn % 1 >= 0.5) cents += wobble.cents;
    }
    const wanted = hz * 2 ** (cents / 1200);
    return Math.min(this.sampleRate / 10, Math.max(20, wanted));
  }
}

function stop(voice: Voice): void {
  voice.isStopped = true;
  voice.sound.damping(...STOPPED);
}

function firstFrom(list: readonly { readonly at: number }[], seconds: number): number {
  return howManyBefore(list, ({ at }) => at < seconds);
}
