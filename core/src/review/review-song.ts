import { barEntries, barsOn } from "../foundation/bar-index";
import {
  chordsOf,
  heardLines,
  keysOf,
  shiftOfParts,
  type HeardLine,
  type StretchKey,
} from "../analysis/analyse-song";
import { Memory } from "../foundation/memory";
import { tableFor } from "../placement/place-part";
import { profileById, type OwnProfile } from "../placement/profiles";
import { lineOf, linesOfPart, type Part, type Phrase, type Song } from "../score/song";
import { eventsOf } from "../score/bar";
import { checkArithmetic, checkSongForm } from "./arithmetic";
import { checkChordMarks } from "./chord-marks";
import { checkTuning } from "./easier-tuning";
import { bySeverity, withoutDoubles, type ReviewFinding } from "./finding";
import { checkGrips } from "./hand/grips";
import { heldGrips } from "./hand/held-grips";
import { checkHeldStrings, checkMovement, checkPicking } from "./hand/movement";
import { scanLine } from "./line-scan";
import { checkBarCounts, checkPair, checkReferences } from "./parts";
import { checkRelations } from "./relations";
import { checkLineOnInstrument, checkSetUp } from "./set-up";
import { checkSpelling } from "./spelling";
import { checkTeaching } from "./teaching";
import { checkBends } from "./technique/bends";
import { checkDirections, checkLinkedNotes } from "./technique/links";
import { checkSingleNotes } from "./technique/single-notes";
import { checkNamedScales, checkStatedKey } from "./named-scales";
import { checkWordsAtEvents } from "./words-at-events";

export interface ReviewOptions {
  /** The studio's own profiles: whose hand is asked. */
  readonly profiles?: readonly OwnProfile[];
  /** Strokes in a row faster than this, a second, are told. */
  readonly pickingPerSecond?: number;
  /** Whether to ask the tuning finder too, which takes its time. */
  readonly withTuning?: boolean;
}

/** Sixteenths at 150 a minute. */
export const USUAL_PICKING_PER_SECOND = 10;

/**
 * Everything that Check finds in a song, what matters most first; accepted findings among them.
 * @param memory Kept from one review to the next, only what changed is looked at again.
 */
export function reviewSong(
  song: Song,
  options: ReviewOptions = {},
  memory = new Memory(),
): readonly ReviewFinding[] {
  const steps = reviewSteps(song, options, memory);
  for (let step = steps.next(); ; step = steps.next()) if (step.done) return step.value;
}

/** The same in steps, between which it can be given up; what was done is remembered. */
export function* reviewSteps(
  song: Song,
  options: ReviewOptions,
  memory: Memory,
): Generator<undefined, readonly ReviewFinding[]> {
  const { profiles = NO_PROFILES, pickingPerSecond = USUAL_PICKING_PER_SECOND } = options;
  const findings: ReviewFinding[] = [];
  const heard = heardLines(song, memory);
  yield;
  const keys = keysOf(song, heard, memory);
  yield;
  for (const own of heard) {
    findings.push(...lineFindings(song, own, profiles, pickingPerSecond, memory));
    findings.push(...wordFindings(song, own, heard, memory));
    yield;
  }
  for (const phrase of song.phrases) {
    findings.push(...phraseFindings(song, phrase, heard, memory));
    yield;
  }
  findings.push(...scaleFindings(song, heard, keys));
  for (const part of song.parts) {
    const { note, parts, referenceHz } = song;
    const inputs = [part, note, parts, referenceHz];
    findings.push(...memory.get(`set-up ${part.id}`, inputs, () => checkSetUp(song, part)));
  }
  findings.push(...checkSongForm(song), ...checkReferences(song));
  for (const part of song.parts) {
    findings.push(...teachingFindings(song, part, profiles, memory));
    yield;
  }
  if (options.withTuning) {
    for (const part of song.parts) {
      const lines = linesOfPart(song, part.id).map(({ bars }) => bars);
      const inputs = [part, song.key, ...lines];
      findings.push(...memory.get(`tuning ${part.id}`, inputs, () => checkTuning(song, part)));
      yield;
    }
  }
  memory.turn();
  return inOrder(song, withoutDoubles(findings));
}

/** What matters most first; within that, as the song goes. */
function inOrder(song: Song, findings: readonly ReviewFinding[]): readonly ReviewFinding[] {
  const order = new Map(song.phrases.map(({ id }, index) => [id, index]));
  const phraseOf = ({ where }: ReviewFinding) => order.get(where.phraseId ?? "") ?? -1;
  return findings.toSorted(
    (a, b) =>
      bySeverity(a, b) || phraseOf(a) - phraseOf(b) || (a.where.bar ?? 0) - (b.where.bar ?? 0),
  );
}

const NO_PROFILES: readonly OwnProfile[] = [];

function lineFindings(
  song: Song,
  own: HeardLine,
  profiles: readonly OwnProfile[],
  pickingPerSecond: number,
  memory: Memory,
): readonly ReviewFinding[] {
  const { key, referenceHz } = song;
  const inputs = [own, key, referenceHz, profiles, pickingPerSecond];
  return memory.get(`line ${own.phrase.id} ${own.part.id}`, inputs, () => {
    const { phrase, part, line, frames, barsBefore } = own;
    const { player } = profileById(part.profile, profiles);
    const scan = scanLine({ part, phrase, line, frames, barsBefore, key, referenceHz, player });
    const moments = heldGrips(scan);
    return [
      ...checkArithmetic(scan),
      ...checkRelations(scan),
      ...checkGrips(scan, moments),
      ...checkMovement(scan, moments),
      ...checkPicking(scan, pickingPerSecond),
      ...checkHeldStrings(scan),
      ...checkLinkedNotes(scan),
      ...checkDirections(scan),
      ...checkBends(scan),
      ...checkSingleNotes(scan),
      ...checkLineOnInstrument(scan),
      ...checkSpelling(scan),
    ];
  });
}

function wordFindings(
  song: Song,
  own: HeardLine,
  heard: readonly HeardLine[],
  memory: Memory,
): readonly ReviewFinding[] {
  const chords = chordsOf(song, own, heard, memory);
  const name = `words ${own.phrase.id} ${own.part.id}`;
  return memory.get(name, [own, chords, song.key], () => [
    ...checkWordsAtEvents(own, chords, song),
    ...checkChordMarks(own, chords, song),
  ]);
}

function phraseFindings(
  song: Song,
  phrase: Phrase,
  heard: readonly HeardLine[],
  memory: Memory,
): readonly ReviewFinding[] {
  const own = heard.filter((line) => line.phrase === phrase);
  const pairs = own.flatMap((one, index) =>
    own.slice(index + 1).flatMap((other) => {
      const name = `pair ${phrase.id} ${one.part.id} ${other.part.id}`;
      return memory.get(name, [one, other], () => checkPair(one, other));
    }),
  );
  const lines = song.parts.map((part) => ({
    part,
    bars: lineOf(song, phrase.id, part.id)?.bars.length ?? 0,
  }));
  return [...pairs, ...checkBarCounts(phrase, lines)];
}

/** Keys and modes named anywhere: in the song's note, in names, at events. */
function scaleFindings(
  song: Song,
  heard: readonly HeardLine[],
  keys: readonly StretchKey[],
): readonly ReviewFinding[] {
  const whole = keys.find(({ phraseId, partId }) => phraseId === undefined && partId === undefined);
  const noteCount = heard.reduce((sum, own) => sum + own.heard.length, 0);
  const findings = [...checkStatedKey(song, whole, noteCount)];
  if (whole && song.note !== undefined) {
    const texts = [{ text: song.note, where: {} }];
    const shifts = song.parts.map((part) => shiftOfParts([part]));
    const shift = shifts.find((one) => one !== 0) ?? 0;
    findings.push(...checkNamedScales(texts, whole, shift));
  }
  for (const own of heard) {
    const { phrase, part, line, barsBefore } = own;
    const key = keys.find((one) => one.phraseId === phrase.id && one.partId === part.id);
    if (!key) continue;
    const texts = barEntries(line.bars).flatMap(([index, bar]) =>
      eventsOf([bar]).flatMap(({ id, note }) => {
        const bar = barsOn(index, barsBefore);
        const where = { phraseId: phrase.id, partId: part.id, bar, eventId: id };
        return note === undefined ? [] : [{ text: note, where }];
      }),
    );
    if (texts.length > 0) findings.push(...checkNamedScales(texts, key, shiftOfParts([part])));
  }
  return findings;
}

function teachingFindings(
  song: Song,
  part: Part,
  profiles: readonly OwnProfile[],
  memory: Memory,
): readonly ReviewFinding[] {
  const { key, metre, tempoBpm, phrases } = song;
  const lines = linesOfPart(song, part.id).map(({ bars }) => bars);
  const inputs = [part, key, metre, tempoBpm, phrases, profiles, ...lines];
  // Asked for in every round, so that it is there when a line changes.
  const table = memory.get(`hands ${part.id}`, [part, key, profiles], () =>
    tableFor(song, part, profileById(part.profile, profiles)),
  );
  return memory.get(`teaching ${part.id}`, inputs, () => checkTeaching(song, part, table));
}
