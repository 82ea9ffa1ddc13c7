import { openOffsetsOf, type Capo } from "../instrument/capo";
import { stringLengthMm, type Instrument } from "../instrument/instrument";
import type { StringGauge } from "../instrument/string-set";
import type { Random } from "../foundation/random";
import { frequencyHzOf } from "../pitch/frequency";
import { stringsOn } from "../strings/assumed-strings";
import { capoSharpCents, USUAL_ACTION_MM } from "../strings/sharpening";
import { tensionN } from "../strings/tension";
import { PluckedString } from "./plucked-string";

/** How far a string that was left alone may lie from its pitch, in cents either way. */
const MOST_OFF = 28;
/** How fast a string may drift, in cents a minute either way. */
const MOST_DRIFT = 2;
/** A peg turns this far and no further, in cents from where the string belongs. */
export const PEG_RANGE_CENTS = 600;

interface BenchString {
  readonly sound: PluckedString;
  readonly openHz: number;
  readonly driftCentsAMinute: number;
  /** From the open pitch that it should have. */
  offCents: number;
  /** What the capo adds: its frets, and how sharp it presses. */
  capoCents: number;
}

/**
 * A simulated instrument that stands in for real strings and a microphone: strings that are out of
 * tune and drift, pegs that can be turned, and a capo that presses each string sharp by what its
 * gauge, length and action make of it.
 */
export class BenchGuitar {
  private readonly strings: readonly BenchString[];
  private readonly gauges: readonly StringGauge[];

  constructor(
    private readonly instrument: Instrument,
    private readonly sampleRate: number,
    random: Random,
    referenceHz?: number,
  ) {
    this.gauges = stringsOn(instrument).gauges;
    const around = (most: number) => (2 * random() - 1) * most;
    this.strings = instrument.tuning.map((open): BenchString => {
      const openHz = frequencyHzOf(open, referenceHz);
      return {
        sound: new PluckedString(sampleRate, openHz),
        openHz,
        driftCentsAMinute: around(MOST_DRIFT),
        offCents: around(MOST_OFF),
        capoCents: 0,
      };
    });
  }

  putCapo(capo: Capo): void {
    const openOffsets = openOffsetsOf(capo, this.strings.length);
    for (const [index, string] of this.strings.entries()) {
      const nut = openOffsets[index]!;
      string.capoCents = 100 * nut + this.sharpCents(index + 1, nut, string.openHz);
    }
    this.damp();
  }

  pluck(string: number): void {
    const { sound } = this.at(string);
    sound.tuneTo(this.soundingHz(string));
    sound.pluck();
  }

  damp(): void {
    for (const { sound } of this.strings) sound.damp();
  }

  /** Turns a peg; a string that sounds follows. */
  turnPeg(string: number, cents: number): void {
    const turned = this.at(string);
    const wanted = turned.offCents + cents;
    turned.offCents = Math.max(-PEG_RANGE_CENTS, Math.min(PEG_RANGE_CENTS, wanted));
  }

  /** What the string truly sounds just now, in Hz; whoever listens has to find it out. */
  soundingHz(string: number): number {
    const { openHz, offCents, capoCents } = this.at(string);
    return openHz * 2 ** ((offCents + capoCents) / 1200);
  }

  /** Renders the next samples of all strings together. */
  render(output: Float32Array): void {
    output.fill(0);
    const minutes = output.length / this.sampleRate / 60;
    for (const [index, string] of this.strings.entries()) {
      string.offCents += string.driftCentsAMinute * minutes;
      string.sound.tuneTo(this.soundingHz(index + 1));
      string.sound.render(output);
    }
  }

  private sharpCents(string: number, nut: number, openHz: number): number {
    if (nut === 0) return 0;
    const gauge = this.gauges[string - 1]!;
    const lengthMm = stringLengthMm(this.instrument.scaleLengthMm, string);
    const actionMm = this.instrument.actionMm ?? USUAL_ACTION_MM;
    const pull = tensionN(gauge, lengthMm, openHz);
    return capoSharpCents({ gauge, lengthMm, tensionN: pull, actionMm }, nut);
  }

  private at(string: number): BenchString {
    const found = this.strings[string - 1];
    if (!found) throw new RangeError(`string must be 1–${this.strings.length}, got ${string}`);
    return found;
  }
}
