import { parseForm } from "../../callout/form-line";
import { MAX_FRETS, USUAL_BUILD } from "../../instrument/instrument";
import { nameOfTuning } from "../../instrument/tuning-library";
import { STANDARD_REFERENCE_HZ } from "../../pitch/frequency";
import { STRAIGHT } from "../../rhythm/feel";
import { eventsOf } from "../../score/bar";
import { notesOf } from "../../score/event";
import type { Section } from "../../score/form";
import { newPart, type Line, type Phrase, type Song } from "../../score/song";
import type { TextTabReading } from "./read-text-tab";

/** A song with one part, made of what was read. */
export function songOfTextTab(reading: TextTabReading, newId: () => string): Song {
  const { header, tuning, family, capo, metre, key } = reading;
  const partId = newId();
  const reached = Math.max(USUAL_BUILD[family].frets, capo.fret + highestFret(reading));
  const highest = Math.min(MAX_FRETS, header.frets ?? reached);
  const instrument = {
    ...USUAL_BUILD[family],
    name: nameOfTuning(tuning, family) ?? "Tablature",
    tuning,
    frets: highest,
  };
  const phrases = reading.phrases.map(({ name, marks }, index): Phrase => ({
    id: newId(),
    name: name ?? `Phrase ${index + 1}`,
    marks,
  }));
  const lines = reading.phrases.map(({ bars }, index): Line => ({
    phraseId: phrases[index]!.id,
    partId,
    bars,
    others: [],
  }));
  return {
    title: header.title ?? "Untitled",
    tempoBpm: header.tempoBpm ?? 100,
    metre,
    feel: STRAIGHT,
    key,
    referenceHz: header.referenceHz ?? STANDARD_REFERENCE_HZ,
    style: header.fretsFrom === "nut" ? { fretsFrom: "nut" } : {},
    parts: [
      newPart(partId, header.part ?? (family === "bass" ? "Bass" : "Guitar"), {
        instrument,
        capo,
      }),
    ],
    phrases,
    form: formOf(reading, phrases, newId),
    lines,
  };
}

/** The form that the header says; else one of the repeats, where there are any. */
function formOf(
  { header, phrases: read }: TextTabReading,
  phrases: readonly Phrase[],
  newId: () => string,
): readonly Section[] {
  if (header.form !== undefined) return parseForm(header.form, phrases, newId).form;
  if (read.every(({ times }) => times === 1)) return [];
  const items = read.map(({ times }, index) => ({
    phraseId: phrases[index]!.id,
    times,
    endings: [],
  }));
  return [{ id: newId(), name: "Song", times: 1, endings: [], items }];
}

function highestFret({ phrases }: TextTabReading): number {
  const frets = phrases
    .flatMap(({ bars }) => eventsOf(bars).flatMap(notesOf))
    .map((note) => (note.kind === "pitched" && note.place ? note.place.fret : 1));
  return Math.max(1, ...frets);
}
