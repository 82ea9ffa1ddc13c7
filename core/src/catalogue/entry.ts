import { familyOf, type InstrumentKind } from "../instrument/instrument";
import { formatTuning, formatTuningShort } from "../instrument/tuning";
import { nameOfTuning } from "../instrument/tuning-library";
import { displayKey } from "../pitch/key";
import { eventsOf, type Bar } from "../score/bar";
import { notesOf, type LineEvent } from "../score/event";
import { barsOfPart, type Song } from "../score/song";
import { sketchOf, type Sketch } from "./sketch";
import { TECHNIQUE_OF_TAG, type CatalogueTechnique } from "./techniques.data";

/** Raised whenever an entry says more or otherwise; those of before are then made anew. */
export const CATALOGUE_SCHEMA = 1;

/** What a shelf knows of a song without opening it. Everything follows from the song. */
export interface CatalogueEntry {
  readonly title: string;
  /** The sounding key, like “D minor”. */
  readonly keyName: string;
  /** Quarter notes a minute at its beginning, and the slowest and the fastest of its bars. */
  readonly tempoBpm: number;
  readonly tempoFrom: number;
  readonly tempoTo: number;
  readonly parts: readonly CataloguePart[];
  /** Of the longest part. */
  readonly barCount: number;
  /** Sorted, each once. */
  readonly techniques: readonly CatalogueTechnique[];
  readonly sketch?: Sketch;
}

export interface CataloguePart {
  readonly name: string;
  readonly instrument: string;
  readonly kind: InstrumentKind;
  /** Its name in the library, else its open pitches in short. */
  readonly tuning: string;
  /** The open pitches, string n to string 1: `D2 A2 D3 G3 B3 E4`. */
  readonly open: string;
  /** 0 for none. */
  readonly capo: number;
}

export function entryOf(song: Song): CatalogueEntry {
  const tempos = song.phrases.flatMap(({ marks }) =>
    marks.flatMap(({ tempoBpm }) => tempoBpm ?? []),
  );
  const techniques = new Set(
    song.lines.flatMap(({ bars }) => bars.flatMap((bar) => [...techniquesIn(bar)])),
  );
  const sketch = sketchOf(song);
  return {
    title: song.title,
    keyName: displayKey(song.key),
    tempoBpm: song.tempoBpm,
    tempoFrom: Math.min(song.tempoBpm, ...tempos),
    tempoTo: Math.max(song.tempoBpm, ...tempos),
    parts: song.parts.map(({ name, instrument, capo }) => ({
      name,
      instrument: instrument.name,
      kind: instrument.kind,
      tuning:
        nameOfTuning(instrument.tuning, familyOf(instrument)) ??
        formatTuningShort(instrument.tuning),
      open: formatTuning(instrument.tuning),
      capo: capo.fret,
    })),
    barCount: Math.max(0, ...song.parts.map(({ id }) => barsOfPart(song, id).length)),
    techniques: [...techniques].sort(),
    ...(sketch && { sketch }),
  };
}

const known = new WeakMap<Bar, ReadonlySet<CatalogueTechnique>>();

/** Looked for once in a bar. */
function techniquesIn(bar: Bar): ReadonlySet<CatalogueTechnique> {
  let found = known.get(bar);
  if (!found) {
    const own = eventsOf([bar]).flatMap(techniquesOfEvent);
    known.set(bar, (found = new Set(bar.voiceTwo ? [...own, "second voice"] : own)));
  }
  return found;
}

function techniquesOfEvent(event: LineEvent): readonly CatalogueTechnique[] {
  if (event.kind === "hit") return ["knock"];
  if (event.kind === "rest") return [];
  const tags = [
    ...event.techniques.map(({ kind }) => kind),
    ...notesOf(event).flatMap((note) => [
      ...(note.kind === "pitched" ? note.techniques.map(({ kind }) => kind) : []),
      ...(note.pluck ? [note.pluck] : []),
    ]),
  ];
  return [
    ...tags.flatMap((tag) => TECHNIQUE_OF_TAG[tag] ?? []),
    ...(event.notes.some(({ kind }) => kind === "dead") ? (["dead note"] as const) : []),
    ...(event.grace ? (["grace note"] as const) : []),
  ];
}
