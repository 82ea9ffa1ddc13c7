import { barEntries, barsOn, formatBar } from "../foundation/bar-index";
import type { Finding } from "../foundation/finding";
import { soundedAt } from "../neck/harmonic";
import { fret, isOnNeck, type Neck } from "../neck/neck";
import { fifthsOf, pitchClassAtFifths, signatureOf, type Key } from "../pitch/key";
import { atHeight, displayPitch, midi, midiOf, type Pitch, type Step } from "../pitch/pitch";
import { spellMidi } from "../pitch/spelling";
import { placeBars } from "../placement/place-bars";
import { eventsOf, withEvents, type Bar } from "../score/bar";
import { harmonicOf, notesOf, withNotes, withoutPlace, type Note } from "../score/event";

/** How a phrase goes somewhere else. */
export type PhraseMove =
  /** The same shape so many frets higher, open strings too. */
  | { readonly kind: "frets"; readonly by: number }
  /** The same frets so many strings on; positive goes to the thick ones. */
  | { readonly kind: "strings"; readonly by: number }
  /** What sounds goes so many semitones higher, and finds places of its own. */
  | { readonly kind: "semitones"; readonly by: number }
  /** What sounds goes up by so many steps of the key's scale, and finds places of its own. */
  | { readonly kind: "scale"; readonly by: number };

export interface MovedPhrase {
  readonly bars: readonly Bar[];
  /** What did not fit: it stays in the line, without a place, or where it was. */
  readonly findings: readonly Finding[];
}

/**
 * Moves the bars of a phrase on their own neck. Rhythm and techniques stay.
 * @param barsBefore How many bars of the part stand before the phrase: findings count through the part.
 */
export function movePhrase(
  bars: readonly Bar[],
  neck: Neck,
  key: Key,
  move: PhraseMove,
  barsBefore = 0,
): MovedPhrase {
  if (move.by === 0) return { bars, findings: [] };
  const findings: Finding[] = [];
  const isByShape = move.kind === "frets" || move.kind === "strings";
  const moved = barEntries(bars).map(([index, bar]) =>
    withEvents(bar, (event) =>
      withNotes(event, (note) => {
        const fresh = isByShape ? shiftShape(note, neck, key, move) : shiftPitch(note, key, move);
        if (fresh) return fresh;
        const name = note.kind === "pitched" ? displayPitch(note.pitch) : "a dead stroke";
        const ofPart = barsOn(index, barsBefore);
        const message = `${formatBar(ofPart)}: ${name} would leave the neck`;
        const where = { bar: ofPart, eventId: event.id };
        findings.push({ code: "off-the-neck", severity: "warning", where, message });
        return note;
      }),
    ),
  );
  if (isByShape) return { bars: moved, findings };
  const { bars: placed, unreachable } = placeBars(moved, neck, "unpinned");
  for (const [index, bar] of barEntries(placed)) {
    for (const event of eventsOf([bar])) {
      for (const note of notesOf(event)) {
        if (note.kind !== "pitched" || !unreachable.has(note.id)) continue;
        const ofPart = barsOn(index, barsBefore);
        const message = `${formatBar(ofPart)}: ${displayPitch(note.pitch)} has no place on this neck`;
        const where = { bar: ofPart, eventId: event.id };
        findings.push({ code: "no-place", severity: "warning", where, message });
      }
    }
  }
  return { bars: placed, findings };
}

/** The same shape elsewhere. @returns undefined where the neck has no such place. */
function shiftShape(note: Note, neck: Neck, key: Key, move: PhraseMove): Note | undefined {
  const strings = move.kind === "strings" ? move.by : 0;
  const frets = move.kind === "frets" ? move.by : 0;
  if (note.kind === "dead") {
    const string = note.string + strings;
    return string >= 1 && string <= neck.openMidi.length ? { ...note, string } : undefined;
  }
  if (!note.place) return undefined;
  const string = note.place.string + strings;
  const number = note.place.fret + frets;
  if (number < 0 || string < 1 || string > neck.openMidi.length) return undefined;
  const place = { string, fret: fret(Math.min(36, number)) };
  if (number > 36 || !isOnNeck(place, neck)) return undefined;
  const sounds = soundedAt(place, neck, harmonicOf(note));
  if (sounds === undefined) return undefined;
  return { ...withoutPlace(note), pitch: { ...note.pitch, ...spellMidi(sounds, key) }, place };
}

function shiftPitch(note: Note, key: Key, move: PhraseMove): Note | undefined {
  if (note.kind === "dead") return note;
  const height = midiOf(note.pitch);
  if (move.kind === "semitones") {
    const target = height + move.by;
    if (target < 0 || target > 127) return undefined;
    return { ...withoutPlace(note), pitch: { ...note.pitch, ...spellMidi(midi(target), key) } };
  }
  const pitch = stepsAway(note.pitch, key, move.by);
  return pitch && { ...withoutPlace(note), pitch };
}

const LETTERS: readonly Step[] = ["C", "D", "E", "F", "G", "A", "B"];

/**
 * A pitch so many scale steps away: its letter moves on, and a note that stands outside the key
 * stays as far outside of it as it was.
 * @example stepsAway(pitch("G#4"), key("A minor"), 1) // pitch("A#4")
 */
export function stepsAway(pitch: Pitch, key: Key, steps: number): Pitch | undefined {
  const at = LETTERS.indexOf(pitch.step) + steps;
  const step = LETTERS[((at % 7) + 7) % 7]!;
  const outside = pitch.alter - alterIn(key, pitch.step);
  const alter = alterIn(key, step) + outside;
  if (alter < -2 || alter > 2) return undefined;
  const octave = pitch.octave + Math.floor(at / 7);
  const wanted = { ...pitch, step, alter: alter as Pitch["alter"], octave };
  const height = 12 * (octave + 1) + heightOf(wanted);
  if (height < 0 || height > 127) return undefined;
  return atHeight(wanted, height);
}

function heightOf({ step, alter }: Pick<Pitch, "step" | "alter">): number {
  return { C: 0, D: 2, E: 4, F: 5, G: 7, A: 9, B: 11 }[step] + alter;
}

/** What the signature does to a letter. */
function alterIn(key: Key, step: Step): number {
  const natural = fifthsOf({ step, alter: 0 });
  // The seven names of a key lie in a row on the line of fifths, from one below its major tonic.
  const lowest = signatureOf(key) - 1;
  const place = lowest + ((((natural - lowest) % 7) + 7) % 7);
  return pitchClassAtFifths(place).alter;
}
