import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { midiOf } from "../../pitch/pitch";
import { withEvents } from "../../score/bar";
import { unfold } from "../../score/form";
import { anySong, testId } from "../../score/song.arbitraries";
import { framesOfPhrase, lineOf, type Song } from "../../score/song";
import { checkSong } from "../json/check-song";
import { asMusicXmlSays } from "./musicxml.test-kit";
import { readMusicXml } from "./read-musicxml";
import { writeMusicXml } from "./write-musicxml";

function read(text: string): Song {
  const { song, findings } = readMusicXml(text, { newId: testId });
  if (!song) throw new Error(findings.map(({ message }) => message).join("; "));
  return song;
}

const playedNames = (song: Song) =>
  unfold(song).map(({ phraseId }) => song.phrases.find(({ id }) => id === phraseId)!.name);

/** Words like “P.M.” are read as what they mean, and a pick-up as the bar it stands in is filled. */
const sayable = (song: Song): Song => ({
  ...song,
  lines: song.lines.map((line) => ({
    ...line,
    bars: line.bars.map((bar) =>
      withEvents(bar, (event) => (event.note ? { ...event, note: `*${event.note}` } : event)),
    ),
  })),
  phrases: song.phrases.map((phrase) => ({
    ...phrase,
    marks: phrase.marks.map(({ from: _from, ...mark }) => mark),
  })),
});

describe("what goes out as MusicXML and comes back", () => {
  it("is the same music, as far as the format has a place for it", () => {
    fc.assert(
      fc.property(anySong.map(sayable), (song) => {
        const back = read(writeMusicXml(song));
        expect(checkSong(back)).toEqual([]);
        expect(back.title).toBe(song.title);
        expect([back.key, back.feel]).toEqual([song.key, song.feel]);
        const [part, own] = [back.parts[0]!, song.parts[0]!];
        expect(part.instrument.tuning.map(midiOf)).toEqual(own.instrument.tuning.map(midiOf));
        expect([part.capo, part.picking, part.instrument.kind]).toEqual([
          own.capo,
          own.picking,
          own.instrument.kind,
        ]);
        for (const phrase of song.phrases) {
          const bars = lineOf(song, phrase.id, own.id)!.bars;
          const twin = back.phrases.find(({ name }) => name === phrase.name)!;
          const backBars = lineOf(back, twin.id, part.id)?.bars ?? [];
          expect(asMusicXmlSays(backBars)).toEqual(asMusicXmlSays(bars));
          expect(framesOfPhrase(back, twin, bars.length)).toEqual(
            framesOfPhrase(song, phrase, bars.length),
          );
        }
        expect(playedNames(back).slice(0, playedNames(song).length)).toEqual(playedNames(song));
      }),
      { numRuns: 50, endOnFailure: true },
    );
  });
});
