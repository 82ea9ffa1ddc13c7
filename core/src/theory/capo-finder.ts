import { MAX_CAPO } from "../instrument/instrument";
import { displayKey, type Key } from "../pitch/key";
import { chromaOf } from "../pitch/pitch";
import { displayChord, formatChord, parseChord, type Chord } from "../pitch/chord";
import { fingeredKey } from "./fingered";
import { BARRE_EASE, SHAPE_ROWS } from "./open-shapes.data";
import { fingeredChord } from "./shapes-and-sound";

/** A shape that lies in the open position of standard tuning. */
export interface OpenShape {
  readonly chord: Chord;
  /** Thickest string first; undefined stays silent. */
  readonly frets: readonly (number | undefined)[];
  readonly ease: number;
}

export const OPEN_SHAPES: readonly OpenShape[] = SHAPE_ROWS.map(([name, frets, ease]) => {
  const chord = parseChord(name);
  if (!chord.ok) throw new RangeError(chord.error);
  return {
    chord: chord.value,
    frets: [...frets].map((fret) => (fret === "x" ? undefined : Number(fret))),
    ease,
  };
});

export interface FingeredChord {
  readonly sounding: Chord;
  readonly fingered: Chord;
  /** Absent where the shape needs a barre. */
  readonly shape?: OpenShape;
}

/** One way to play a song with a capo: where it goes and what the hand plays there. */
export interface CapoChoice {
  readonly capo: number;
  readonly fingeredKey: Key;
  readonly chords: readonly FingeredChord[];
  /** How many of the chords lie open. */
  readonly openShapes: number;
  /** In a teacher's words. */
  readonly reasons: readonly string[];
}

/** Families of shapes by the chord at home in them. */
export const SHAPE_FAMILIES = ["C", "A", "G", "E", "D"] as const;
export type ShapeFamily = (typeof SHAPE_FAMILIES)[number];

export interface CapoQuestion {
  /** As it sounds. */
  readonly key: Key;
  readonly chords: readonly Chord[];
  /** Only these families of shapes; absent means any. */
  readonly families?: readonly ShapeFamily[];
  /** Semitones the strings are tuned above (or below) standard. */
  readonly detuned?: number;
  /** The highest fret to put it on; beyond the 7th the neck gets short. */
  readonly highest?: number;
}

/** Up to here most acoustic necks leave enough to play. */
const COMFORTABLE_CAPO = 7;

/**
 * Where a capo may go for these chords, the best first: most open shapes, then the easiest hand,
 * then the lower fret. The way without a capo is among them as the yardstick, behind those with as
 * many open shapes: who asks wants one. Of several chords of one name each counts once.
 */
export function findCapo({
  key,
  chords,
  families,
  detuned = 0,
  highest = COMFORTABLE_CAPO,
}: CapoQuestion): readonly CapoChoice[] {
  const different = [...new Map(chords.map((chord) => [formatChord(chord), chord])).values()];
  const choices: (CapoChoice & { readonly ease: number })[] = [];
  for (let capo = 0; capo <= Math.min(highest, MAX_CAPO); capo++) {
    const home = fingeredKey(key, capo + detuned);
    if (
      families &&
      !families.some((family) => home.tonic.alter === 0 && home.tonic.step === family)
    ) {
      continue;
    }
    const fingered = different.map((sounding): FingeredChord => {
      const chord = fingeredChord(sounding, capo + detuned, key);
      const shape = openShapeOf(chord);
      return { sounding, fingered: chord, ...(shape && { shape }) };
    });
    const openShapes = fingered.filter(({ shape }) => shape).length;
    const eases = fingered.map(({ shape }) => shape?.ease ?? BARRE_EASE);
    const ease = eases.reduce((sum, own) => sum + own, 0) / Math.max(1, eases.length);
    choices.push({
      capo,
      fingeredKey: home,
      chords: fingered,
      openShapes,
      reasons: reasonsFor(capo, fingered, home),
      ease,
    });
  }
  return choices
    .sort(
      (a, b) =>
        b.openShapes - a.openShapes ||
        Number(a.capo === 0) - Number(b.capo === 0) ||
        b.ease - a.ease ||
        a.capo - b.capo,
    )
    .map(({ ease: _, ...choice }) => choice);
}

/** The open shape of a chord, whatever it is spelled like; a slash chord also by its own bass only. */
export function openShapeOf(chord: Chord): OpenShape | undefined {
  const bass = (one: Chord) => chromaOf(one.bass ?? one.root);
  return OPEN_SHAPES.find(
    ({ chord: open }) =>
      open.quality === chord.quality &&
      chromaOf(open.root) === chromaOf(chord.root) &&
      bass(open) === bass(chord),
  );
}

function reasonsFor(capo: number, chords: readonly FingeredChord[], home: Key): readonly string[] {
  const reasons: string[] = [];
  const open = chords.filter(({ shape }) => shape);
  const barred = chords.filter(({ shape }) => !shape);
  const ringing = open.reduce(
    (sum, { shape }) => sum + shape!.frets.filter((fret) => fret === 0).length,
    0,
  );
  if (chords.length > 0 && barred.length === 0) reasons.push("every chord is an open shape");
  else if (open.length > 0) {
    const needed = barred.map(({ fingered }) => displayChord(fingered)).join(", ");
    const verb = barred.length === 1 ? "needs" : "need";
    reasons.push(`${open.length} of ${chords.length} are open shapes; ${needed} ${verb} a barre`);
  } else if (chords.length > 0) reasons.push("every chord needs a barre");
  if (ringing > 0) reasons.push(`${ringing} open strings ring in them`);
  reasons.push(capo === 0 ? "no capo needed" : `${displayKey(home)} shapes, capo at fret ${capo}`);
  if (capo > COMFORTABLE_CAPO) reasons.push("high on the neck: little room is left above it");
  return reasons;
}
