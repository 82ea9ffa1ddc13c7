import { barEntries, barsOn } from "../foundation/bar-index";
import { intervalBetween } from "../pitch/interval";
import type { HeardLine } from "../analysis/analyse-song";
import type { HeardChord } from "../analysis/chords";
import { chromasOf, displayChord, formatChord, parseChord, type Chord } from "../pitch/chord";
import { chromaOf, displayPitchClass } from "../pitch/pitch";
import { add, compare } from "../rhythm/fraction";
import { eventsOf } from "../score/bar";
import { chordAt } from "../score/frame";
import { notesOf, pitchedIn, stringOf, type LineEvent, type PitchedNote } from "../score/event";
import type { Song } from "../score/song";
import { eventsInLine } from "../sounding/events-in-line";
import { degreeOf } from "../theory/degree";
import { fingeredChord } from "../theory/shapes-and-sound";
import { soundingShift } from "../theory/fingered";
import { namesOfStrings } from "./string-words";
import type { ReviewFinding } from "./finding";

/** Words at events of a line: chords, degrees, strings and frets that the event does not have. */
export function checkWordsAtEvents(
  own: HeardLine,
  chords: readonly HeardChord[],
  song: Song,
): readonly ReviewFinding[] {
  const { line, frames, barsBefore, phrase, part } = own;
  const shift = soundingShift(part.instrument, part.capo);
  return barEntries(line.bars).flatMap(([index, bar]) => {
    const onsets = new Map(eventsInLine([bar]).map(({ event, onset }) => [event.id, onset]));
    return eventsOf([bar]).flatMap((event, order, all): ReviewFinding[] => {
      if (event.note === undefined) return [];
      const where = {
        phraseId: phrase.id,
        partId: part.id,
        bar: barsOn(index, barsBefore),
        eventId: event.id,
      };
      const say = (code: string, message: string, evidence: readonly string[]): ReviewFinding => ({
        code,
        group: "words",
        severity: "warning",
        where,
        message,
        evidence,
      });
      const onset = onsets.get(event.id);
      const at = onset && add(onset, frames[index]!.from);
      const marked = at && chordAt(frames[index]!, at);
      const heard = chords.find(
        (chord) => chord.bar === index && onset && compare(chord.onset, onset) === 0,
      );
      return [
        ...wrongChord(event.note, heard, shift, song, say),
        ...wrongDegree(
          event,
          event.note,
          song,
          marked ?? heard?.readings[0]?.chord,
          order > 0 ? pitchedIn(all[order - 1]!)[0] : undefined,
          say,
        ),
        ...wrongString(
          LEADS_ON.test(event.note) ? all.slice(order, order + 2) : [event],
          event.note,
          own,
          say,
        ),
      ].slice(0, 1);
    });
  });
}

type Say = (code: string, message: string, evidence: readonly string[]) => ReviewFinding;

/** Words that lead to the event behind. */
const LEADS_ON = /\b(?:to|then|into|onto|next)\b/iu;

const CHORD_NAME =
  "([A-G](?:♯|#|♭|b)?)(?:[ -](sharp|flat))?(?: (major|minor)|(m7|maj7|sus4|sus2|m|7|5)?)";
/** A chord that is called one, or a name that is all there is; a letter alone may be any mark. */
const CHORD_CALLED = new RegExp(`\\b${CHORD_NAME} (?:chord|shape)\\b`, "u");
const CHORD_ALONE = new RegExp(`^${CHORD_NAME}$`, "u");

function wrongChord(
  text: string,
  heard: HeardChord | undefined,
  shift: number,
  song: Song,
  say: Say,
): readonly ReviewFinding[] {
  const words = text.trim();
  const said = CHORD_CALLED.exec(words) ?? (words.length > 1 ? CHORD_ALONE.exec(words) : null);
  if (!said || !heard || heard.isBroken) return [];
  const [, letter, sign = "", quality = "", suffix = ""] = said;
  const named = parseChord(
    `${letter}${sign === "sharp" ? "#" : sign === "flat" ? "b" : ""}${quality === "minor" ? "m" : suffix}`,
  );
  if (!named.ok) return [];
  const sounds = heard.readings.map(({ chord }) => chord);
  const names = [...sounds, ...sounds.map((chord) => fingeredChord(chord, shift, song.key))];
  if (names.some((chord) => isSameChord(chord, named.value))) return [];
  const best = displayChord(sounds[0]!);
  const shape = displayChord(fingeredChord(sounds[0]!, shift, song.key));
  const both = shift === 0 ? best : `${best} (the hand plays ${shape})`;
  return [
    say("chord-named-otherwise", `a note says “${said[0].trim()}”, but ${both} sounds`, [
      ...heard.readings[0]!.reasons,
    ]),
  ];
}

/** The same root and the same notes, or some of them: a teacher says “C” of a C major seventh too. */
function isSameChord(heard: Chord, said: Chord): boolean {
  if (chromaOf(heard.root) !== chromaOf(said.root)) return false;
  const [of, own] = [chromasOf(heard), chromasOf({ root: said.root, quality: said.quality })];
  const isPart = (a: ReadonlySet<number>, b: ReadonlySet<number>) =>
    [...a].every((one) => b.has(one));
  return isPart(own, of) || isPart(of, own);
}

const DEGREE_WORDS =
  /\b(?:(minor|flat|flattened|♭|b|major|sharp|♯|#|perfect|natural)[ -]?)?(root|tonic|second|third|fourth|fifth|sixth|seventh|2nd|3rd|4th|5th|6th|7th)\b/iu;
const DEGREE_NUMBER: Readonly<Record<string, string>> = {
  root: "1",
  tonic: "1",
  second: "2",
  third: "3",
  fourth: "4",
  fifth: "5",
  sixth: "6",
  seventh: "7",
  "2nd": "2",
  "3rd": "3",
  "4th": "4",
  "5th": "5",
  "6th": "6",
  "7th": "7",
};

/** Words with which “the third” counts something else. */
const OTHER_COUNTS = /\b(?:string|fret|finger|bar|beat|time|position)\b/iu;

/** “Minor third” at a note that is none: not of the key, not of the chord, not from the note before. */
function wrongDegree(
  event: LineEvent,
  text: string,
  song: Song,
  chord: Chord | undefined,
  before: PitchedNote | undefined,
  say: Say,
): readonly ReviewFinding[] {
  const said = OTHER_COUNTS.test(text) ? null : DEGREE_WORDS.exec(text);
  const notes = pitchedIn(event);
  if (!said || notes.length !== 1) return [];
  const number = DEGREE_NUMBER[said[2]!.toLowerCase()]!;
  const quality = said[1]?.toLowerCase();
  const sign =
    quality === undefined
      ? undefined
      : /minor|flat|♭|^b$/u.test(quality)
        ? "♭"
        : /sharp|♯|#/u.test(quality)
          ? "♯"
          : "";
  const [note] = notes;
  const degrees = [degreeOf(note!.pitch, song.key)];
  if (chord) degrees.push(degreeOf(note!.pitch, { tonic: chord.root, mode: "major" }));
  const fits = degrees.some(
    (degree) => degree.at(-1) === number && (sign === undefined || degree.slice(0, -1) === sign),
  );
  if (fits || (before && isStep(before, note!, number, sign))) return [];
  const against = chord ? ` and ${degrees[1]} of ${displayChord(chord)}` : "";
  return [
    say(
      "degree-named-otherwise",
      `a note says “${said[0]}”, but ${displayPitchClass(note!.pitch)} is ${degrees[0]} of the key${against}`,
      [
        `counted from ${displayPitchClass(song.key.tonic)}${chord ? ` and from ${formatChord({ root: chord.root, quality: "" })}` : ""}`,
      ],
    ),
  ];
}

/** Whether the interval from the note before is what was said. */
function isStep(
  before: PitchedNote,
  note: PitchedNote,
  number: string,
  sign: string | undefined,
): boolean {
  const { name } = intervalBetween(before.pitch, note.pitch);
  if (name.at(-1) !== number) return false;
  if (sign === undefined) return true;
  return sign === "♭"
    ? /^[md]/u.test(name)
    : sign === "♯"
      ? name.startsWith("A")
      : /^[MP]/u.test(name);
}

/** @param events The one that has the words, and the one behind it, where they may lead. */
function wrongString(
  events: readonly LineEvent[],
  text: string,
  own: HeardLine,
  say: Say,
): readonly ReviewFinding[] {
  const [here = new Set<number>(), ...later] = events.map(
    (event) => new Set(notesOf(event).flatMap((note) => stringOf(note) ?? [])),
  );
  if (here.size === 0) return [];
  const named = namesOfStrings(text, own.part);
  const isNamed = named.some((string) => [here, ...later].some((strings) => strings.has(string)));
  const words = [`the words are “${text}”`];
  if (named.length > 0 && !isNamed) {
    const said = named.length === 1 ? `string ${named[0]}` : "another string";
    const message = `a note names ${said}, but the strip has string ${[...here].join(" and ")}`;
    return [say("string-named-otherwise", message, words)];
  }
  const match = /\bfret (\d{1,2})\b|\b(\d{1,2})(?:st|nd|rd|th) fret\b/iu.exec(text);
  if (!match) return [];
  const fret = Number(match[1] ?? match[2]);
  const [frets = [], ...next] = events.map((event) =>
    pitchedIn(event).flatMap(({ place }) => (place ? [place.fret as number] : [])),
  );
  // Frets are counted from the capo or from the nut: either is right.
  const { capo } = own.part;
  const isThere = [...frets, ...next.flat()].some(
    (one) => one === fret || one + capo.fret === fret,
  );
  if (frets.length === 0 || isThere) return [];
  const message = `a note names fret ${fret}, but the strip has fret ${frets.join(" and ")}`;
  return [say("fret-named-otherwise", message, words)];
}
