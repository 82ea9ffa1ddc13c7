import { barEntries, barsOn, formatBar, type BarIndex } from "../foundation/bar-index";
import { checkLinks } from "../checks/links";
import type { Finding } from "../foundation/finding";
import type { Capo } from "../instrument/capo";
import type { Instrument } from "../instrument/instrument";
import { neckOf } from "../neck/neck";
import type { Key } from "../pitch/key";
import type { Pitch } from "../pitch/pitch";
import { difficultyOf, type Difficulty } from "../placement/difficulty";
import type { HandTable } from "../placement/hand-table";
import { placePart, tableFor } from "../placement/place-part";
import type { Profile } from "../placement/profiles";
import type { WhyUnreachable } from "../placement/unreachable";
import type { Fraction } from "../rhythm/fraction";
import { momentsOf, withEvents, withoutPlaces, type Bar } from "../score/bar";
import { notesOf, techniqueOf, type PitchedNote } from "../score/event";
import {
  changeVersions,
  framesOfPhrase,
  linesOfPart,
  type Line,
  type Part,
  type Song,
} from "../score/song";
import { copyOfBars } from "../score/versions";
import { moveChord } from "../pitch/chord";
import { fifthsOf } from "../pitch/key";
import { soundingShift } from "../theory/fingered";
import { soundingKey } from "../theory/shapes-and-sound";
import { bringWithin, leaveOut, type Bent } from "./beyond";
import type { Beyond, Change } from "./change";
import { semitonesFor, transposeBars, USUAL_SEMITONES, type Intent } from "./intent";
import { keepShapes } from "./keep-shapes";
import { withoutStrokes, withStrokes } from "./strokes";

export interface RemapHow {
  /** What stays; the sound, where it is left out. */
  readonly intent?: Intent;
  /** For the best key near by: how many semitones it may lie away. */
  readonly within?: number;
  /** What becomes of notes that the neck does not have; they are marked where it is left out. */
  readonly beyond?: Beyond;
  readonly profile?: Profile;
}

export interface RemappedPart {
  /** The part's lines in the order of the phrases, still under its old id. */
  readonly lines: readonly Line[];
  /** How many semitones higher it sounds. */
  readonly semitones: number;
  /** The key it sounds in. */
  readonly key: Key;
  /** In the order of the notes. */
  readonly changes: readonly Change[];
  /** What reads differently on the other neck without being lost; bars count through the part. */
  readonly findings: readonly Finding[];
  /** By line. */
  readonly difficulty: readonly Difficulty[];
}

/** A set-up that a part can be moved to. */
export interface Target {
  readonly instrument: Instrument;
  readonly capo: Capo;
}

/**
 * All lines of a part on another instrument or under another capo, phrase by phrase through the
 * song. Other versions move along; changes are told of the lines themselves.
 *
 * Chords that the hand cannot hold there are voiced anew: bass and top stay, then the third, then
 * the others. Pins are let go, since they were decisions about the other instrument.
 */
export function remapPart(
  song: Song,
  part: Part,
  to: Target,
  newId: () => string,
  how: RemapHow = {},
): RemappedPart {
  const { intent = "sound", within = USUAL_SEMITONES, beyond = "mark", profile } = how;
  const before = linesOfPart(song, part.id);
  const target: Part = { ...part, ...to };
  const table = tableFor(song, target, profile);
  const from = neckOf(part.instrument, part.capo);
  const { neck } = table.judgement;
  const isShapes = intent === "shapes";
  const fresh = before.map((line) =>
    changeVersions(withoutWishes(line), (bars) => {
      const copy = copyOfBars(bars, newId);
      return isShapes ? copy : withoutPlaces(copy);
    }),
  );
  const semitones = isShapes
    ? soundingShift(to.instrument, to.capo) - soundingShift(part.instrument, part.capo)
    : semitonesFor(intent, song, target, fresh.map(forPlacing), table, within);
  const key = semitones % 12 === 0 ? song.key : soundingKey(song.key, semitones);
  if (isShapes) return sameShapes(song, fresh, key, semitones, target, table);

  const frames = framesIn(song, fresh, semitones);
  const bent = new Map<string, Bent>();
  const inRange = fresh.map((line, index) =>
    changeVersions(line, (bars) => {
      const higher = transposeBars(bars, semitones, key);
      const own = bringWithin(higher, neck, key, beyond, frames[index]!);
      for (const [id, one] of own.bent) bent.set(id, one);
      return own.bars;
    }),
  );
  const { lines: placed, placed: plans } = placePart(
    song,
    target,
    "unpinned",
    table,
    inRange.map(forPlacing),
  );
  const lost = new Map(plans.flatMap(({ unreachable }) => [...unreachable]));
  const findings: Finding[] = [];
  let barsBefore = 0;
  const lines = placed.map((line, index): Line => {
    const stroke = (bars: readonly Bar[], old: readonly Bar[]) =>
      withStrokes(bars, old, from.openMidi.length, neck.openMidi.length, barsBefore);
    const own = stroke(line.bars, inRange[index]!.bars);
    findings.push(...own.findings);
    barsBefore += line.bars.length;
    return {
      ...line,
      bars: beyond === "mark" ? own.bars : withoutLost(own.bars, lost),
      others: line.others.map((version, at) => ({
        ...version,
        bars: stroke(version.bars, inRange[index]!.others[at]!.bars).bars,
      })),
    };
  });
  return {
    lines,
    semitones,
    key,
    changes: changesIn(fresh, semitones, key, bent, lost, beyond),
    findings: [...findings, ...techniqueFindings(lines)],
    difficulty: plans.map(({ plan }) => difficultyOf(plan, neck, table.judgement.player)),
  };
}

function forPlacing(line: Line): Line {
  return changeVersions(line, withoutStrokes);
}

/** What was asked of the line was asked for the other neck. */
function withoutWishes({ wishes: _, ...line }: Line): Line {
  return { ...line, others: line.others.map(({ wishes: _own, ...version }) => version) };
}

/** The hand stays; what sounds follows. Frets and strings that are not there are marked. */
function sameShapes(
  song: Song,
  fresh: readonly Line[],
  key: Key,
  semitones: number,
  target: Part,
  table: HandTable,
): RemappedPart {
  const { neck, player } = table.judgement;
  const lost = new Map<string, WhyUnreachable>();
  const lines = fresh.map((line) =>
    changeVersions(line, (bars) => {
      const { bars: kept, lost: gone } = keepShapes(bars, neck, key);
      for (const id of gone) lost.set(id, { kind: "no-such-place" });
      return kept;
    }),
  );
  const { placed } = placePart(song, target, "unplaced", table, lines);
  return {
    lines,
    semitones,
    key,
    changes: changesIn(fresh, 0, key, new Map(), lost, "mark"),
    findings: techniqueFindings(lines),
    difficulty: placed.map(({ plan }) => difficultyOf(plan, neck, player)),
  };
}

/** What holds in each bar of each line, its chords moved along. */
function framesIn(song: Song, lines: readonly Line[], semitones: number) {
  const fifths =
    semitones % 12 === 0
      ? 0
      : fifthsOf(soundingKey(song.key, semitones).tonic) - fifthsOf(song.key.tonic);
  return lines.map(({ phraseId, bars }) => {
    const phrase = song.phrases.find(({ id }) => id === phraseId);
    const frames = phrase ? framesOfPhrase(song, phrase, bars.length) : [];
    return frames.map(({ chords }) => ({
      chords: chords.map(({ at, chord }) => ({
        at,
        ...(chord && { chord: moveChord(chord, fifths) }),
      })),
    }));
  });
}

function withoutLost(
  bars: readonly Bar[],
  lost: ReadonlyMap<string, WhyUnreachable>,
): readonly Bar[] {
  return bars.map((bar) =>
    withEvents(bar, (event) => leaveOut(event, (note) => lost.has(note.id))),
  );
}

/** Every note that is not simply there any more, in the order of the notes. */
function changesIn(
  lines: readonly Line[],
  semitones: number,
  key: Key,
  bent: ReadonlyMap<string, Bent>,
  lost: ReadonlyMap<string, WhyUnreachable>,
  beyond: Beyond,
): readonly Change[] {
  const changes: Change[] = [];
  let before = 0;
  for (const { phraseId, bars } of lines) {
    const pitches = pitchesById(transposeBars(bars, semitones, key));
    for (const { bar, onset, eventId, note } of pitchedIn(bars)) {
      const why = lost.get(note.id);
      const was = bent.get(note.id);
      if (!why && !was) continue;
      const at = {
        noteId: note.id,
        eventId,
        phraseId,
        bar: barsOn(bar, before),
        onset,
        pitch: pitches.get(note.id) ?? note.pitch,
      };
      if (why) changes.push({ ...at, kind: beyond === "mark" ? "marked" : "left-out", why });
      else if (was) changes.push({ ...at, ...was });
    }
    before += bars.length;
  }
  return changes;
}

interface PitchedAt {
  readonly bar: BarIndex;
  readonly onset: Fraction;
  readonly eventId: string;
  readonly note: PitchedNote;
}

function pitchedIn(bars: readonly Bar[]): readonly PitchedAt[] {
  return barEntries(bars).flatMap(([index, bar]) =>
    momentsOf(bar).flatMap(({ onset, events }) =>
      events.flatMap((event) =>
        notesOf(event).flatMap((note) =>
          note.kind === "pitched" ? [{ bar: index, onset, eventId: event.id, note }] : [],
        ),
      ),
    ),
  );
}

function pitchesById(bars: readonly Bar[]): ReadonlyMap<string, Pitch> {
  return new Map(pitchedIn(bars).map(({ note }) => [note.id, note.pitch]));
}

/** Techniques that the other places do not carry: slurs across strings, bends of open strings. */
function techniqueFindings(lines: readonly Line[]): readonly Finding[] {
  const findings: Finding[] = [];
  let before = 0;
  for (const { bars } of lines) {
    const links = checkLinks(bars, before).filter(({ code }) => code === "link-across-strings");
    findings.push(...links);
    for (const { bar, eventId, note } of pitchedIn(bars)) {
      if (note.place?.fret !== 0 || !techniqueOf(note, "bend")) continue;
      findings.push({
        code: "bend-on-open-string",
        severity: "warning",
        where: { bar: barsOn(bar, before), eventId },
        message: `${formatBar(barsOn(bar, before))}: the bend lies on an open string`,
      });
    }
    before += bars.length;
  }
  return findings;
}
