import { capoInWords } from "../../instrument/capo";
import { familyOf } from "../../instrument/instrument";
import { neckOf } from "../../neck/neck";
import { signatureOf } from "../../pitch/key";
import type { Pitch } from "../../pitch/pitch";
import { spellMidi } from "../../pitch/spelling";
import type { Feel } from "../../rhythm/feel";
import { sum, type Fraction } from "../../rhythm/fraction";
import type { Metre } from "../../rhythm/metre";
import type { BarFrame, ChordAt } from "../../score/frame";
import type { Part, Song } from "../../score/song";
import { leaf, node, type XmlNode } from "../xml/write-xml";
import { harmonyElement } from "./write-harmony";
import { noteElements, TAB_STAFF, unitsOf } from "./write-note";
import type { WrittenPhrase } from "./written-form";
import type { WrittenBar } from "./written-notes";

/** One bar of the file: what it says to all parts, and what this part plays. */
export interface WrittenMeasure {
  readonly at: WrittenPhrase;
  readonly frame: BarFrame;
  readonly isFirstOfPhrase: boolean;
  readonly isLastOfPhrase: boolean;
  /** Chords that change here, in the first part only. */
  readonly chords: readonly ChordAt[];
  /** Absent where the part has no bar here. */
  readonly bar: WrittenBar | undefined;
}

/** What holds while a part is written from front to back. */
export interface Running {
  metre?: Metre;
  tempoBpm?: number;
}

export interface PartSheet {
  readonly song: Song;
  readonly part: Part;
  /** What the strings sound open, a partial capo on: string 1 first. */
  readonly open: readonly Pitch[];
  readonly divisions: number;
  /** Tempo, feel, rehearsal marks and repeats stand in the first part; all have the bar lines. */
  readonly isFirstPart: boolean;
}

export function measureElement(
  measure: WrittenMeasure,
  number: number,
  running: Running,
  sheet: PartSheet,
): XmlNode {
  const { frame, at } = measure;
  const isPickUp = frame.from.num > 0;
  const content = [
    barlineLeft(measure),
    attributesOf(measure, number, running, sheet),
    ...directionsOf(measure, number, running, sheet),
    ...measure.chords.map((chord) => harmonyElement(chord, frame.from, sheet.divisions)),
    ...voicesOf(measure, sheet),
    barlineRight(measure, at),
  ];
  running.metre = frame.metre;
  running.tempoBpm = frame.tempoBpm;
  return node("measure", { number, implicit: isPickUp ? "yes" : undefined }, content);
}

function attributesOf(
  { frame }: WrittenMeasure,
  number: number,
  { metre }: Running,
  { song, part, divisions, open }: PartSheet,
): XmlNode | undefined {
  const isFirst = number === 1;
  const isNewMetre = metre?.beats !== frame.metre.beats || metre.unit !== frame.metre.unit;
  const time =
    isNewMetre &&
    node("time", {}, leaf("beats", frame.metre.beats), leaf("beat-type", frame.metre.unit));
  if (!isFirst) return time ? node("attributes", {}, time) : undefined;
  const { key } = song;
  const isBass = familyOf(part.instrument) === "bass";
  return node(
    "attributes",
    {},
    leaf("divisions", divisions),
    node("key", {}, leaf("fifths", signatureOf(key)), leaf("mode", key.mode)),
    time,
    leaf("staves", 2),
    // Guitar and bass are written an octave above where they sound: the clef says so.
    node(
      "clef",
      { number: 1 },
      leaf("sign", isBass ? "F" : "G"),
      leaf("line", isBass ? 4 : 2),
      leaf("clef-octave-change", -1),
    ),
    node("clef", { number: TAB_STAFF }, leaf("sign", "TAB"), leaf("line", 5)),
    staffDetails(part, open),
  );
}

/** Lines count from the lowest, the thickest string; a partial capo stands in the tuning itself. */
function staffDetails(part: Part, open: readonly Pitch[]): XmlNode {
  const { capo } = part;
  return node(
    "staff-details",
    { number: TAB_STAFF },
    leaf("staff-lines", open.length),
    [...open]
      .reverse()
      .map(({ step, alter, octave }, index) =>
        node(
          "staff-tuning",
          { line: index + 1 },
          leaf("tuning-step", step),
          alter !== 0 && leaf("tuning-alter", alter),
          leaf("tuning-octave", octave),
        ),
      ),
    capo.fret > 0 && !capo.strings && leaf("capo", capo.fret),
  );
}

/** Open pitches without a whole capo, with a partial one; string 1 first. */
export function openStrings({ instrument, capo }: Part, song: Pick<Song, "key">): readonly Pitch[] {
  if (!capo.strings) return instrument.tuning;
  const { openMidi } = neckOf(instrument, capo);
  return instrument.tuning.map((open, index) =>
    capo.strings!.includes(index + 1) ? spellMidi(openMidi[index]!, song.key) : open,
  );
}

function directionsOf(
  { at, frame, isFirstOfPhrase }: WrittenMeasure,
  number: number,
  running: Running,
  { song, part, isFirstPart }: PartSheet,
): readonly XmlNode[] {
  const directions: XmlNode[] = [];
  if (isFirstPart && isFirstOfPhrase) {
    if (at.section !== undefined) {
      directions.push(direction([leaf("rehearsal", at.section, { enclosure: "square" })]));
    }
    directions.push(direction([leaf("rehearsal", at.phrase.name, { enclosure: "none" })]));
  }
  if (isFirstPart && frame.tempoBpm !== running.tempoBpm) {
    const metronome = node(
      "metronome",
      {},
      leaf("beat-unit", "quarter"),
      leaf("per-minute", frame.tempoBpm),
    );
    directions.push(direction([metronome], node("sound", { tempo: frame.tempoBpm })));
  }
  if (number > 1) return directions;
  if (isFirstPart && song.feel.kind !== "straight") {
    const words = leaf("words", song.feel.kind === "swing" ? "Swing" : "Shuffle");
    directions.push(direction([words], node("sound", {}, swingOf(song.feel))));
  }
  if (part.capo.fret > 0)
    directions.push(direction([leaf("words", sentence(capoInWords(part.capo)))]));
  return directions;
}

function direction(types: readonly XmlNode[], sound?: XmlNode): XmlNode {
  return node(
    "direction",
    { placement: "above" },
    types.map((type) => node("direction-type", {}, type)),
    leaf("staff", 1),
    sound,
  );
}

function swingOf(feel: Exclude<Feel, { readonly kind: "straight" }>): XmlNode {
  return node(
    "swing",
    {},
    leaf("first", feel.ratio.num),
    leaf("second", feel.ratio.den),
    leaf("swing-type", feel.unit === 8 ? "eighth" : "16th"),
    leaf("swing-style", feel.kind),
  );
}

function sentence(words: string): string {
  return words.charAt(0).toUpperCase() + words.slice(1);
}

function voicesOf({ bar, frame }: WrittenMeasure, sheet: PartSheet): readonly XmlNode[] {
  const { divisions, open } = sheet;
  const whole = unitsOf(frame.length, divisions);
  if (!bar) {
    return ([1, 2] as const).flatMap((staff, index) => [
      ...(index > 0 ? [backup(whole)] : []),
      node(
        "note",
        {},
        node("rest", { measure: "yes" }),
        leaf("duration", whole),
        leaf("voice", staff === 1 ? 1 : 5),
        leaf("staff", staff),
      ),
    ]);
  }
  const elements: XmlNode[] = [];
  let written: Fraction | undefined;
  for (const staff of [1, 2] as const) {
    for (const [index, events] of bar.entries()) {
      if (written && written.num > 0) elements.push(backup(unitsOf(written, divisions)));
      const voice = (staff === 1 ? 1 : 5) + index;
      for (const event of events) {
        if (event.isFirst && event.event.note && staff === 1) {
          elements.push(wordsAt(event.event.note, voice));
        }
        elements.push(...noteElements(event, { staff, voice, divisions, open }));
      }
      written = sum(events.map(({ length }) => length));
    }
  }
  return elements;
}

function wordsAt(words: string, voice: number): XmlNode {
  return node(
    "direction",
    { placement: "above" },
    node("direction-type", {}, leaf("words", words)),
    leaf("voice", voice),
    leaf("staff", 1),
  );
}

function backup(units: number): XmlNode {
  return node("backup", {}, leaf("duration", units));
}

function barlineLeft({ at, isFirstOfPhrase }: WrittenMeasure): XmlNode | undefined {
  if (!isFirstOfPhrase || (!at.opensRepeat && !at.ending)) return undefined;
  return node(
    "barline",
    { location: "left" },
    at.opensRepeat && leaf("bar-style", "heavy-light"),
    at.ending && endingElement(at.ending.passes, "start"),
    at.opensRepeat && node("repeat", { direction: "forward" }),
  );
}

function barlineRight({ isLastOfPhrase }: WrittenMeasure, at: WrittenPhrase): XmlNode | undefined {
  if (!isLastOfPhrase) return undefined;
  const { ending, closesRepeat } = at;
  const repeat =
    closesRepeat !== undefined &&
    node("repeat", { direction: "backward", times: closesRepeat > 2 ? closesRepeat : undefined });
  return node(
    "barline",
    { location: "right" },
    leaf("bar-style", repeat ? "light-heavy" : "light-light"),
    ending && endingElement(ending.passes, ending.isLast ? "discontinue" : "stop"),
    repeat,
  );
}

function endingElement(passes: readonly number[], type: "start" | "stop" | "discontinue"): XmlNode {
  const number = passes.join(", ");
  return type === "start"
    ? leaf("ending", `${number}.`, { number, type })
    : node("ending", { number, type });
}
