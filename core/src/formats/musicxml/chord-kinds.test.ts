import { expect, it } from "vitest";
import { CHORD_TONES, formatChord } from "../../pitch/chord";
import { songSaid } from "../../review/review.test-kit";
import type { Song } from "../../score/song";
import { readMusicXml } from "./read-musicxml";
import { writeMusicXml } from "./write-musicxml";

const chordsIn = ({ phrases }: Song) =>
  phrases.flatMap(({ marks }) =>
    marks.flatMap(({ chords = [] }) =>
      chords.map(({ chord }) => (chord ? formatChord(chord) : "-")),
    ),
  );

it("every chord that can be said is read back from MusicXML as itself", () => {
  const names = Object.keys(CHORD_TONES).map((quality) => `Eb${quality}`);
  const song = songSaid({
    parts: [{ callouts: [names.map((name) => `{${name}} '1 A0`).join(" | ")] }],
  });
  expect(chordsIn(song)).toEqual(names);
  let count = 0;
  const { song: read } = readMusicXml(writeMusicXml(song), { newId: () => `r${count++}` });
  expect(chordsIn(read!)).toEqual(names);
});
