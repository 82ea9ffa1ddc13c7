import { surveyMidi, songOfMidi, writeMidi } from "@intonazione/core/formats/midi";
import { writeMusicXml } from "@intonazione/core/formats/musicxml";
import { readFile } from "@intonazione/core/formats/open-file";
import { tuningById, usualInstrument } from "@intonazione/core/instrument";
import { fret, midiAt, neckOf } from "@intonazione/core/neck";
import { spellMidi, type Key } from "@intonazione/core/pitch";
import { fraction, STRAIGHT } from "@intonazione/core/rhythm";
import { newPart, type Bar, type Song } from "@intonazione/core/score";

/** Times reading and writing of a part of 10,000 notes in 1,250 bars; prints milliseconds a run. */

const E_MINOR: Key = { tonic: { step: "E", alter: 0 }, mode: "minor" };
const instrument = usualInstrument(tuningById("standard"), "Guitar");
const neck = neckOf(instrument);
const RUNS = 7;
let ids = 0;
const newId = () => `i${ids++}`;

function barAt(index: number): Bar {
  const events = Array.from({ length: 8 }, (_, at) => {
    const place = { string: 1 + ((index + at) % 6), fret: fret((3 * index + 5 * at) % 13) };
    const pitch = spellMidi(midiAt(place, neck), E_MINOR);
    const note = {
      kind: "pitched",
      id: newId(),
      pitch,
      place,
      pinned: false,
      techniques: [],
    } as const;
    return {
      kind: "notes",
      id: newId(),
      duration: fraction(1, 8),
      notes: [note],
      techniques: [],
    } as const;
  });
  return { events };
}

const phrases = Array.from({ length: 125 }, (_, index) => ({
  id: `p${index}`,
  name: `Phrase ${index}`,
  marks: [],
}));
const song: Song = {
  title: "Ten Thousand",
  tempoBpm: 100,
  metre: { beats: 4, unit: 4 },
  feel: STRAIGHT,
  key: E_MINOR,
  referenceHz: 440,
  style: {},
  parts: [newPart("part", "Guitar", { instrument, capo: { fret: 0 } })],
  phrases,
  form: [],
  lines: phrases.map(({ id }, phrase) => ({
    phraseId: id,
    partId: "part",
    bars: Array.from({ length: 10 }, (_, bar) => barAt(10 * phrase + bar)),
    others: [],
  })),
};

function times(work: () => unknown): readonly number[] {
  return Array.from({ length: RUNS }, () => {
    const start = performance.now();
    work();
    return performance.now() - start;
  });
}

const xml = new TextEncoder().encode(writeMusicXml(song));
const midi = writeMidi(song, { channelPerString: true });
const musicXml = times(() => readFile("a.musicxml", xml, { newId }));
const midiFile = times(() => {
  const { survey } = surveyMidi(midi);
  return survey && songOfMidi(survey, newId);
});
const writing = times(() => writeMusicXml(song));
process.stdout.write(JSON.stringify({ musicXml, midiFile, writing, xmlBytes: xml.length }));
