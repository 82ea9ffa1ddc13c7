import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { differenceOf } from "../../foundation/difference";
import { withEvents } from "../../score/bar";
import { withNotes } from "../../score/event";
import { anySong } from "../../score/song.arbitraries";
import type { Song } from "../../score/song";
import { documentOf, readDocument, readText } from "./document";
import { readSongJson, SONG_FORMAT, writeSongJson } from "./song-json";

const [song] = fc.sample(anySong, { numRuns: 1, seed: 7 }) as [Song];

/** The document with one value replaced, by its path. */
function changed(path: string, value: unknown): unknown {
  const document = JSON.parse(writeSongJson(song)) as Record<string, unknown>;
  const steps = path.split(".");
  const target = steps
    .slice(0, -1)
    .reduce<Record<string, unknown>>((at, step) => at[step] as Record<string, unknown>, document);
  target[steps.at(-1)!] = value;
  return document;
}

describe("our JSON", () => {
  it("is read back as exactly the same song", () => {
    fc.assert(
      fc.property(anySong, fc.array(fc.string({ maxLength: 40 })), (any, keys) => {
        const accepted = keys.map((finding) => ({ finding, reason: "as on the record" }));
        const song = accepted.length > 0 ? { ...any, accepted } : any;
        expect(readSongJson(writeSongJson(song))).toEqual({ ok: true, value: song });
      }),
    );
  });

  it.each([
    ["schema", SONG_FORMAT.schema + 1, /newer version/],
    ["format", "something", /no song of ours/],
    ["song.title", "", /song|title/],
    ["song.tempoBpm", 4000, /tempoBpm/],
    ["song.parts", [], /parts/],
    ["song.parts.0.capo", 40, /capo/],
    ["song.phrases.0.id", "other", /do not exist/],
    ["song.parts.0.id", "phrase0", /used twice|do not exist/],
  ])("refuses %s = %j and says where", (path, value, message) => {
    const result = readDocument(SONG_FORMAT, changed(path, value));
    expect(result.ok).toBe(false);
    if (!result.ok)
      expect(result.error.map((finding) => finding.message).join("\n")).toMatch(message);
  });

  it("refuses two notes on one string, and a place that does not sound its pitch", () => {
    const pitch = { step: "C", alter: 0, octave: 1 } as const;
    const note = (id: string) => ({
      kind: "pitched",
      id,
      pitch,
      place: { string: 1, fret: 0 },
      pinned: false,
      techniques: [],
    });
    const event = {
      kind: "notes",
      id: "e",
      duration: { num: 1, den: 4 },
      techniques: [],
      notes: [note("a"), note("b")],
    };
    const result = readDocument(SONG_FORMAT, changed("song.lines.0.bars", [{ events: [event] }]));
    const messages = result.ok ? [] : result.error.map((finding) => finding.message);
    expect(messages).toContain("bar 1: two notes at once on string 1");
    expect(messages).toContain("bar 1: string 1 fret 0 does not sound C1");
  });

  it.each(["", "{", "[]", "null", '{"format":"intonazione-song"}'])(
    "refuses the text %j",
    (text) => {
      expect(readSongJson(text).ok).toBe(false);
    },
  );

  it("keeps the strings that a note is not to lie on", () => {
    const { lines } = song;
    const bars = lines[0]!.bars.map((bar) =>
      withEvents(bar, (event) =>
        withNotes(event, (note) => (note.kind === "dead" ? note : { ...note, notOn: [1, 3] })),
      ),
    );
    const wished = { ...song, lines: [{ ...lines[0]!, bars }, ...lines.slice(1)] };
    expect(readSongJson(writeSongJson(wished))).toEqual({ ok: true, value: wished });
  });

  it("stores its schema version", () => {
    expect(documentOf(SONG_FORMAT, song)).toMatchObject({
      format: "intonazione-song",
      schema: SONG_FORMAT.schema,
    });
  });

  it("brings a song of schema 1 up to today, whatever it was played on", () => {
    const old = (name: string, kind: string, capo: number) => ({
      id: name,
      name,
      capo,
      instrument: {
        name,
        kind,
        frets: 22,
        scaleLengthMm: 648,
        tuning: song.parts[0]!.instrument.tuning,
      },
    });
    const { parts: _p, lines: _l, referenceHz: _r, style: _s, ...rest } = song;
    const parts = [
      old("Acoustic guitar", "guitar", 3),
      old("Dry lead", "guitar", 0),
      old("Low", "baritone", 1),
    ];
    const document = {
      format: "intonazione-song",
      schema: 1,
      song: { ...rest, stringSchool: "number", parts, lines: [] },
    };
    const read = readDocument(SONG_FORMAT, JSON.parse(JSON.stringify(document)));
    if (!read.ok) throw new Error(read.error[0]?.message);
    expect(read.value).toMatchObject({ referenceHz: 440, style: { stringSchool: "number" } });
    expect(read.value).not.toHaveProperty("stringSchool");
    expect(read.value.parts.map(({ instrument, capo }) => [instrument.kind, capo.fret])).toEqual([
      ["acoustic", 3],
      ["electric", 0],
      ["baritone", 1],
    ]);
    for (const { instrument } of read.value.parts) expect(instrument.handed).toBe("right");
    // What was brought up is stored as today's, and stays so.
    expect(readDocument(SONG_FORMAT, documentOf(SONG_FORMAT, read.value))).toEqual(read);
  });

  it("of schema 5 is followed by differences of schema 5", () => {
    const old = (one: unknown) =>
      JSON.parse(JSON.stringify(one).replaceAll('"voiceTwo":', '"under":')) as unknown;
    fc.assert(
      fc.property(anySong, anySong, (before, after) => {
        const whole = JSON.stringify({ ...documentOf(SONG_FORMAT, old(before)), schema: 5 });
        const change = JSON.stringify(differenceOf(old(before), old(after)) ?? { fields: {} });
        const read = readText(SONG_FORMAT, { whole, changes: [change] });
        expect(read).toMatchObject({ ok: true, value: { value: after, schema: 5 } });
      }),
      { numRuns: 40 },
    );
  });

  it("of schema 5 keeps its second voices, in every version of a line", () => {
    const asOfSchema5 = (text: string) => text.replaceAll('"voiceTwo":', '"under":');
    let voices = 0;
    fc.assert(
      fc.property(anySong, (song) => {
        const today = JSON.stringify(documentOf(SONG_FORMAT, song));
        voices += today.split('"voiceTwo":').length - 1;
        const old = { ...(JSON.parse(asOfSchema5(today)) as object), schema: 5 };
        expect(readDocument(SONG_FORMAT, old)).toEqual({ ok: true, value: song });
      }),
    );
    expect(voices).toBeGreaterThan(0);
  });
});
