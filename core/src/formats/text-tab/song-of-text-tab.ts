import { USUAL_BUILD } from "../../instrument/instrument";
import { nameOfTuning } from "../../instrument/tuning-library";
import { STANDARD_REFERENCE_HZ } from "../../pitch/frequency";
import type { Line, Phrase, Song } from "../../score/song";
import type { TextTabReading } from "./read-text-tab";

/** A song with one part, made of what was read. */
export function songOfTextTab(reading: TextTabReading, newId: () => string): Song {
  const { header, tuning, family, capo, metre, key } = reading;
  const partId = newId();
  const highest = Math.max(USUAL_BUILD[family].frets, capo.fret + highestFret(reading));
  const instrument = {
    ...USUAL_BUILD[family],
    name: nameOfTuning(tuning, family) ?? "Tablature",
    tuning,
    frets: highest,
  };
  const phrases = reading.phrases.map(({ name }, index): Phrase => ({
    id: newId(),
    name: name ?? `Phrase ${index + 1}`,
  }));
  const lines = reading.phrases.map(({ bars }, index): Line => ({
    phraseId: phrases[index]!.id,
    partId,
    bars,
  }));
  return {
    title: header.title ?? "Untitled",
    tempoBpm: header.tempoBpm ?? 100,
    metre,
    key,
    referenceHz: header.referenceHz ?? STANDARD_REFERENCE_HZ,
    style: header.fretsFrom === "nut" ? { fretsFrom: "nut" } : {},
    parts: [
      {
        id: partId,
        name: header.part ?? (family === "bass" ? "Bass" : "Guitar"),
        instrument,
        capo,
      },
    ],
    phrases,
    lines,
  };
}

function highestFret({ phrases }: TextTabReading): number {
  let highest = 1;
  for (const { bars } of phrases) {
    for (const { events } of bars) {
      for (const event of events) {
        if (event.kind === "rest") continue;
        for (const note of event.notes) {
          if (note.kind === "pitched" && note.place && note.place.fret > highest)
            highest = note.place.fret;
        }
      }
    }
  }
  return highest;
}
