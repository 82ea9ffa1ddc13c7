import type { Memory } from "../foundation/memory";
import type { Key } from "../pitch/key";
import { chromaOf } from "../pitch/pitch";
import {
  framesOfPhrase,
  lineOf,
  type Line,
  type Part,
  type Phrase,
  type Song,
} from "../score/song";
import type { BarFrame } from "../score/frame";
import { soundingShift } from "../theory/fingered";
import { evidenceFor } from "../theory/key-evidence";
import { clearKey, rankKeys, type KeyNote, type KeyReading } from "../theory/rank-keys";
import { scaleKind, type Scale } from "../theory/scale";
import { chordsIn, type HeardChord } from "./chords";
import { harmonyBetween, type HarmonicInterval } from "./harmony";
import { heardIn, keyNotes, type HeardNote } from "./heard";
import { sameRiff } from "./same-riff";

/** The key of a stretch of music: of a phrase or the song, of one part or all. */
export interface StretchKey {
  /** Absent for the whole song. */
  readonly phraseId?: string;
  /** Absent for all parts together. */
  readonly partId?: string;
  /** The likeliest first; empty where nothing sounds. */
  readonly readings: readonly KeyReading[];
  /** The first of them, where it is clear enough to be said. */
  readonly clear?: KeyReading;
  readonly evidence: readonly string[];
  /** Whether what the teacher said of the song agrees: the same tonic, and major or minor alike. */
  readonly agrees: boolean;
}

/** What one part plays in one phrase, as it is heard. */
export interface HeardLine {
  readonly phrase: Phrase;
  readonly part: Part;
  readonly line: Line;
  readonly frames: readonly BarFrame[];
  /** Bars of the part before this phrase. */
  readonly barsBefore: number;
  readonly heard: readonly HeardNote[];
  readonly keyNotes: readonly KeyNote[];
}

export interface PartsHarmony {
  readonly phraseId: string;
  readonly partIds: readonly [string, string];
  readonly barsBefore: number;
  readonly moments: readonly HarmonicInterval[];
}

/** Every line of the song as it is heard, phrase by phrase; lines without notes are left out. */
export function heardLines(song: Song, memory: Memory): readonly HeardLine[] {
  const before = new Map<string, number>();
  return song.phrases.flatMap((phrase, order) =>
    song.parts.flatMap((part): HeardLine[] => {
      const line = lineOf(song, phrase.id, part.id);
      if (!line) return [];
      const barsBefore = before.get(part.id) ?? 0;
      before.set(part.id, barsBefore + line.bars.length);
      const inputs = [line.bars, phrase, part, song.metre, song.tempoBpm, barsBefore, order];
      return [
        memory.get(`heard ${phrase.id} ${part.id}`, inputs, (): HeardLine => {
          const frames = framesOfPhrase(song, phrase, line.bars.length);
          const heard = heardIn(line.bars, frames, part.instrument.tuning.length);
          const notes = keyNotes(heard, frames, barsBefore, order);
          return { phrase, part, line, frames, barsBefore, heard, keyNotes: notes };
        }),
      ];
    }),
  );
}

/**
 * The keys of each line, of each phrase and part where there are several parts, and of the song, in
 * that order.
 */
export function keysOf(
  song: Song,
  lines: readonly HeardLine[],
  memory: Memory,
): readonly StretchKey[] {
  const keyOf = (
    at: Pick<StretchKey, "phraseId" | "partId">,
    own: readonly HeardLine[],
  ): StretchKey => {
    const name = `key ${at.phraseId ?? "*"} ${at.partId ?? "*"}`;
    return memory.get(name, [song.key, ...own], () => {
      const notes = own.flatMap(({ keyNotes }) => keyNotes).sort((a, b) => a.moment - b.moment);
      return { ...at, ...judge(notes, song.key) };
    });
  };
  const ofLines = lines.map((line) => {
    const own = keyOf({ phraseId: line.phrase.id, partId: line.part.id }, [line]);
    const riff = sameRiff(
      line,
      lines.filter(({ part }) => part === line.part),
    );
    return riff === undefined ? own : { ...own, evidence: [...own.evidence, riff] };
  });
  const several = song.parts.length > 1;
  const ofPhrases = song.phrases.flatMap((phrase) => {
    const own = lines.filter((line) => line.phrase.id === phrase.id);
    return several && own.length > 1 ? [keyOf({ phraseId: phrase.id }, own)] : [];
  });
  const ofParts = song.parts.flatMap((part) => {
    const own = lines.filter((line) => line.part.id === part.id);
    return several && own.length > 1 ? [keyOf({ partId: part.id }, own)] : [];
  });
  return [...ofLines, ...ofPhrases, ...ofParts, ...(lines.length > 0 ? [keyOf({}, lines)] : [])];
}

function judge(
  notes: readonly KeyNote[],
  stated: Key,
): Pick<StretchKey, "readings" | "clear" | "evidence" | "agrees"> {
  const readings = rankKeys(notes, stated.tonic);
  const clear = clearKey(readings, notes);
  const evidence = clear ? evidenceFor(clear.scale, notes) : [whyUnclear(notes)];
  return {
    readings,
    ...(clear && { clear }),
    evidence,
    agrees: !clear || isOfKey(clear.scale, stated),
  };
}

function whyUnclear(notes: readonly KeyNote[]): string {
  const classes = new Set(notes.map(({ midi }) => midi % 12)).size;
  if (notes.length === 0) return "nothing sounds with a pitch";
  if (classes < 3) return `only ${classes === 1 ? "one note name" : "two note names"}: no key`;
  if (notes.length < 4) return `only ${notes.length} notes: no key`;
  return "no key fits clearly";
}

/** The bass, or the lowest other part, that plays along. */
function bassBelow(own: HeardLine, lines: readonly HeardLine[]): HeardLine | undefined {
  return lines.find(
    ({ phrase, part }) =>
      phrase === own.phrase && part !== own.part && part.instrument.kind === "bass",
  );
}

export function chordsOf(
  song: Song,
  own: HeardLine,
  lines: readonly HeardLine[],
  memory: Memory,
): readonly HeardChord[] {
  const bass = bassBelow(own, lines);
  const name = `chords ${own.phrase.id} ${own.part.id}`;
  return memory.get(name, [own, bass, song.key], () =>
    chordsIn(own.heard, own.frames, song.key, bass?.heard),
  );
}

/** Every two parts of each phrase against each other. */
export function harmoniesOf(
  song: Song,
  lines: readonly HeardLine[],
  memory: Memory,
): readonly PartsHarmony[] {
  return song.phrases.flatMap((phrase) => {
    const own = lines.filter((line) => line.phrase === phrase);
    return own.flatMap((one, index) =>
      own.slice(index + 1).map((other): PartsHarmony => {
        const name = `harmony ${phrase.id} ${one.part.id} ${other.part.id}`;
        return memory.get(name, [one, other], () => ({
          phraseId: phrase.id,
          partIds: [one.part.id, other.part.id],
          barsBefore: one.barsBefore,
          moments: harmonyBetween(one.heard, other.heard),
        }));
      }),
    );
  });
}

/** Whether a scale may be said to be in a key: its tonic, and its major or minor. */
export function isOfKey({ tonic, name }: Scale, stated: Key): boolean {
  const isTonic = chromaOf(tonic) === chromaOf(stated.tonic);
  return isTonic && scaleKind(name).family === stated.mode;
}

/** Semitones from fingered to sounding names, where all parts of a stretch share them. */
export function shiftOfParts(parts: readonly Part[]): number | undefined {
  const shifts = parts.map(({ instrument, capo }) => soundingShift(instrument, capo));
  return new Set(shifts).size === 1 ? shifts[0] : undefined;
}
