import { barEntries, type BarIndex } from "../foundation/bar-index";
import { midiOf, type Pitch } from "../pitch/pitch";
import { formatFraction, ZERO, type Fraction } from "../rhythm/fraction";
import { momentsOf, type Bar } from "../score/bar";
import { harmonicOf, notesOf, techniqueOf } from "../score/event";

/** What a listener could tell of one moment. */
export interface Mark {
  /** Through all phrases. */
  readonly bar: BarIndex;
  /** From the start of the bar, as a fraction of a whole note. */
  readonly onset: Fraction;
  /** Whether it was an open string; of a chord, whether one was among it. */
  readonly open?: boolean;
  /** Of a chord: which of its pitches were open strings, as MIDI numbers. */
  readonly openPitches?: readonly number[];
  /** Whether it rings on together with the moment before. */
  readonly rings?: boolean;
  /** Whether it was bent. */
  readonly bend?: boolean;
}

/** What sounds at one moment, and all that is known of it. */
export interface Sound {
  /** Through all phrases; absent for what was heard without saying where. */
  readonly bar?: BarIndex;
  readonly onset: Fraction;
  /** MIDI numbers, rising, each once; what rings on from before is among them. */
  readonly pitches: readonly number[];
  readonly open: boolean | undefined;
  /** Those of its pitches that were surely open strings. */
  readonly openPitches: readonly number[];
  readonly isBent: boolean;
  /** A tuning that does not have it cannot have been the one. */
  readonly isCertain: boolean;
}

/** Everything that speaks for one tuning or another, pooled over all phrases. */
export interface Evidence {
  readonly sounds: readonly Sound[];
  /** Marks that stand where nothing sounds. */
  readonly stray: readonly Mark[];
}

/** The sounds of some phrases with their marks. Harmonics and dead strokes say nothing of the frets. */
export function evidenceOf(
  phrases: readonly (readonly Bar[])[],
  marks: readonly Mark[] = [],
  lowest?: Pitch,
): Evidence {
  const byMoment = new Map(marks.map((mark) => [momentKey(mark.bar, mark.onset), mark]));
  const sounds: Sound[] = [];
  for (const [index, bar] of barEntries(phrases.flat())) {
    for (const { onset, events } of momentsOf(bar)) {
      const notes = events
        .flatMap(notesOf)
        .filter((note) => note.kind === "pitched" && !harmonicOf(note));
      const own = notes.flatMap((note) => (note.kind === "pitched" ? [midiOf(note.pitch)] : []));
      if (own.length === 0) continue;
      const key = momentKey(index, onset);
      const mark = byMoment.get(key);
      byMoment.delete(key);
      const before = sounds.at(-1);
      const pitches = mark?.rings && before ? [...own, ...before.pitches] : own;
      sounds.push({
        bar: index,
        onset,
        pitches: [...new Set<number>(pitches)].sort((a, b) => a - b),
        open: mark?.open,
        openPitches: mark?.openPitches ?? (mark?.open && own.length === 1 ? own : []),
        isCertain: false,
        isBent: mark?.bend ?? notes.some((note) => techniqueOf(note, "bend") !== undefined),
      });
    }
  }
  if (lowest) {
    const pitches = [midiOf(lowest)];
    const nothingElse = { open: undefined, openPitches: [], isBent: false };
    sounds.push({ onset: ZERO, pitches, ...nothingElse, isCertain: true });
  }
  return { sounds, stray: [...byMoment.values()] };
}

function momentKey(bar: BarIndex, onset: Fraction): string {
  return `${bar} ${formatFraction(onset)}`;
}
