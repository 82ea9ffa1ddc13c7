import { barEntries, barNumber, formatBar, type BarIndex } from "../../foundation/bar-index";
import { listInWords } from "../../foundation/list-words";
import { NO_CAPO, type Capo } from "../../instrument/capo";
import { MAX_FRETS } from "../../instrument/instrument";
import { usualTuning } from "../../instrument/string-names";
import type { Tuning } from "../../instrument/tuning";
import { soundedAt, type Harmonic } from "../../neck/harmonic";
import { fret, isOnNeck, neckOf, type Place } from "../../neck/neck";
import type { Key } from "../../pitch/key";
import { midi, midiOf, type Pitch } from "../../pitch/pitch";
import { spellMidi } from "../../pitch/spelling";
import { newPart, type Part } from "../../score/song";
import { PICKING_SCHOOLS } from "../../score/picking";
import { guessInstrument } from "../reading/instrument-guess";
import type { Remarks } from "../reading/remarks";
import type { RawMeasure, RawNote, RawPart } from "./raw";

/** A part with its instrument in hand, and what every note of it is played as. */
export interface SettledPart {
  readonly part: Part;
  /** Where each note lies, and what sounds there; a note that is not in it has no place. */
  readonly settled: ReadonlyMap<RawNote, { readonly place: Place; readonly pitch: Pitch }>;
}

/**
 * Decides instrument and capo, and brings strings and frets together with the pitches: on a
 * tablature the fret is what was meant, and a pitch that differs gives way to it.
 */
export function settleNotes(
  raw: RawPart,
  staff: number | undefined,
  measures: readonly RawMeasure[],
  key: Key,
  id: string,
  remarks: Remarks,
): SettledPart {
  const notes = measures.flatMap(({ events }) => events.flatMap((event) => event.notes));
  const placed = notes.filter(({ string, fret: at }) => string !== undefined && at !== undefined);
  const tab = staff === undefined ? undefined : raw.staves.get(staff);
  const anyTab = tab ?? [...raw.staves.values()].find(({ tuning }) => tuning);
  const written = anyTab?.tuning ?? tuningForStrings(placed, raw);
  const tuning = written && withoutPartialCapo(written, raw.capo, placed, key);
  const capo = capoFor(raw, anyTab?.capo, tuning, placed, remarks);
  const heights = notes.flatMap(({ pitch }) => (pitch ? [midiOf(pitch)] : []));
  const { instrument, capo: held } = guessInstrument({
    partName: raw.name,
    instrumentName: raw.instrumentName,
    program: raw.program,
    kind: raw.kind,
    frets: raw.frets,
    tuning,
    capo,
    range:
      heights.length === 0
        ? undefined
        : {
            lowest: heights.reduce<number>((a, b) => Math.min(a, b), 127),
            highest: heights.reduce<number>((a, b) => Math.max(a, b), 0),
          },
    highestFret: placed.reduce((most, note) => Math.max(most, Math.min(MAX_FRETS, note.fret!)), 0),
  });
  const picking = PICKING_SCHOOLS.find((school) => school === raw.picking);
  const part: Part = {
    ...newPart(id, raw.name, { instrument, capo: held }),
    ...(picking && { picking }),
    ...(raw.tone !== undefined && { tone: raw.tone }),
  };
  return { part, settled: settle(measures, part, key, remarks) };
}

function settle(
  measures: readonly RawMeasure[],
  part: Part,
  key: Key,
  remarks: Remarks,
): SettledPart["settled"] {
  const neck = neckOf(part.instrument, part.capo);
  const settled = new Map<RawNote, { place: Place; pitch: Pitch }>();
  const changed: BarIndex[] = [];
  for (const [index, { events }] of barEntries(measures)) {
    for (const note of events.flatMap((event) => event.notes)) {
      const { string, fret: at } = note;
      if (string === undefined || at === undefined || note.isDead) continue;
      const place = at <= MAX_FRETS ? { string, fret: fret(at) } : undefined;
      const harmonic = harmonicIn(note);
      const sounds = place && isOnNeck(place, neck) ? soundedAt(place, neck, harmonic) : undefined;
      if (!place || sounds === undefined) {
        const what = harmonic ? "a harmonic that no such place sounds" : "a place off the neck";
        remarks.say(
          "place-unread",
          "warning",
          `${part.name}, ${formatBar(index)}: string ${string} fret ${at} is ${what}: the pitch is kept without a place`,
          { bar: index },
        );
        continue;
      }
      const isSame = note.pitch && midiOf(note.pitch) === sounds;
      if (!isSame && note.pitch) changed.push(index);
      const pitch = isSame ? note.pitch : spellMidi(sounds, key);
      settled.set(note, { place, pitch });
    }
  }
  if (changed.length > 0) {
    const bars = [...new Set(changed)].map(barNumber);
    const said = bars.length > 8 ? `${bars.slice(0, 8).join(", ")} …` : listInWords(bars);
    remarks.say(
      "pitch-by-place",
      "warning",
      `${part.name}: ${changed.length} pitches did not agree with their string and fret, which were believed (bars ${said})`,
      { bar: changed[0]! },
    );
  }
  return settled;
}

function harmonicIn({ techniques }: RawNote): Harmonic | undefined {
  for (const one of techniques) {
    if (one.kind === "natural-harmonic") return { kind: "natural" };
    if (one.kind === "pinched-harmonic") return { kind: "pinched", partial: one.partial };
  }
  return undefined;
}

/** Strings are numbered, but nobody says how they are tuned: as is usual for so many. */
function tuningForStrings(placed: readonly RawNote[], raw: RawPart): Tuning | undefined {
  const most = placed.reduce((all, note) => Math.max(all, note.string!), 0);
  if (most === 0) return undefined;
  const isBass = raw.kind === "bass" || /\bbass\b/iu.test(raw.name);
  const strings = Math.max(isBass ? 4 : 6, most);
  return usualTuning(isBass ? "bass" : "guitar", strings);
}

/**
 * The capo that the file names; where it names none and every place sounds the same few semitones
 * higher than an open neck would, the capo that was forgotten.
 */
function capoFor(
  raw: RawPart,
  written: number | undefined,
  tuning: Tuning | undefined,
  placed: readonly RawNote[],
  remarks: Remarks,
): Capo {
  if (raw.capo?.strings) return raw.capo;
  const said = written ?? raw.capo?.fret;
  if (said !== undefined && said >= 0 && said <= 12) return { fret: said };
  if (!tuning) return NO_CAPO;
  const shifts = new Set<number>();
  for (const note of placed) {
    const open = tuning[note.string! - 1];
    if (!open || !note.pitch || note.isDead || harmonicIn(note)) continue;
    shifts.add(midiOf(note.pitch) - midiOf(open) - note.fret!);
  }
  const [shift] = shifts;
  if (shifts.size !== 1 || shift === undefined || shift < 1 || shift > 11) return NO_CAPO;
  remarks.say(
    "capo-assumed",
    "info",
    `${raw.name}: every note sounds ${shift} semitones above its fret: read with a capo at fret ${shift}`,
  );
  return { fret: shift };
}

/**
 * The format knows no capo on some strings: files put it into the tuning, and say it in words. Where
 * the open strings already sound with it, it is taken off them.
 */
function withoutPartialCapo(
  tuning: Tuning,
  capo: Capo | undefined,
  placed: readonly RawNote[],
  key: Key,
): Tuning {
  const covered = capo?.strings;
  if (!capo || !covered) return tuning;
  const isRaised = placed
    .filter((note) => note.pitch && !note.isDead && !harmonicIn(note))
    .every(({ string, fret: at, pitch }) => {
      const open = tuning[string! - 1];
      return !covered.includes(string!) || !open || midiOf(open) + at! === midiOf(pitch!);
    });
  if (!isRaised) return tuning;
  return tuning.map((open, index) =>
    covered.includes(index + 1) ? spellMidi(midi(midiOf(open) - capo.fret), key) : open,
  );
}

/** Lowest place of an open string for a dead note that names none. */
export function stringForDead(note: RawNote, tuning: Tuning): number {
  if (note.string !== undefined && note.string >= 1 && note.string <= tuning.length) {
    return note.string;
  }
  const height = note.pitch ? midiOf(note.pitch) : midi(0);
  const below = tuning.findIndex((open) => midiOf(open) <= height);
  return below < 0 ? tuning.length : below + 1;
}
