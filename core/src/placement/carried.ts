import { isFretted, placeCode, type Hand } from "./grip";
import type { Echo } from "./echoes";
import type { HandTask } from "./hand-task";
import { chordKey, heightOf, shapeOf } from "./likeness";
import type { PlannedHand } from "./plan-line";
import type { Sink } from "./terms";
import { inPoints } from "./weights";

interface Region {
  /** Frets from the nut that the first finger keeps to in the phrase. */
  readonly lowest: number;
  readonly highest: number;
}

const W = 0.15;
const W2 = 0.25;
const W3 = 0.5;
const W4 = 0.3;
const MOST = 6;

interface Before {
  readonly keys: readonly string[];
  readonly heights: readonly number[];
  readonly codes: readonly (readonly number[])[];
}

/** Where the phrases before lie: a choice made for one of them speaks for those that come after it. */
export class Carried {
  private last: Region | undefined;
  private readonly places = new Map<number, Set<number>>();
  private readonly shapes = new Map<string, Set<string>>();
  private readonly strings = new Map<number, number>();
  private readonly phrases: Before[] = [];

  /** Takes in how a phrase lies. */
  learn(moments: readonly Pick<PlannedHand, "hand" | "moment">[]): void {
    if (moments.length === 0) return;
    const frets: number[] = [];
    for (const { hand, moment } of moments) {
      const fretted = hand.grip.holds.filter(isFretted).map(({ fromNut }) => fromNut);
      if (fretted.length > 0) frets.push(Math.min(...fretted), Math.max(...fretted));
      for (const [index, hold] of hand.grip.holds.entries()) {
        const note = moment.notes[index]!;
        if (note.kind === "dead") continue;
        const known = this.places.get(note.midi) ?? new Set();
        this.places.set(note.midi, known.add(placeCode(hold)));
      }
      const shape = shapeOf(moment);
      if (shape !== undefined) {
        const known = this.shapes.get(shape) ?? new Set();
        this.shapes.set(shape, known.add(heldAs(hand)));
      }
    }
    this.phrases.push({
      keys: moments.map(({ moment }) => chordKey(moment)),
      heights: moments.map(({ moment }) => heightOf(moment.notes)),
      codes: moments.map(({ hand }) => hand.grip.holds.map(placeCode)),
    });
    if (frets.length === 0) return;
    frets.sort((a, b) => a - b);
    const at = (share: number) => frets[Math.round(share * (frets.length - 1))]!;
    this.last = { lowest: at(0.1), highest: at(0.9) };
  }

  get isEmpty(): boolean {
    return this.phrases.length === 0;
  }

  /** What it costs to hold a moment elsewhere than its phrase's fellows lie. */
  terms({ grip, ...hand }: Hand, moment: HandTask, index: number, sink: Sink): void {
    const { last } = this;
    const { notes } = moment;
    if (last && grip.fretted) {
      const fretted = grip.holds.filter(isFretted).map(({ fromNut }) => fromNut);
      const mean = fretted.reduce((sum, fret) => sum + fret, 0) / fretted.length;
      const away = Math.max(0, last.lowest - mean, mean - last.highest);
      if (away > 0) sink("regionLeft", inPoints((W * Math.min(MOST, away)) / MOST));
    }
    for (const [index, hold] of grip.holds.entries()) {
      const note = notes[index]!;
      if (note.kind === "dead") continue;
      const known = this.places.get(note.midi);
      if (known && !known.has(placeCode(hold))) sink("placeLeft", inPoints(W2 / notes.length));
    }
    const string = this.strings.get(index);
    if (string !== undefined && string !== grip.holds[0]!.string) sink("placeLeft", inPoints(W4));
    const shape = shapeOf(moment);
    const known = shape === undefined ? undefined : this.shapes.get(shape);
    if (known && !known.has(heldAs({ grip, ...hand }))) sink("shapeLeft", inPoints(W3));
  }

  /** Where a phrase comes again, at whatever pitch: how its hands go on from each moment to the next. */
  echoes(moments: readonly HandTask[]): readonly (Echo | undefined)[] {
    const found: (Echo | undefined)[] = moments.map(() => undefined);
    this.strings.clear();
    if (moments.length < FEWEST_MOMENTS) return found;
    const keys = moments.map((moment) => chordKey(moment));
    const heights = moments.map(({ notes }) => heightOf(notes));
    for (const before of this.phrases) {
      const alike = beginningAlike(before, { keys, heights });
      if (alike < FEWEST_MOMENTS) continue;
      const lift = heights[0]! - before.heights[0]!;
      if (Math.abs(lift) <= 3 || lift % 12 === 0) {
        for (let index = 0; index < alike; index++)
          this.strings.set(index, Math.floor(before.codes[index]![0]! / 128));
      }
      for (let index = 1; index < alike; index++) {
        const by = before.codes[index]![0]! - before.codes[index - 1]![0]!;
        found[index] = { term: "shapeCarried", from: index - 1, by };
      }
    }
    return found;
  }
}

const FEWEST_MOMENTS = 6;

/** How many moments two phrases are the same from their beginnings, but for their height. */
function beginningAlike(one: Omit<Before, "codes">, other: Omit<Before, "codes">): number {
  const lift = other.heights[0]! - one.heights[0]!;
  let index = 0;
  while (
    index < one.keys.length &&
    index < other.keys.length &&
    (index === 0 || one.keys[index] === other.keys[index]) &&
    other.heights[index]! - one.heights[index]! === lift
  )
    index++;
  return index;
}

/** The strings of a grip and the frets between them, whatever fret it lies at. */
function heldAs({ grip }: Pick<Hand, "grip">): string {
  const codes = grip.holds.map(placeCode);
  return codes.map((code) => code - codes[0]!).join() + `@${grip.holds[0]!.string}`;
}
