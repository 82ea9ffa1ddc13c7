import { describe, expect, it } from "vitest";
import { MAX_PHRASES } from "../../score/song";
import { testId } from "../../score/song.arbitraries";
import { checkSong } from "../json/check-song";
import { MOST_BARS_IN_FILE } from "../reading/song-room";
import { readFile } from "./read-file";

/** Files that hold more than a song has room for: what there is room for is read, the rest is said. */

const text = (content: string) => Uint8Array.from(Buffer.from(content, "utf8"));

/** A file of format 0, 480 ticks a quarter note; each note sounds so many ticks, as MIDI spells them. */
function midi(notes: number, ...ticks: readonly number[]): Uint8Array {
  const track = [0, 0xc0, 27];
  for (let note = 0; note < notes; note++) {
    const key = 40 + ((5 * note) % 40);
    track.push(0, 0x90, key, 80, ...ticks, key, 0);
  }
  track.push(0, 0xff, 0x2f, 0);
  const bytes = new Uint8Array(22 + track.length);
  bytes.set([...Buffer.from("MThd"), 0, 0, 0, 6, 0, 0, 0, 1, 0x01, 0xe0, ...Buffer.from("MTrk")]);
  new DataView(bytes.buffer).setUint32(18, track.length);
  bytes.set(track, 22);
  return bytes;
}

const xmlNote = (more = "", octave = 4) =>
  `<note>${more}<pitch><step>E</step><octave>${octave}</octave></pitch><duration>1</duration></note>`;
const xmlPart = (measures: string) =>
  `<part id="P1"><measure number="1"><attributes><divisions>1</divisions></attributes>${measures}</part>`;
const xml = (parts: string) => text(`<score-partwise><part-list/>${parts}</score-partwise>`);
const marked = (name: string, octave: number) =>
  `<measure><direction><direction-type><rehearsal>${name}</rehearsal></direction-type></direction>${xmlNote("", octave)}</measure>`;
const manyMeasures = (count: number, measure: (index: number) => string) =>
  xml(
    xmlPart(
      `${xmlNote()}</measure>${Array.from({ length: count }, (_, index) => measure(index)).join("")}`,
    ),
  );

const tablature = `[${"Verse ".repeat(12)}]\nG|-0-|\nD|---|\nA|-3-|\nE|---|\n\n`;

describe("a file with more than a song has room for is read so far", () => {
  it.each([
    ["four hundred thousand MIDI events", "a.mid", midi(200_000, 0x87, 0x40), "too-many-notes"],
    ["a MIDI note for each bar of a day", "a.mid", midi(9000, 0x9e, 0x00), "too-many-bars"],
    ["a million MIDI events", "a.mid", midi(500_000, 0x40), "midi-too-big"],
    ["a MIDI file of 10,000 notes in a bar", "a.mid", midi(10_000, 0), undefined],
    [
      "more measures than anybody plays",
      "a.xml",
      manyMeasures(MOST_BARS_IN_FILE, () => `<measure>${xmlNote()}</measure>`),
      "too-many-bars",
    ],
    [
      "more phrases than a song has",
      "a.xml",
      manyMeasures(MAX_PHRASES, (index) =>
        marked(`${index >> 1} ${"Part ".repeat(60)}`, 3 + (index % 2)),
      ),
      "too-many-phrases",
    ],
    [
      "more measures than a phrase has",
      "a.xml",
      manyMeasures(2100, (index) =>
        index === 0 ? marked("Verse", 4) : `<measure>${xmlNote()}</measure>`,
      ),
      undefined,
    ],
    [
      "10,000 notes in a measure",
      "a.xml",
      xml(xmlPart(`${xmlNote().repeat(10_000)}</measure>`)),
      "bar-too-full",
    ],
    [
      "a chord of 100 notes",
      "a.xml",
      xml(xmlPart(`${xmlNote()}${xmlNote("<chord/>").repeat(99)}</measure>`)),
      "chord-too-big",
    ],
    [
      "more phrases than a song has, with long names, in text",
      "a.txt",
      text(tablature.repeat(MAX_PHRASES + 1)),
      "too-many-phrases",
    ],
    ["40 parts", "a.xml", xml(xmlPart(`${xmlNote()}</measure>`).repeat(40)), "too-many-parts"],
  ])(
    "%s",
    (_, name, bytes, code) => {
      const { song, findings } = readFile(name, bytes, { newId: testId });
      if (song) expect(checkSong(song)).toEqual([]);
      expect(song === undefined).toBe(code === "midi-too-big");
      if (code !== undefined) expect(findings.map((finding) => finding.code)).toContain(code);
    },
    60_000,
  );
});
