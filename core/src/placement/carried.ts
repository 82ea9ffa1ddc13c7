import type { Judgement } from "./cost-model";
import type { Echo } from "./echoes";
import { meanFromNut, placeCode, stringOfCode, type Grip, type Hand } from "./grip";
import type { HandTask } from "./hand-task";
import { chordKey, heightOf, shapeOf } from "./likeness";
import type { Sink } from "./terms";
import { inPoints } from "./weights";

/** A phrase as it lies, moment by moment. */
interface Laid {
  readonly keys: readonly string[];
  /** MIDI numbers of the lowest notes. */
  readonly heights: readonly number[];
  readonly codes: readonly (readonly number[])[];
  /** Where it keeps to; undefined where nothing is fretted. */
  readonly region: Region | undefined;
  readonly places: readonly (readonly [midi: number, code: number])[];
  /** Chords by their intervals, and how they are held. */
  readonly forms: readonly (readonly [shape: string, form: string])[];
}

type Moments = readonly { readonly hand: Hand; readonly moment: HandTask }[];

/** A song is gone through at every key; its plans stay as they are. */
const known = new WeakMap<Moments, Laid>();

/** Where a phrase keeps to, in frets from the nut: nine fretted notes of ten lie there. */
interface Region {
  readonly lowest: number;
  readonly highest: number;
}

/** Beyond so many frets from its region a hand has left it altogether. */
const FAR = 6;
/** A phrase comes again at another pitch where so many moments from its beginning are alike. */
const FEWEST_ALIKE = 6;
/** A phrase that comes again no further than so many semitones away, or in another octave, keeps its strings. */
const NEAR = 3;

/**
 * What was decided for the phrases of a part speaks for those behind them: a choice carries. All of
 * it is a cost, never a rule.
 */
export class Carried {
  private region: Region | undefined;
  private readonly placesOf = new Map<number, Set<number>>();
  private readonly heldAs = new Map<string, Set<string>>();
  private readonly laid: Laid[] = [];
  private name = "";

  /** The name of the last phrase that it knows; empty while it knows none. */
  get from(): string {
    return this.name;
  }

  get isEmpty(): boolean {
    return this.laid.length === 0;
  }

  /** Takes in how the next phrase of the part lies. */
  learn(name: string, moments: Moments): void {
    if (moments.length === 0) return;
    this.name = name;
    let own = known.get(moments);
    if (!own) known.set(moments, (own = laidOut(moments)));
    this.laid.push(own);
    this.region = around(this.region, own.region);
    for (const [midi, code] of own.places) add(this.placesOf, midi, code);
    for (const [shape, form] of own.forms) add(this.heldAs, shape, form);
  }

  /** What a phrase has to do with those before it. */
  forPhrase(moments: readonly HandTask[]): CarriedHere {
    const keys = moments.map((moment) => chordKey(moment));
    const heights = moments.map(({ notes }) => heightOf(notes));
    const echoes: (Echo | undefined)[] = moments.map(() => undefined);
    const strings: (number | undefined)[] = moments.map(() => undefined);
    for (const before of this.laid) {
      const alike = beginningAlike(before, { keys, heights });
      if (alike < FEWEST_ALIKE) continue;
      const lift = heights[0]! - before.heights[0]!;
      const keepsStrings = Math.abs(lift) <= NEAR || lift % 12 === 0;
      for (let index = 0; index < alike; index++) {
        const [code] = before.codes[index]!;
        strings[index] = keepsStrings ? stringOfCode(code!) : undefined;
        if (index === 0) continue;
        const by = code! - before.codes[index - 1]![0]!;
        echoes[index] = { term: "shapeCarried", from: index - 1, by };
      }
    }
    return {
      echoes,
      terms: (hand, index, by, sink) => this.terms(hand, moments[index]!, strings[index], by, sink),
    };
  }

  private terms(
    { grip }: Hand,
    moment: HandTask,
    string: number | undefined,
    { weights }: Pick<Judgement, "weights">,
    sink: Sink,
  ): void {
    const { notes } = moment;
    if (this.region) {
      const away = awayFrom(this.region, grip);
      if (away > 0) sink("regionLeft", inPoints((weights.regionLeft * Math.min(FAR, away)) / FAR));
    }
    for (const [index, note] of notes.entries()) {
      const known = note.kind === "pitched" && this.placesOf.get(note.midi);
      if (known && !known.has(placeCode(grip.holds[index]!))) {
        sink("placeLeft", inPoints(weights.placeLeft / notes.length));
      }
    }
    if (string !== undefined && string !== grip.holds[0]!.string) {
      sink("stringsLeft", inPoints(weights.stringsLeft));
    }
    const shape = shapeOf(moment);
    const forms = shape === undefined ? undefined : this.heldAs.get(shape);
    if (forms && !forms.has(formOf(grip))) sink("shapeLeft", inPoints(weights.shapeLeft));
  }
}

/** Of one phrase: what is carried into it. */
export interface CarriedHere {
  /** By moment: how its hand goes on from the moment before, where a phrase comes again. */
  readonly echoes: readonly (Echo | undefined)[];
  /** What it costs to hold a moment otherwise than the phrases before speak for. */
  readonly terms: (hand: Hand, index: number, by: Pick<Judgement, "weights">, sink: Sink) => void;
}

function laidOut(moments: Moments): Laid {
  const frets = moments
    .flatMap(({ hand: { grip } }) =>
      grip.fretted ? [grip.fretted.lowest, grip.fretted.highest] : [],
    )
    .sort((a, b) => a - b);
  const at = (share: number) => frets[Math.round(share * (frets.length - 1))]!;
  return {
    keys: moments.map(({ moment }) => chordKey(moment)),
    heights: moments.map(({ moment }) => heightOf(moment.notes)),
    codes: moments.map(({ hand }) => hand.grip.holds.map(placeCode)),
    region: frets.length === 0 ? undefined : { lowest: at(0.1), highest: at(0.9) },
    places: moments.flatMap(({ hand, moment }) =>
      moment.notes.flatMap((note, index) =>
        note.kind === "dead" ? [] : [[note.midi, placeCode(hand.grip.holds[index]!)] as const],
      ),
    ),
    forms: moments.flatMap(({ hand, moment }) => {
      const shape = shapeOf(moment);
      return shape === undefined ? [] : [[shape, formOf(hand.grip)] as const];
    }),
  };
}

/** Where two phrases keep to; the region of the one that has any. */
function around(one: Region | undefined, other: Region | undefined): Region | undefined {
  if (!one || !other) return one ?? other;
  return {
    lowest: Math.min(one.lowest, other.lowest),
    highest: Math.max(one.highest, other.highest),
  };
}

function add<Key, Item>(sets: Map<Key, Set<Item>>, key: Key, item: Item): void {
  const known = sets.get(key);
  if (known) known.add(item);
  else sets.set(key, new Set([item]));
}

/** How many frets the middle of a grip lies outside of a region. */
function awayFrom({ lowest, highest }: Region, grip: Grip): number {
  const mean = meanFromNut(grip) ?? lowest;
  return Math.max(0, lowest - mean, mean - highest);
}

/** How many moments two phrases are the same from their beginnings, but for their height. */
function beginningAlike(
  one: Pick<Laid, "keys" | "heights">,
  other: Pick<Laid, "keys" | "heights">,
): number {
  const most = Math.min(one.keys.length, other.keys.length);
  const lift = other.heights[0]! - one.heights[0]!;
  let index = 0;
  while (
    index < most &&
    // The first moments come after silences that may differ.
    (index === 0 || one.keys[index] === other.keys[index]) &&
    other.heights[index]! - one.heights[index]! === lift
  )
    index++;
  return index;
}

/** The strings of a grip and the frets between them, whatever fret it lies at. */
function formOf({ holds }: Grip): string {
  const codes = holds.map(placeCode);
  return `${codes.map((code) => code - codes[0]!).join()}@${holds[0]!.string}`;
}
