import { calloutContext, parseCallout } from "@intonazione/core/callout";
import { NO_CAPO, tuningById, usualInstrument } from "@intonazione/core/instrument";
import { USUAL_STYLE } from "@intonazione/core/neck";
import type { Part, Song } from "@intonazione/core/score";
import { createSongStore, type Opening, type SongStore } from "./store";

/** A song for tests: two parts, and the guitar's phrases as they are called out. */
export function songOf(callouts: readonly string[], details: Partial<Song> = {}): Song {
  let count = 0;
  const part = (id: string, tuningId: string): Part => {
    const instrument = usualInstrument(tuningById(tuningId), id);
    return { id, name: id, instrument, capo: NO_CAPO };
  };
  const parts = [part("guitar", "standard"), part("bass", "bass-standard")];
  const frame = {
    title: "Fixture",
    tempoBpm: 100,
    metre: { beats: 4, unit: 4 },
    key: { tonic: { step: "E", alter: 0 }, mode: "minor" },
    referenceHz: 440,
    style: {},
    ...details,
  } as const;
  const context = calloutContext(parts[0]!, frame, USUAL_STYLE);
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
    studio: USUAL_STYLE,
    saving: { kind: "saved", version: 1, at: new Date(0) },
    ...opening,
  });
}
