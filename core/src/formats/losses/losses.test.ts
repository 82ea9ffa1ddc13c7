import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { barEntries } from "../../foundation/bar-index";
import { withEvents, type Bar } from "../../score/bar";
import { withNotes } from "../../score/event";
import { unfold } from "../../score/form";
import { tidyMarks } from "../../score/frame";
import { anyPlainSong, anySong, testId } from "../../score/song.arbitraries";
import { framesOfPhrase, lineOf, type Song } from "../../score/song";
import { surveyMidi } from "../midi/midi-survey";
import { songOfMidi } from "../midi/song-of-midi";
import { writeMidi } from "../midi/write-midi";
import { writeMusicXml } from "../musicxml/write-musicxml";
import { readMusicXml } from "../musicxml/read-musicxml";
import { readTextTab } from "../text-tab/read-text-tab";
import { songOfTextTab } from "../text-tab/song-of-text-tab";
import { writeTextTab } from "../text-tab/write-text-tab";
import { countFeatures, type Feature } from "./features";
import { LOSSES, type LossyFormat } from "./losses.data";
import { lossesIn } from "./losses";

/**
 * A phrase that is played twice would stand, and be counted, twice; what holds from the first bar on
 * is the song's own metre and tempo when it comes back.
 */
function once(song: Song): Song {
  const [first] = song.phrases;
  const frames = (phrase: Song["phrases"][number]) =>
    framesOfPhrase(song, phrase, barsIn(song, phrase.id));
  const { metre, tempoBpm } = frames(first!)[0]!;
  const own = { metre, tempoBpm };
  const phrases = song.phrases.map((phrase) => {
    const marks = new Map(phrase.marks.map((mark) => [mark.bar, mark]));
    const said = barEntries(frames(phrase)).map(([bar, frame]) => ({
      ...marks.get(bar),
      bar,
      metre: frame.metre,
      tempoBpm: frame.tempoBpm,
    }));
    return { ...phrase, marks: tidyMarks(said, own) };
  });
  const style = song.style.fretsFrom === "nut" ? song.style : {};
  return { ...song, ...own, form: [], style, phrases };
}

/** Tied values come back from a sound as one longer value; graces are told, and played out. */
function struckOnly(song: Song): Song {
  return withBars(song, (bar) =>
    withEvents(bar, (event) => {
      if (event.kind !== "notes") return event;
      const { grace: _grace, ...rest } = event;
      return withNotes(rest, (note) =>
        note.kind === "pitched"
          ? { ...note, techniques: note.techniques.filter(({ kind }) => kind !== "tie") }
          : note,
      );
    }),
  );
}

/** Phrases that are the same come back as one that is played again. */
function playedOut(song: Song): Song {
  const phrases = unfold(song).map(({ phraseId }) =>
    song.phrases.find(({ id }) => id === phraseId)!,
  );
  return { ...song, phrases };
}

const barsIn = (song: Song, phraseId: string) => lineOf(song, phraseId, "part")?.bars.length ?? 0;

/** What came back fewer than it went out, and than the list says. */
function secretlyLost(song: Song, back: Song, format: LossyFormat): readonly string[] {
  const before = countFeatures(song);
  const after = countFeatures(playedOut(back));
  const losses = lossesIn(song, format);
  return [...before].flatMap(([feature, count]) => {
    const lost = count - (after.get(feature) ?? 0);
    const said = losses.find(({ code }) => code === `lost-${feature}`)?.message;
    const told = Number(/: (\d+) places?/u.exec(said ?? "")?.[1] ?? 0);
    return lost > told ? [`${feature}: ${lost} of ${count}, told ${told}`] : [];
  });
}

const withBars = (song: Song, change: (bar: Bar) => Bar): Song => ({
  ...song,
  lines: song.lines.map((line) => ({ ...line, bars: line.bars.map(change) })),
});

describe("what a format is said to carry comes back", () => {
  it("from MusicXML, whatever a song has", () => {
    fc.assert(
      fc.property(anySong.map(once), (song) => {
        const { song: back } = readMusicXml(writeMusicXml(song), { newId: testId });
        // Words may mean a mute.
        const lost = secretlyLost(song, back!, "musicxml").filter((one) => !/^words/u.test(one));
        expect(lost).toEqual([]);
      }),
      { numRuns: 25, endOnFailure: true },
    );
  });

  it.each([
    ["whatever a song has", anySong],
    ["whatever it has signs for", anyPlainSong],
  ])("from plain text, %s", (_, songs) => {
    fc.assert(
      fc.property(songs.map(once), (song) => {
        const text = writeTextTab(song, "part");
        const back = songOfTextTab(readTextTab(text, { newId: testId }), testId);
        // Without a capo frets count from the nut.
        const lost = secretlyLost(song, back, "text").filter((one) => !/^frets/u.test(one));
        expect(lost).toEqual([]);
      }),
      { numRuns: 25, endOnFailure: true },
    );
  });

  it.each(["midi", "midi-by-string"] as const)(
    "from a file of %s, whatever a song has",
    (format) => {
      fc.assert(
        fc.property(anySong.map(once).map(struckOnly), (song) => {
          const bytes = writeMidi(song, { channelPerString: format === "midi-by-string" });
          const { survey } = surveyMidi(bytes);
          if (!survey) return;
          const take = survey.voices.map(({ id }) => id);
          const { song: back } = songOfMidi(survey, testId, { grid: { kind: "exact" }, take });
          expect(secretlyLost(song, back!, format)).toEqual([]);
        }),
        { numRuns: 25, endOnFailure: true },
      );
    },
  );
});

describe("what a format cannot carry is listed", () => {
  it("once for each kind, with how often it occurs, and nothing else", () => {
    fc.assert(
      fc.property(
        anySong,
        fc.constantFrom<LossyFormat>("musicxml", "midi", "text"),
        (song, format) => {
          const counts = countFeatures(song);
          const losses = lossesIn(song, format);
          expect(new Set(losses.map(({ code }) => code)).size).toBe(losses.length);
          for (const [feature, { words, in: formats }] of Object.entries(LOSSES)) {
            const count = counts.get(feature as Feature) ?? 0;
            const told = losses.find(({ message }) => message.includes(` cannot carry ${words}: `));
            expect(told !== undefined).toBe(formats.includes(format) && count > 0);
            if (told) expect(told.message).toContain(count === 1 ? "1 place" : `${count} places`);
          }
        },
      ),
      { numRuns: 40 },
    );
  });

  it("is nothing for a song that says nothing special", () => {
    const song = fc.sample(anyPlainSong.map(once), { numRuns: 1, seed: 3 })[0]!;
    const bare: Song = {
      ...withBars(song, () => ({
        events: [{ kind: "rest", id: testId(), duration: { num: 1, den: 1 } }],
      })),
      style: {},
      parts: song.parts.map(({ profile: _profile, ...part }) => part),
      phrases: song.phrases.map((phrase) => ({ ...phrase, marks: [] })),
      feel: { kind: "straight" },
    };
    const lines = bare.lines.map(({ wishes: _wishes, relations: _relations, ...line }) => ({
      ...line,
      others: [],
    }));
    for (const format of ["musicxml", "midi", "text"] as const) {
      expect(lossesIn({ ...bare, lines }, format)).toEqual([]);
    }
  });
});
