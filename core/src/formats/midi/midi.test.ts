import { barEntries, type BarIndex } from "../../foundation/bar-index";
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { midiOf } from "../../pitch/pitch";
import { add, compare, toNumber, type Fraction } from "../../rhythm/fraction";
import { STRAIGHT } from "../../rhythm/feel";
import { playedBars } from "../../sounding/played-bars";
import { timed, writtenLength } from "../../score/bar";
import { harmonicOf, lengthOf, linkOf, notesOf, withNotes, type Note } from "../../score/event";
import { anySong, testId } from "../../score/song.arbitraries";
import { lineOf, type Song } from "../../score/song";
import { midiAt, neckOf } from "../../neck/neck";
import { spellMidi } from "../../pitch/spelling";
import { checkSong } from "../json/check-song";
import type { GridWish } from "./quantise";
import { songOfMidi } from "./song-of-midi";
import { surveyMidi } from "./midi-survey";
import { TICKS_PER_QUARTER } from "./timed-events";
import { writeMidi } from "./write-midi";

function read(bytes: Uint8Array, grid: GridWish = { kind: "exact" }) {
  const { survey, findings } = surveyMidi(bytes);
  if (!survey) throw new Error(findings.map(({ message }) => message).join("; "));
  const reading = songOfMidi(survey, testId, { grid });
  if (!reading.song) throw new Error(reading.findings.map(({ message }) => message).join("; "));
  return { ...reading, song: reading.song, survey };
}

/** What channels of strings can say: no graces, swing or harmonics, one voice. */
function plain(song: Song): Song {
  const neck = neckOf(song.parts[0]!.instrument, song.parts[0]!.capo);
  const fretted = (note: Note): Note => {
    if (note.kind === "dead" || !note.place || !harmonicOf(note)) return note;
    return { ...note, pitch: spellMidi(midiAt(note.place, neck), song.key), techniques: [] };
  };
  const lines = song.lines.map((line) => ({
    ...line,
    bars: line.bars.map(({ events }) => ({
      events: events.map((event) => {
        if (event.kind !== "notes") return event;
        const { grace: _grace, ...rest } = event;
        return withNotes(rest, fretted);
      }),
    })),
  }));
  return { ...song, feel: STRAIGHT, lines };
}

interface Heard {
  readonly onset: Fraction;
  readonly midi: number;
  readonly string: number | undefined;
}

/** Every note that is struck, by its moment from the start of the playing. */
function heardIn(song: Song): readonly Heard[] {
  const part = song.parts[0]!;
  const { openMidi } = neckOf(part.instrument, part.capo);
  const heard: Heard[] = [];
  // By voice: the notes of its last event, and where in its bar that ends.
  const last = new Map<number, { bar: BarIndex; end: Fraction; notes: ReadonlySet<string> }>();
  const lengths: Fraction[] = [];
  for (const [index, played] of barEntries(playedBars(song))) {
    const bar = lineOf(song, played.pass.phraseId, part.id)?.bars[played.index] ?? { events: [] };
    lengths.push(writtenLength(bar));
    for (const [voice, events] of [bar.events, bar.voiceTwo ?? []].entries()) {
      for (const { event, onset } of timed(events)) {
        const before = last.get(voice);
        const isNext =
          before?.bar === index ||
          (before?.bar === index - 1 && compare(before.end, lengths[index - 1]!) === 0);
        const notes = new Set<string>();
        for (const note of notesOf(event)) {
          const midi = note.kind === "dead" ? openMidi[note.string - 1]! : midiOf(note.pitch);
          const string = note.kind === "dead" ? note.string : note.place?.string;
          const key = `${string} ${midi}`;
          const isTied = linkOf(note) === "tie" && isNext && before.notes.has(key);
          if (!isTied) heard.push({ onset: add(played.start, onset), midi, string });
          if (note.kind === "pitched") notes.add(key);
        }
        last.set(voice, { bar: index, end: add(onset, lengthOf(event)), notes });
      }
    }
  }
  return heard.sort(
    (a, b) => compare(a.onset, b.onset) || a.midi - b.midi || a.string! - b.string!,
  );
}

const ticks = (onset: Fraction) => toNumber(onset) * 4 * TICKS_PER_QUARTER;

describe("what goes out as MIDI and comes back", () => {
  it("has every pitch on its string, and every onset within a tick", () => {
    fc.assert(
      fc.property(anySong.map(plain), (song) => {
        const file = writeMidi(song, { channelPerString: true });
        const wanted = heardIn(song);
        if (wanted.length === 0) {
          // Rests and knocks alone are no notes: there is nothing to read.
          expect(surveyMidi(file).findings.map(({ code }) => code)).toContain("no-music");
          return;
        }
        const { song: back } = read(file);
        expect(checkSong(back)).toEqual([]);
        const got = heardIn(back);
        const say = ({ midi, string }: Heard) => `${string}:${midi}`;
        expect(got.map(say).sort()).toEqual(wanted.map(say).sort());
        for (const [index, { onset }] of wanted.entries()) {
          expect(Math.abs(ticks(got[index]!.onset) - ticks(onset))).toBeLessThanOrEqual(1);
        }
      }),
      { numRuns: 60, endOnFailure: true },
    );
  });
});
