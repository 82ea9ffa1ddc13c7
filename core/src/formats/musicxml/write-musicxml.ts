import { FIRST_BAR } from "../../foundation/bar-index";
import { gcd, ZERO } from "../../rhythm/fraction";
import type { BarMark } from "../../score/frame";
import { framesOfPhrase, lineOf, type Part, type Song } from "../../score/song";
import { leaf, node, printXml, type XmlNode } from "../xml/write-xml";
import { writeArchive } from "../files/archive";
import { barsInPhrase } from "./bars-in-phrase";
import { PROGRAM_OF_KIND } from "../reading/programs.data";
import { FIELD } from "./vocabulary.data";
import {
  measureElement,
  openStrings,
  type PartSheet,
  type Running,
  type WrittenMeasure,
} from "./write-measure";
import { writtenForm, type WrittenForm, type WrittenPhrase } from "./written-form";
import { writtenBars } from "./written-notes";

const HEAD = `<?xml version="1.0" encoding="UTF-8" standalone="no"?>
<!DOCTYPE score-partwise PUBLIC "-//Recordare//DTD MusicXML 4.0 Partwise//EN" "http://www.musicxml.org/dtds/partwise.dtd">`;
const CONTAINER_HEAD = `<?xml version="1.0" encoding="UTF-8"?>`;
/** No program reads finer units; beyond them durations are rounded to a millionth. */
const MAX_DIVISIONS = 1_000_000;

/**
 * The song as MusicXML 4.0, partwise, in the order of its elements: for every part a staff and its
 * tablature. `lossesIn` says what it cannot hold.
 */
export function writeMusicXml(song: Song): string {
  const form = writtenForm(song);
  const root = node(
    "score-partwise",
    { version: "4.0" },
    node("work", {}, leaf("work-title", song.title)),
    identification(song),
    node(
      "part-list",
      {},
      song.parts.map((part, index) => scorePart(part, index)),
    ),
    song.parts.map((part, index) => partElement(song, part, index, form)),
  );
  return printXml(root, HEAD);
}

/** The same, packed as an `.mxl` file. @see https://www.w3.org/2021/06/musicxml40/tutorial/compressed-mxl-files/ */
export function writeMxl(song: Song, modified: Date): Uint8Array {
  const container = node(
    "container",
    {},
    node(
      "rootfiles",
      {},
      node("rootfile", {
        "full-path": "score.musicxml",
        "media-type": "application/vnd.recordare.musicxml+xml",
      }),
    ),
  );
  const entries = [
    { name: "META-INF/container.xml", content: printXml(container, CONTAINER_HEAD) },
    { name: "score.musicxml", content: writeMusicXml(song) },
  ];
  return writeArchive(entries, modified);
}

function identification(song: Song): XmlNode {
  const fields: XmlNode[] = [];
  const say = (name: string, value: string | number | undefined) => {
    if (value !== undefined && value !== "") {
      fields.push(leaf("miscellaneous-field", value, { name }));
    }
  };
  say(FIELD.note, song.note);
  say(FIELD.reference, song.referenceHz === 440 ? undefined : song.referenceHz);
  for (const [index, part] of song.parts.entries()) {
    const of = (name: string) => `${idOf(index)} ${name}`;
    say(of(FIELD.tone), part.tone);
    say(of(FIELD.picking), part.picking);
    say(of(FIELD.kind), part.instrument.kind);
    say(of(FIELD.frets), part.instrument.frets);
  }
  return node(
    "identification",
    {},
    node("encoding", {}, leaf("software", "Intonazione")),
    node("miscellaneous", {}, fields),
  );
}

function idOf(index: number): string {
  return `P${index + 1}`;
}

function scorePart({ name, instrument }: Part, index: number): XmlNode {
  const id = idOf(index);
  const sound = `${id}-I1`;
  return node(
    "score-part",
    { id },
    leaf("part-name", name),
    node("score-instrument", { id: sound }, leaf("instrument-name", instrument.name)),
    node(
      "midi-instrument",
      { id: sound },
      // Channel 10 is for drums.
      leaf("midi-channel", (index % 15) + 1 + Number(index % 15 >= 9)),
      leaf("midi-program", PROGRAM_OF_KIND[instrument.kind]),
    ),
  );
}

function partElement(song: Song, part: Part, index: number, form: WrittenForm): XmlNode {
  const measures = measuresOf(song, part, form, index === 0);
  const sheet: PartSheet = {
    song,
    part,
    open: openStrings(part, song),
    divisions: divisionsFor(measures),
    isFirstPart: index === 0,
  };
  const running: Running = {};
  const elements = measures.map((measure, at) => measureElement(measure, at + 1, running, sheet));
  return node("part", { id: idOf(index) }, elements);
}

function measuresOf(
  song: Song,
  part: Part,
  form: WrittenForm,
  withChords: boolean,
): readonly WrittenMeasure[] {
  const places = form.written.flatMap((at) => {
    const count = barsInPhrase(song, at.phrase);
    const frames = framesOfPhrase(song, { ...at.phrase, marks: marksOf(at) }, count);
    const bars = lineOf(song, at.phrase.id, part.id)?.bars ?? [];
    return frames.map((frame, index) => ({
      at,
      frame,
      isFirstOfPhrase: index === 0,
      isLastOfPhrase: index === count - 1,
      chords: withChords ? frame.chords : [],
      bar: bars[index],
    }));
  });
  const written = writtenBars(places.map(({ bar }) => bar));
  return places.map(({ bar, ...place }, index) => ({
    ...place,
    bar: bar && written[index],
  }));
}

/** A pass over a chord of its own has that chord, and no other. */
function marksOf({ phrase, over }: WrittenPhrase): readonly BarMark[] {
  if (!over) return phrase.marks;
  const others = phrase.marks.map(({ chords: _chords, ...mark }): BarMark => mark);
  const first = others.find(({ bar }) => bar === FIRST_BAR);
  return [
    { bar: FIRST_BAR, ...first, chords: [{ at: ZERO, chord: over }] },
    ...others.filter((mark) => mark !== first),
  ];
}

/** Units of a quarter note that make every duration and every chord's moment a whole number. */
function divisionsFor(measures: readonly WrittenMeasure[]): number {
  let divisions = 1;
  const take = (den: number) => {
    const wanted = den / gcd(den, 4);
    const next = (divisions / gcd(divisions, wanted)) * wanted;
    if (next <= MAX_DIVISIONS) divisions = next;
  };
  for (const { bar, frame, chords } of measures) {
    take(frame.length.den);
    for (const { at } of chords) take(at.den);
    for (const voice of bar ?? []) for (const { length } of voice) take(length.den);
  }
  return divisions;
}
