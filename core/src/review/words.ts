import { isOfKey, type HeardLine, type StretchKey } from "../analysis/analyse-song";
import type { HeardChord } from "../analysis/chords";
import { chromasOf, displayChord, formatChord, parseChord, type Chord } from "../pitch/chord";
import { chromaOf, displayPitchClass } from "../pitch/pitch";
import { add, compare } from "../rhythm/fraction";
import { eventsOf, timed } from "../score/bar";
import { chordAt } from "../score/frame";
import { notesOf, stringOf, type LineEvent, type PitchedNote } from "../score/event";
import type { Song } from "../score/song";
import { degreeOf } from "../theory/degree";
import { fingeredChord } from "../theory/shapes-and-sound";
import { soundingShift } from "../theory/fingered";
import {
  chromasOfScale,
  displayScale,
  parseScaleName,
  scaleKind,
  type Scale,
} from "../theory/scale";
import { SCALE_ROWS } from "../theory/scales.data";
import { namesOfStrings } from "./string-words";
import type { ReviewFinding } from "./finding";

const MODES = [...SCALE_ROWS.map(([name]) => name), "ionian", "aeolian"];
const SCALE_WORDS = new RegExp(
  `\\b([A-G])(♯|#|♭|b|[ -]sharp|[ -]flat)?[ -](${[...MODES].sort((a, b) => b.length - a.length).join("|")})\\b(?! (?:chord|shape))`,
  "gu",
);
/** Words that say: this is what the hand plays. */
const OF_THE_HAND = /\b(?:hand|finger(?:ed|s)?|shapes?|plays? it|capo)\b/iu;
/** Less of the weight than this outside a scale is passing notes. */
const PASSING = 0.12;

/** Scales that a text names, with the words themselves. */
function scalesNamedIn(text: string): readonly { readonly said: string; readonly scale: Scale }[] {
  return [...text.matchAll(SCALE_WORDS)].flatMap(([said, letter, sign = "", mode]) => {
    const alter = /sharp|♯|#/u.test(sign) ? "#" : /flat|♭|b/u.test(sign) ? "b" : "";
    const scale = parseScaleName(`${letter}${alter} ${mode}`);
    return scale.ok ? [{ said, scale: scale.value }] : [];
  });
}

/** Keys and modes that are named in a note, against what is heard where the note stands. */
export function checkNamedScales(
  texts: readonly { readonly text: string; readonly where: ReviewFinding["where"] }[],
  heard: StretchKey,
  shift: number | undefined,
): readonly ReviewFinding[] {
  const { clear } = heard;
  if (!clear) return [];
  return texts.flatMap(({ text, where }) => {
    const named = scalesNamedIn(text);
    if (named.some(({ scale }) => agrees(scale, clear.scale, heard))) return [];
    return named.slice(0, 1).flatMap(({ said, scale }): ReviewFinding[] => {
      const sounding = displayScale(clear.scale);
      const fingered = shift === undefined || shift === 0 ? undefined : moved(scale, shift);
      if (fingered && agrees(fingered, clear.scale, heard)) {
        if (OF_THE_HAND.test(text)) return [];
        const message = `“${said}” is what the hand plays: ${sounding} is what sounds`;
        const evidence = [`capo and tuning move names by ${shift} semitones`];
        return [
          {
            code: "fingered-for-sounding",
            group: "words",
            severity: "warning",
            where,
            message,
            evidence,
          },
        ];
      }
      const message = `a note says “${said}”, but what is played is rather ${sounding}`;
      return [
        {
          code: "key-named-otherwise",
          group: "words",
          severity: "warning",
          where,
          message,
          evidence: heard.evidence,
        },
      ];
    });
  });
}

function moved(scale: Scale, shift: number): Scale {
  const chroma = (chromaOf(scale.tonic) + shift + 24) % 12;
  const root = parseScaleName(`${SHARPS[chroma]} ${scale.name}`);
  return root.ok ? root.value : scale;
}

const SHARPS = ["C", "C#", "D", "Eb", "E", "F", "F#", "G", "Ab", "A", "Bb", "B"];

/** The same tonic, and nothing much outside; minor in words covers its harmonic and melodic kinds. */
function agrees(named: Scale, heard: Scale, { readings }: StretchKey): boolean {
  if (chromaOf(named.tonic) !== chromaOf(heard.tonic)) return false;
  if (named.name === heard.name) return true;
  const isPlain = named.name === "minor" || named.name === "major";
  const sameFamily = scaleKind(named.name).family === scaleKind(heard.name).family;
  if (isPlain && sameFamily && scaleKind(heard.name).degrees.length !== 7) return true;
  if (/minor/u.test(heard.name) && named.name === "minor") return true;
  const own = readings.find(
    ({ scale }) => scale.name === named.name && chromaOf(scale.tonic) === chromaOf(named.tonic),
  );
  if (own) return own.within > 1 - PASSING && own.score > readings[0]!.score - 0.08;
  const inside = chromasOfScale(named);
  return [...chromasOfScale(heard)].every((chroma) => inside.has(chroma));
}

/** The song's stated key against what is heard in all of it. */
export function checkStatedKey(
  song: Song,
  whole: StretchKey | undefined,
  noteCount: number,
): readonly ReviewFinding[] {
  const clear = whole?.clear;
  if (!clear || noteCount < LEAST_NOTES || isOfKey(clear.scale, song.key)) return [];
  const stated = whole.readings.find(({ scale }) => isOfKey(scale, song.key));
  if (stated && clear.score - stated.score < CLEARLY) return [];
  const key = { tonic: clear.scale.tonic, mode: scaleKind(clear.scale.name).family };
  return [
    {
      code: "key-stated-otherwise",
      group: "words",
      severity: "warning",
      where: {},
      message: `the song is said to be in ${displayPitchClass(song.key.tonic)} ${song.key.mode}, but what is played is rather ${displayScale(clear.scale)}`,
      evidence: whole.evidence,
      mend: { kind: "set-key", key },
    },
  ];
}

const CLEARLY = 0.12;
/** Fewer notes contradict nobody: a song may only have begun. */
const LEAST_NOTES = 12;

/** Words at events of a line: chords, degrees, strings and frets that the event does not have. */
export function checkWordsAtEvents(
  own: HeardLine,
  chords: readonly HeardChord[],
  song: Song,
): readonly ReviewFinding[] {
  const { line, frames, barsBefore, phrase, part } = own;
  const shift = soundingShift(part.instrument, part.capo);
  return line.bars.flatMap((bar, index) => {
    const onsets = new Map(timed(bar.events).map(({ event, onset }) => [event.id, onset]));
    return eventsOf([bar]).flatMap((event): ReviewFinding[] => {
      if (event.note === undefined) return [];
      const where = {
        phraseId: phrase.id,
        partId: part.id,
        bar: barsBefore + index + 1,
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
        ...wrongDegree(event, event.note, song, marked ?? heard?.readings[0]?.chord, say),
        ...wrongString(event, event.note, own, say),
      ].slice(0, 1);
    });
  });
}

type Say = (code: string, message: string, evidence: readonly string[]) => ReviewFinding;

const CHORD_WORDS =
  /(?:^|\b)([A-G](?:♯|#|♭|b)?)(?:[ -](sharp|flat))?(?:[ ](major|minor)|(m|7|m7|maj7|sus4|sus2|5)?)(?=[ ]?(?:chord|shape)\b|$)/u;

function wrongChord(
  text: string,
  heard: HeardChord | undefined,
  shift: number,
  song: Song,
  say: Say,
): readonly ReviewFinding[] {
  const said = CHORD_WORDS.exec(text.trim());
  if (!said || !heard || heard.isBroken) return [];
  const [, letter, sign = "", quality = "", suffix = ""] = said;
  const named = parseChord(
    `${letter}${sign === "sharp" ? "#" : sign === "flat" ? "b" : ""}${quality === "minor" ? "m" : suffix}`,
  );
  if (!named.ok) return [];
  const sounds = heard.readings.map(({ chord }) => chord);
  const names = [...sounds, ...sounds.map((chord) => fingeredChord(chord, shift, song.key))];
  if (names.slice(0).some((chord) => isSameChord(chord, named.value))) return [];
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

/** “Minor third” at a note that is none, neither of the key nor of the chord. */
function wrongDegree(
  event: LineEvent,
  text: string,
  song: Song,
  chord: Chord | undefined,
  say: Say,
): readonly ReviewFinding[] {
  const said = DEGREE_WORDS.exec(text);
  const notes = notesOf(event).filter((note): note is PitchedNote => note.kind === "pitched");
  if (
    !said ||
    notes.length !== 1 ||
    /\b(?:string|fret|finger|bar|beat|time|position)\b/iu.test(text)
  )
    return [];
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
  if (fits) return [];
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

function wrongString(
  event: LineEvent,
  text: string,
  own: HeardLine,
  say: Say,
): readonly ReviewFinding[] {
  const placed = notesOf(event).filter((note) => stringOf(note) !== undefined);
  if (placed.length === 0) return [];
  const strings = new Set(placed.map((note) => stringOf(note)!));
  const named = namesOfStrings(text, own.part);
  if (named.length > 0 && !named.some((string) => strings.has(string))) {
    return [
      say(
        "string-named-otherwise",
        `a note names ${named.length === 1 ? `string ${named[0]}` : "another string"}, but the strip has string ${[...strings].join(" and ")}`,
        [`the words are “${text}”`],
      ),
    ];
  }
  const fret = /\bfret (\d{1,2})\b|\b(\d{1,2})(?:st|nd|rd|th) fret\b/iu.exec(text);
  if (!fret) return [];
  const said = Number(fret[1] ?? fret[2]);
  const frets = placed.flatMap((note) =>
    note.kind === "pitched" && note.place ? [note.place.fret as number] : [],
  );
  const { capo } = own.part;
  // Frets are counted from the capo or from the nut: either is right.
  if (frets.length === 0 || frets.some((one) => one === said || one + capo.fret === said))
    return [];
  return [
    say(
      "fret-named-otherwise",
      `a note names fret ${said}, but the strip has fret ${frets.join(" and ")}`,
      [`the words are “${text}”`],
    ),
  ];
}
