import type { Song } from "@intonazione/core/score";
import { demoSong, DEMO_SONGS } from "@intonazione/demo";

/** A song of so many bars, in phrases of so many. */
export function longSong(barCount: number, perPhrase: number): Song {
  const song = demoSong(DEMO_SONGS[0]!);
  const part = song.parts[0]!;
  const source = song.lines.filter((line) => line.partId === part.id).flatMap((line) => line.bars);
  let count = 0;
  const bars = Array.from({ length: barCount }, (_, index) => ({
    events: source[index % source.length]!.events.map((event) => ({
      ...event,
      id: `e${count++}`,
      ...(event.kind === "notes" && {
        notes: event.notes.map((note) => ({ ...note, id: `n${count++}` })),
      }),
    })),
  }));
  const phrases = Array.from({ length: barCount / perPhrase }, (_, index) => ({
    id: `p${index}`,
    name: `Phrase ${index + 1}`,
    marks: [],
  }));
  const lines = phrases.map(({ id }, index) => ({
    phraseId: id,
    partId: part.id,
    bars: bars.slice(index * perPhrase, (index + 1) * perPhrase),
    others: [],
  }));
  return {
    ...song,
    title: `Bench ${barCount} ${perPhrase}`,
    parts: [part],
    phrases,
    form: [],
    lines,
  };
}
