import { execFileSync } from "node:child_process";
import { mkdtempSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { anySong } from "../../score/song.arbitraries";
import { readXml, type XmlElement } from "../xml/read-xml";
import { writeMusicXml } from "./write-musicxml";

/** The sequences of the MusicXML 4.0 schema (musicxml.xsd), as far as we write their elements. */
const SEQUENCES: Readonly<Record<string, string>> = {
  "score-partwise":
    "work movement-number movement-title identification defaults credit part-list part",
  identification: "creator rights encoding source relation miscellaneous",
  "score-part":
    "identification part-link part-name part-abbreviation group score-instrument player midi-device midi-instrument",
  "midi-instrument": "midi-channel midi-name midi-bank midi-program",
  attributes:
    "footnote level divisions key time staves part-symbol instruments clef staff-details transpose directive measure-style",
  key: "cancel fifths mode",
  clef: "sign line clef-octave-change",
  "staff-details": "staff-type staff-lines line-detail staff-tuning capo staff-size",
  "staff-tuning": "tuning-step tuning-alter tuning-octave",
  note: "grace chord pitch unpitched rest duration tie instrument footnote level voice type dot accidental time-modification stem notehead notehead-text staff beam notations lyric play listen",
  pitch: "step alter octave",
  unpitched: "display-step display-octave",
  "time-modification": "actual-notes normal-notes normal-type normal-dot",
  bend: "bend-alter pre-bend release with-bar",
  harmonic: "natural artificial base-pitch touching-pitch sounding-pitch",
  lyric: "syllabic text elision extend end-line",
  direction: "direction-type offset footnote level voice staff sound listening",
  metronome: "beat-unit beat-unit-dot per-minute",
  swing: "straight first second swing-type swing-style",
  harmony: "root kind inversion bass degree frame offset footnote level staff",
  root: "root-step root-alter",
  bass: "bass-separator bass-step bass-alter",
  degree: "degree-value degree-alter degree-type",
  barline: "bar-style footnote level wavy-line segno coda fermata ending repeat",
};
/** Choices, in any order. */
const CHOICES: Readonly<Record<string, string>> = {
  measure: "note backup forward direction attributes harmony barline",
  notations: "tied slur tuplet slide technical articulations ornaments fermata arpeggiate",
  technical:
    "up-bow down-bow harmonic fingering pluck fret string hammer-on pull-off bend tap other-technical",
  articulations: "accent staccato scoop plop doit falloff",
  ornaments: "trill-mark wavy-line tremolo other-ornament",
  "direction-type": "rehearsal words metronome",
};

function checkOrder(element: XmlElement): void {
  const names = element.children.map(({ name }) => name);
  const sequence = SEQUENCES[element.name]?.split(" ");
  const choice = CHOICES[element.name]?.split(" ");
  const allowed = sequence ?? choice;
  if (allowed) expect(allowed, `in <${element.name}>`).toEqual(expect.arrayContaining(names));
  if (sequence) {
    const places = names.map((name) => sequence.indexOf(name));
    expect(places, `<${element.name}>: ${names.join(" ")}`).toEqual(
      [...places].sort((a, b) => a - b),
    );
  }
  element.children.forEach(checkOrder);
}

describe("MusicXML that we write", () => {
  it("has its elements in the order of the schema", () => {
    fc.assert(
      fc.property(anySong, (song) => {
        const { root, problems } = readXml(writeMusicXml(song));
        expect(problems).toEqual([]);
        checkOrder(root!);
      }),
      { numRuns: 25, endOnFailure: true },
    );
  });
});

/** The published schema, where somebody has it to hand, with xmllint to read it. */
const schema = process.env["INTONAZIONE_MUSICXML_XSD"];
if (schema !== undefined) {
  it("MusicXML that we write is valid by the published schema", () => {
    const folder = mkdtempSync(join(tmpdir(), "intonazione-xsd-"));
    try {
      const files = fc.sample(anySong, { numRuns: 12, seed: 4 }).map((song, index) => {
        const path = join(folder, `${index}.musicxml`);
        writeFileSync(path, writeMusicXml(song));
        return path;
      });
      execFileSync("xmllint", ["--nonet", "--noout", "--schema", schema, ...files], {
        stdio: "pipe",
      });
    } finally {
      rmSync(folder, { recursive: true });
    }
  });
}
