import { neckOf, placesOf, type Neck } from "../neck/neck";
import { fifthsOf, pitchClassAtFifths, type Key } from "../pitch/key";
import { midi, midiOf, type Pitch } from "../pitch/pitch";
import { spellMidi } from "../pitch/spelling";
import { placeBars } from "../placement/place-bars";
import { secondsPerWholeIn, tableFor } from "../placement/place-part";
import type { Profile } from "../placement/profiles";
import { copyOfBars } from "../score/versions";
import { withEvents, type Bar } from "../score/bar";
import { withNotes, withoutPlace, type Note, type PitchedNote } from "../score/event";
import { lineOf, type Part, type Song } from "../score/song";
import { inOrder, type Technique } from "../score/technique";
import { keyOfScale, scaleKind, type Scale } from "../theory/scale";
import { leaveOut } from "./beyond";
import { stepsAway } from "./move-phrase";

/** How far the second part lies from the first: steps of the scale (2 is a third above), or semitones. */
export type HarmonyStep =
  | { readonly kind: "scale"; readonly steps: number }
  | { readonly kind: "semitones"; readonly by: number };

export interface MadeHarmony {
  readonly bars: readonly Bar[];
  /** Ids of notes that the second instrument has no place for; they keep their pitch. */
  readonly withoutPlace: readonly string[];
}

/**
 * A second part to a line of the song: the same rhythm and techniques, every pitch so far away,
 * placed anew on the second instrument. Bends go on to the note of the scale that belongs to their
 * target; harmonics are fretted.
 *
 * @param scale What the steps are counted in: a mode has its own signature.
 * @throws RangeError when the first part has no line there.
 */
export function makeHarmony(
  song: Song,
  phraseId: string,
  from: Part,
  to: Part,
  step: HarmonyStep,
  scale: Scale,
  newId: () => string,
  profile?: Profile,
): MadeHarmony {
  const line = lineOf(song, phraseId, from.id);
  if (!line) throw new RangeError(`no line of ${from.name} in phrase ${phraseId}`);
  const key = signatureKeyOf(scale);
  const neck = neckOf(to.instrument, to.capo);
  const strings = neck.openMidi.length;
  const moved = copyOfBars(line.bars, newId).map((bar) =>
    withEvents(bar, (event) =>
      leaveOut(
        withNotes(event, (note) => movedNote(note, step, key, song.key, neck)),
        (note) => note.kind === "dead" && note.string > strings,
      ),
    ),
  );
  const phrase = song.phrases.find(({ id }) => id === phraseId);
  const { bars, unreachable } = placeBars(moved, neck, "unpinned", {
    table: tableFor(song, to, profile),
    secondsPerWhole: secondsPerWholeIn(song, phrase, moved.length),
  });
  return { bars, withoutPlace: [...unreachable.keys()] };
}

/** A mode of the major scale is written under its own signature; other scales under their family's. */
function signatureKeyOf(scale: Scale): Key {
  const { fifths } = scaleKind(scale.name);
  const lowest = Math.min(...fifths);
  const isRow = fifths.length === 7 && Math.max(...fifths) - lowest === 6;
  if (!isRow) return keyOfScale(scale);
  return { tonic: pitchClassAtFifths(fifthsOf(scale.tonic) + lowest + 1), mode: "major" };
}

function movedNote(note: Note, step: HarmonyStep, key: Key, songKey: Key, neck: Neck): Note {
  if (note.kind === "dead") return note;
  const pitch = away(note.pitch, step, key, songKey);
  if (!pitch) return withoutPlace(note);
  const techniques = note.techniques.flatMap((one): Technique[] => {
    if (one.kind === "natural-harmonic" || one.kind === "pinched-harmonic") return [];
    return [one.kind === "bend" ? movedBend(one, note, pitch, step, key, songKey) : one];
  });
  const { finger: _, ...bare }: PitchedNote = withoutPlace(note);
  return { ...bare, pitch: inReach(pitch, neck), techniques: inOrder(techniques) };
}

/** As few octaves nearer as it takes where the instrument does not have the note. */
function inReach(pitch: Pitch, neck: Neck): Pitch {
  const height = midiOf(pitch);
  if (placesOf(height, neck).length > 0) return pitch;
  const shift = [12, -12, 24, -24, -36].find((by) => {
    const other = height + by;
    return other >= 0 && other <= 127 && placesOf(midi(other), neck).length > 0;
  });
  return shift === undefined ? pitch : { ...pitch, octave: pitch.octave + shift / 12 };
}

function away(pitch: Pitch, step: HarmonyStep, key: Key, songKey: Key): Pitch | undefined {
  if (step.kind === "scale") return stepsAway(pitch, key, step.steps);
  const height = midiOf(pitch) + step.by;
  if (height < 0 || height > 127) return undefined;
  return { ...pitch, ...spellMidi(midi(height), songKey) };
}

type Bend = Extract<Technique, { readonly kind: "bend" }>;

function movedBend(
  { to: _, ...bend }: Bend,
  note: PitchedNote,
  pitch: Pitch,
  step: HarmonyStep,
  key: Key,
  songKey: Key,
): Bend {
  const target = midiOf(note.pitch) + bend.cents / 100;
  if (!Number.isInteger(target) || target > 127) return bend;
  const wanted = away(spellMidi(midi(target), key), step, key, songKey);
  const cents = wanted ? 100 * (midiOf(wanted) - midiOf(pitch)) : bend.cents;
  return { ...bend, cents: cents > 0 ? cents : bend.cents };
}
