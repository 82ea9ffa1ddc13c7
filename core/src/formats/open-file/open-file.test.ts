import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { midiOf } from "../../pitch/pitch";
import { eventsOf } from "../../score/bar";
import { linkOf, notesOf, type LineEvent } from "../../score/event";
import { anySong, testId } from "../../score/song.arbitraries";
import { barsOfPart, type Song } from "../../score/song";
import { writeCsv } from "../csv/write-csv";
import { MAX_FILE_BYTES } from "../files/bounds";
import { checkSong } from "../json/check-song";
import { writeSongJson } from "../json/song-json";
import { writeMidi } from "../midi/write-midi";
import { writeMusicXml, writeMxl } from "../musicxml/write-musicxml";
import { writeTextTab } from "../text-tab/write-text-tab";
import { readFile } from "./read-file";

const bytesOf = (content: string | Uint8Array) =>
  typeof content === "string" ? Uint8Array.from(Buffer.from(content, "utf8")) : content;
const FORMATS: Readonly<Record<string, (song: Song) => string | Uint8Array>> = {
  musicxml: writeMusicXml,
  mxl: (song) => writeMxl(song, new Date("2026-01-02T03:04:06Z")),
  mid: (song) => writeMidi(song, { channelPerString: true }),
  txt: (song) => writeTextTab(song, song.parts[0]!.id),
  json: writeSongJson,
};

function through(song: Song, format: string): Song {
  const name = `a.${format}`;
  const { song: back, findings } = readFile(name, bytesOf(FORMATS[format]!(song)), {
    newId: testId,
    midi: { grid: { kind: "exact" } },
  });
  expect(back, findings.map(({ message }) => message).join("; ")).toBeDefined();
  expect(checkSong(back!)).toEqual([]);
  return back!;
}

/** One voice, played once, of pitches that are struck: what every format has a place for. */
function sayable(song: Song): Song {
  const plain = (event: LineEvent): LineEvent => {
    if (event.kind !== "notes") return event;
    const notes = event.notes.flatMap((note) =>
      note.kind === "dead" || linkOf(note) === "tie" ? [] : [note],
    );
    const { id, duration } = event;
    if (notes.length === 0) return { kind: "rest", id, duration };
    const { grace: _grace, ...rest } = event;
    return { ...rest, notes };
  };
  const lines = song.lines.map((line) => ({
    ...line,
    bars: line.bars.map(({ events }) => ({ events: events.map(plain) })),
  }));
  return { ...song, form: [], lines };
}

/** Pitches in the order in which they are struck; those of a chord from below. */
function pitches(song: Song, onlyPlaced = false): string {
  const events = eventsOf(barsOfPart(song, song.parts[0]!.id));
  return events
    .map((event) =>
      notesOf(event).flatMap((note) =>
        note.kind === "pitched" && linkOf(note) !== "tie" && (note.place || !onlyPlaced)
          ? [midiOf(note.pitch)]
          : [],
      ),
    )
    .filter((chord) => chord.length > 0)
    .map((chord) => chord.sort((a, b) => a - b).join("+"))
    .join(" ");
}

describe("every pair of formats", () => {
  // Twenty songs with every technique there is.
  const songs = fc.sample(anySong.map(sayable), { numRuns: 20, seed: 20 });
  it.each(songs.map((song, index) => [index + 1, song] as const))(
    "song %i goes through all of them with all its pitches, in their order",
    (_, song) => {
      const wanted = pitches(song);
      for (const first of Object.keys(FORMATS)) {
        const once = through(song, first);
        expect(pitches(once), first).toBe(wanted);
        for (const second of Object.keys(FORMATS)) {
          // A harmonic that came through MIDI may sound beyond the frets: text lists it apart.
          const kept = second === "txt" ? pitches(once, true) : wanted;
          expect(pitches(through(once, second)), `${first} → ${second}`).toBe(kept);
        }
      }
    },
    60_000,
  );
});

describe("files by what stands in them", () => {
  const song = fc.sample(anySong.map(sayable), { numRuns: 1, seed: 1 })[0]!;
  it.each(Object.keys(FORMATS))(
    "a %s with another ending is read as what it is, and that is said",
    (format) => {
      const wrong = format === "txt" ? "a.mid" : "a.txt";
      const { song: back, findings } = readFile(wrong, bytesOf(FORMATS[format]!(song)), {
        newId: testId,
      });
      expect(back).toBeDefined();
      expect(findings.map(({ code }) => code)).toContain("mislabelled");
    },
  );

  it("text in UTF-16 is text", () => {
    const text = writeTextTab(song, song.parts[0]!.id);
    const bytes = Uint8Array.from([0xff, 0xfe, ...Buffer.from(text, "utf16le")]);
    expect(pitches(readFile("a.txt", bytes, { newId: testId }).song!)).toBe(pitches(song));
  });

  it.each([
    ["nothing", new Uint8Array(0), "file-size"],
    ["too much", new Uint8Array(MAX_FILE_BYTES + 1), "file-size"],
    [
      "a song of a later schema",
      bytesOf('{"format":"intonazione-song","schema":99,"song":{}}'),
      "schema-too-new",
    ],
    ["prose", bytesOf("Dear student, no music today."), "no-tablature"],
    ["a picture", Uint8Array.from([0x89, 0x50, 0x4e, 0x47, 0, 1, 2, 3, 0, 0, 0, 1]), "no-text"],
  ])("%s gives no song, and the reason", (_, bytes, code) => {
    const { song: none, findings } = readFile("a.json", bytes, { newId: testId });
    expect(none).toBeUndefined();
    expect(findings.map((finding) => finding.code)).toContain(code);
  });

  it("parts that name no string are placed", () => {
    const note =
      "<note><pitch><step>G</step><octave>3</octave></pitch><duration>4</duration></note>";
    const xml = `<score-partwise><part id="P1"><measure number="1"><attributes><divisions>1</divisions></attributes>${note}</measure></part></score-partwise>`;
    const { song: back } = readFile("a.xml", bytesOf(xml), { newId: testId });
    const [placed] = eventsOf(barsOfPart(back!, back!.parts[0]!.id)).flatMap(notesOf);
    // G3 lies on four strings of a guitar in standard tuning.
    expect(["3 0", "4 5", "5 10", "6 15"]).toContain(
      placed?.kind === "pitched" && `${placed.place?.string} ${placed.place?.fret}`,
    );
  });
});

describe("all notes as a table", () => {
  it("has a row a note, and as many fields in each", () => {
    fc.assert(
      fc.property(anySong, (song) => {
        const rows = writeCsv(song).trimEnd().split("\r\n");
        const notes = eventsOf(barsOfPart(song, "part")).flatMap(notesOf);
        expect(rows).toHaveLength(notes.length + 1);
        for (const row of rows) expect(row.split(",")).toHaveLength(12);
      }),
      { numRuns: 30 },
    );
  });

  it("says what a note is called, sounds and measures; names are no formulas", () => {
    const tab = "=Part, one\nCapo 2\n\nPart: =Lead, one\n\nG|-0-|\nD|---|\nA|-3-|\nE|---|";
    const { song } = readFile("a.txt", bytesOf(tab), { newId: testId });
    const rows = writeCsv(song!).split("\r\n");
    expect(rows[1]).toMatch(/^"'=Lead, one",Phrase 1,1,0,1\/8,1,3,3,C\d,D\d,\d+\.\d\d,$/u);
  });
});
