import { calloutContext, parseCallout } from "@intonazione/core/callout";
import { tuningById, USUAL_BUILD } from "@intonazione/core/instrument";
import type { Part, Song } from "@intonazione/core/score";
import { createSongStore, type Opening, type SongStore } from "./store";

/** A song for tests: two parts, and the guitar's phrases as they are called out. */
export function songOf(callouts: readonly string[], details: Partial<Song> = {}): Song {
  let count = 0;
  const part = (id: string, tuningId: string): Part => {
    const { kind, tuning } = tuningById(tuningId);
    return { id, name: id, instrument: { name: id, kind, tuning, ...USUAL_BUILD[kind] }, capo: 0 };
  };
  const parts = [part("guitar", "standard"), part("bass", "bass-standard")];
  const frame = {
    title: "Fixture",
    tempoBpm: 100,
    metre: { beats: 4, unit: 4 },
    key: { tonic: { step: "E", alter: 0 }, mode: "minor" },
    stringSchool: "nominal",
    ...details,
  } as const;
  const context = calloutContext(parts[0]!, frame);
  return {
    parts,
    ...frame,
    phrases: callouts.map((_, index) => ({ id: `phrase${index}`, name: `Phrase ${index}` })),
    lines: callouts.map((text, index) => ({
      phraseId: `phrase${index}`,
      partId: "guitar",
      bars: parseCallout(text, context, () => `x${count++}`).bars,
    })),
  };
}

export function storeOf(song: Song, opening: Partial<Opening> = {}): SongStore {
  return createSongStore({
    songId: "song",
    song,
    drafts: {},
    stage: "write",
    saving: { kind: "saved", version: 1, at: new Date(0) },
    ...opening,
  });
}
