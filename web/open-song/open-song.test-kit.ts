import { UndoOrder } from "./undo-order";
import { createTakesStore, type TakesStore } from "@/open-takes/store";
import { calloutContext, parseCallout } from "@intonazione/core/callout";
import { NO_CAPO, tuningById, usualInstrument } from "@intonazione/core/instrument";
import { USUAL_STYLE } from "@intonazione/core/neck";
import { STRAIGHT } from "@intonazione/core/rhythm";
import { newPart, type Part, type Song } from "@intonazione/core/score";
import type { OpenSong } from "./context";
import { createSongStore, type Opening, type SongStore } from "./state/store";

/** A song for tests: two parts, and the guitar's phrases as they are called out. */
export function songOf(callouts: readonly string[], details: Partial<Song> = {}): Song {
  let count = 0;
  const part = (id: string, tuningId: string): Part => {
    const instrument = usualInstrument(tuningById(tuningId), id);
    return newPart(id, id, { instrument, capo: NO_CAPO });
  };
  const parts = [part("guitar", "standard"), part("bass", "bass-standard")];
  const frame = {
    title: "Fixture",
    tempoBpm: 100,
    metre: { beats: 4, unit: 4 },
    feel: STRAIGHT,
    key: { tonic: { step: "E", alter: 0 }, mode: "minor" },
    referenceHz: 440,
    style: {},
    ...details,
  } as const;
  const context = calloutContext(parts[0]!, frame, USUAL_STYLE);
  const said = callouts.map((text) => parseCallout(text, context, () => `x${count++}`));
  return {
    parts,
    form: [],
    ...frame,
    phrases: said.map(({ marks }, index) => ({
      id: `phrase${index}`,
      name: `Phrase ${index}`,
      marks,
    })),
    lines: said.map(({ bars, relations }, index) => ({
      phraseId: `phrase${index}`,
      partId: "guitar",
      bars,
      ...(relations.length > 0 && { relations }),
      others: [],
    })),
  };
}

/** An open song around a store, with nothing that plays or saves. */
export function openedOf(
  store: SongStore,
  rack: OpenSong["rack"] = [],
  takes: TakesStore = createTakesStore(),
): OpenSong {
  const still = () => undefined;
  const later = () => Promise.resolve(undefined);
  return {
    store,
    rack,
    saver: undefined,
    player: { playOrStop: still, stop: still, leave: still },
    takes: {
      store: takes,
      sounds: { keep: () => Promise.resolve(true), of: later, here: later },
      hearing: { attend: later, tile: later, pulse: later, transposition: later },
      player: {
        playOrStop: still,
        play: later,
        stop: still,
        seek: still,
        prepare: later,
        positionNow: still,
        setBalance: still,
        follow: () => still,
      },
      holdOpen: still,
      leave: later,
    },
    order: new UndoOrder(store, takes),
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
