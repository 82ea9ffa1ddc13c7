import { barIndex, type BarIndex } from "../foundation/bar-index";
import { midiOf, type Pitch } from "../pitch/pitch";
import { compare, type Fraction } from "../rhythm/fraction";
import { momentsOf, type Bar } from "../score/bar";
import { notesOf } from "../score/event";

/** How two parts stand to each other at one moment, by what sounds. */
export type Relation = "same" | "octave" | "clash" | "together" | "alone";

/** A moment at which one of two parts, or both, begin to sound. */
export interface Meeting {
  /** Index of the bar. */
  readonly bar: BarIndex;
  readonly onset: Fraction;
  readonly one: readonly Pitch[];
  readonly other: readonly Pitch[];
  readonly relation: Relation;
}

/** Two parts of a phrase against each other in sounding pitch, whatever they are tuned to. */
export function againstEachOther(one: readonly Bar[], other: readonly Bar[]): readonly Meeting[] {
  const bars = Math.max(one.length, other.length);
  return Array.from({ length: bars }, (_, bar) =>
    meetingsIn(barIndex(bar), one[bar], other[bar]),
  ).flat();
}

interface Sounding {
  readonly onset: Fraction;
  readonly pitches: readonly Pitch[];
}

function meetingsIn(bar: BarIndex, one: Bar | undefined, other: Bar | undefined): Meeting[] {
  const a = soundingIn(one);
  const b = soundingIn(other);
  const onsets = [...a, ...b].map(({ onset }) => onset).sort(compare);
  const distinct = onsets.filter((onset, at) => at === 0 || compare(onset, onsets[at - 1]!) !== 0);
  return distinct.map((onset) => {
    const at = (list: readonly Sounding[]) =>
      list.filter((row) => compare(row.onset, onset) === 0).flatMap(({ pitches }) => pitches);
    const [ours, theirs] = [at(a), at(b)];
    return { bar, onset, one: ours, other: theirs, relation: relationOf(ours, theirs) };
  });
}

/** What begins at each onset; graces sound with what they lead to. */
function soundingIn(bar: Bar | undefined): readonly Sounding[] {
  if (!bar) return [];
  return momentsOf(bar).flatMap(({ onset, events }): Sounding[] => {
    const pitches = events
      .flatMap(notesOf)
      .flatMap((note) => (note.kind === "pitched" ? [note.pitch] : []));
    return pitches.length > 0 ? [{ onset, pitches }] : [];
  });
}

function relationOf(one: readonly Pitch[], other: readonly Pitch[]): Relation {
  if (one.length === 0 || other.length === 0) return "alone";
  const [a, b] = [one, other].map((pitches) => pitches.map((pitch) => midiOf(pitch) as number));
  const steps = a!.flatMap((own) => b!.map((theirs) => Math.abs(own - theirs)));
  if (steps.some((step) => step === 1 || step === 13)) return "clash";
  if (isSameSet(a!, b!)) return "same";
  return isSameSet(a!.map(chroma), b!.map(chroma)) ? "octave" : "together";
}

const chroma = (midi: number) => midi % 12;

function isSameSet(one: readonly number[], other: readonly number[]): boolean {
  const [a, b] = [new Set(one), new Set(other)];
  return a.size === b.size && [...a].every((value) => b.has(value));
}
