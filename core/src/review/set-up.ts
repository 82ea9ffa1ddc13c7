import { comfortableRangeN, tensionsOf } from "../strings/tension";
import { familyOf } from "../instrument/instrument";
import { isSameTuning, formatTuningShort } from "../instrument/tuning";
import { TUNING_LIBRARY, plainName } from "../instrument/tuning-library";
import { placesOf } from "../neck/neck";
import { chromaOf, displayPitch, midi, midiOf } from "../pitch/pitch";
import { displayKey, type Key } from "../pitch/key";
import { spellMidi } from "../pitch/spelling";
import { harmonicOf, linkOf, notesOf, techniqueOf } from "../score/event";
import type { Part, Song } from "../score/song";
import type { ReviewFinding } from "./finding";
import { found, type LineScan, type ScannedEvent } from "./line-scan";

/** What the instrument, its tuning and its capo make of a line. */
export function checkLineOnInstrument(scan: LineScan): readonly ReviewFinding[] {
  return [...withoutPlace(scan), ...behindTheCapo(scan), ...openOutsideTheKey(scan)];
}

/** Pitches that no string has, told once each. */
function withoutPlace(scan: LineScan): readonly ReviewFinding[] {
  const { neck, events, key } = scan;
  const told = new Set<number>();
  const lowest = Math.min(...neck.openMidi);
  return events.flatMap((at) =>
    notesOf(at.event).flatMap((note): ReviewFinding[] => {
      if (note.kind === "dead" || note.place || harmonicOf(note)) return [];
      const height = midiOf(note.pitch);
      if (told.has(height) || placesOf(height, neck).length > 0) return [];
      told.add(height);
      const isLow = height < lowest;
      const edge = isLow
        ? lowest
        : Math.max(
            ...neck.openMidi.map((open, index) => open + neck.frets - neck.openOffsets[index]!),
          );
      const edgeName = displayPitch(spellMidi(midi(Math.min(127, edge)), key));
      const code = isLow ? "below-lowest-string" : "beyond-the-neck";
      const message = isLow
        ? `${displayPitch(note.pitch)} lies below the lowest string`
        : `${displayPitch(note.pitch)} lies on no string of this instrument`;
      const evidence = [
        isLow
          ? `with its capo the lowest string sounds ${edgeName}`
          : `its highest note is ${edgeName}`,
      ];
      return [found(scan, "set-up", code, "warning", { at, note }, message, evidence)];
    }),
  );
}

/** Beside a partial capo no finger goes behind the clamp. */
function behindTheCapo(scan: LineScan): readonly ReviewFinding[] {
  const { neck, events } = scan;
  if (neck.capo.fret === 0) return [];
  return events.flatMap((at) =>
    notesOf(at.event).flatMap((note): ReviewFinding[] => {
      const place = note.kind === "pitched" ? note.place : undefined;
      if (!place || place.fret === 0 || neck.openOffsets[place.string - 1]! > 0) return [];
      if (place.fret > neck.capo.fret) return [];
      const message = `string ${place.string} fret ${place.fret} lies behind the capo`;
      const evidence = [`the capo is on fret ${neck.capo.fret} and leaves this string free`];
      return [found(scan, "set-up", "capo-over-note", "warning", { at, note }, message, evidence)];
    }),
  );
}

/** Shorter open strings than this, in seconds, pass by. */
const LASTING_SECONDS = 0.4;

const STEPS = { major: [0, 2, 4, 5, 7, 9, 11, 10], minor: [0, 2, 3, 5, 7, 8, 10, 11, 9] } as const;

/** Open strings that last and are not of the key; blue notes have their own right. Told once a string. */
function openOutsideTheKey(scan: LineScan): readonly ReviewFinding[] {
  const { events, key } = scan;
  const told = new Set<number>();
  return events.flatMap((at) =>
    notesOf(at.event).flatMap((note): ReviewFinding[] => {
      const place = note.kind === "pitched" ? note.place : undefined;
      if (note.kind === "dead" || place?.fret !== 0 || told.has(place.string)) return [];
      if (isOfKey(midiOf(note.pitch), key) || linkOf(note) || !isLasting(at, note.id)) return [];
      told.add(place.string);
      const message = `the open string ${place.string} sounds ${displayPitch(note.pitch)}, outside ${displayKey(key)}`;
      const evidence = [`it sounds for ${(at.end - at.start).toFixed(2)} s or rings on`];
      return [found(scan, "set-up", "open-outside-key", "info", { at, note }, message, evidence)];
    }),
  );
}

function isOfKey(height: number, { tonic, mode }: Key): boolean {
  const steps: readonly number[] = STEPS[mode];
  return steps.includes((height - chromaOf(tonic) + 120) % 12);
}

function isLasting(at: ScannedEvent, noteId: string): boolean {
  const note = notesOf(at.event).find(({ id }) => id === noteId)!;
  return at.end - at.start >= LASTING_SECONDS || techniqueOf(note, "let-ring") !== undefined;
}

/** What a part's set-up says of itself: a tuning by name, strings under their tension. */
export function checkSetUp(song: Song, part: Part): readonly ReviewFinding[] {
  return [...tuningByName(song, part), ...tensions(song, part)];
}

/** Names of one word, like “Standard”, are words of their own. */
const NAMES = TUNING_LIBRARY.flatMap((named) =>
  [named.name, ...named.aliases]
    .map(plainName)
    .filter((name) => /^(?:drop|double drop|open|all|half|whole) /u.test(name))
    .map((name) => ({ name, named })),
);

function tuningByName(song: Song, part: Part): readonly ReviewFinding[] {
  const { instrument } = part;
  const family = familyOf(instrument);
  const isAlone = song.parts.filter((one) => familyOf(one.instrument) === family).length === 1;
  const texts = [part.name, part.tone ?? "", instrument.name, isAlone ? (song.note ?? "") : ""];
  for (const text of texts) {
    const words = ` ${plainName(text)} `;
    const said = NAMES.filter(
      ({ name, named }) =>
        named.family === family &&
        named.tuning.length === instrument.tuning.length &&
        words.includes(` ${name} `),
    );
    if (said.length === 0) continue;
    if (said.some(({ named }) => isSameTuning(named.tuning, instrument.tuning))) return [];
    // A longer name says more than a shorter one within it.
    const { named } = said.reduce((a, b) => (b.name.length > a.name.length ? b : a));
    return [
      {
        code: "tuning-named-otherwise",
        group: "set-up",
        severity: "warning",
        where: { partId: part.id },
        message: `${part.name} is said to be in ${named.name}, but its strings are ${formatTuningShort(instrument.tuning)}`,
        evidence: [`${named.name} is ${formatTuningShort(named.tuning)}`],
      },
    ];
  }
  return [];
}

function tensions(song: Song, part: Part): readonly ReviewFinding[] {
  const { instrument } = part;
  const [slack, tight] = comfortableRangeN(instrument.kind);
  return tensionsOf(instrument, instrument.tuning, song.referenceHz).flatMap(
    ({ string, newtons, loadShare, verdict }): ReviewFinding[] => {
      if (verdict === "comfortable") return [];
      const isUnsafe = verdict === "unsafe";
      const percent = Math.round(100 * loadShare);
      return [
        {
          code: isUnsafe ? "tension-unsafe" : "tension-uncomfortable",
          group: "set-up",
          severity: isUnsafe ? "warning" : "info",
          where: { partId: part.id, string },
          message: isUnsafe
            ? `${part.name}: string ${string} is tuned near its breaking load. It can break and hit eyes or hands: tune it down`
            : `${part.name}: string ${string} is ${verdict} in this tuning`,
          evidence: [
            `${newtons.toFixed(0)} N, ${percent} % of what breaks it; ${slack} to ${tight} N feel usual`,
          ],
        },
      ];
    },
  );
}
