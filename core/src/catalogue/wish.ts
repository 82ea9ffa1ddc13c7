import type { InstrumentKind } from "../instrument/instrument";
import type { CatalogueEntry } from "./entry";
import type { CatalogueTechnique } from "./techniques.data";

/** How far a song is, for its studio. */
export const SONG_STATES = ["wanted", "in work", "ready", "taught", "resting"] as const;
export type SongState = (typeof SONG_STATES)[number];

/** What is looked for; a song has to satisfy every wish. */
export type Wish =
  /** A part of the title, or of the name of an instrument. */
  | { readonly kind: "words"; readonly text: string }
  /** Any part has it, by its open pitches as `formatTuning` writes them. */
  | { readonly kind: "tuning"; readonly name: string; readonly open: string }
  | { readonly kind: "instrument"; readonly instrument: InstrumentKind }
  /** Any part has the capo there; “any” is some capo, 0 none on any part. */
  | { readonly kind: "capo"; readonly fret: number | "any" }
  | { readonly kind: "key"; readonly keyName: string }
  | { readonly kind: "technique"; readonly technique: CatalogueTechnique }
  /** Quarter notes a minute: some bar of the song lies within. */
  | ({ readonly kind: "tempo" } & Range)
  /** 1–10. */
  | ({ readonly kind: "difficulty" } & Range)
  | { readonly kind: "state"; readonly state: SongState };

/** Both ends count; an absent end is open. */
export interface Range {
  readonly from?: number;
  readonly to?: number;
}

/** A song on the shelf: its entry, with what the studio says of it. */
export interface ShelvedEntry extends CatalogueEntry {
  readonly state: SongState;
  /** 1–10; absent while nobody has worked it out yet. */
  readonly difficulty?: number;
}

/** The meaning of a wish, which the database's own search has to agree with. */
export function satisfies(entry: ShelvedEntry, wish: Wish): boolean {
  switch (wish.kind) {
    case "words": {
      const names = [entry.title, ...entry.parts.map(({ instrument }) => instrument)];
      return names.some((name) => name.toLowerCase().includes(wish.text.toLowerCase()));
    }
    case "tuning":
      return entry.parts.some(({ open }) => open === wish.open);
    case "instrument":
      return entry.parts.some(({ kind }) => kind === wish.instrument);
    case "capo":
      if (wish.fret === 0) return entry.parts.every(({ capo }) => capo === 0);
      return entry.parts.some(({ capo }) => (wish.fret === "any" ? capo > 0 : capo === wish.fret));
    case "key":
      return entry.keyName === wish.keyName;
    case "technique":
      return entry.techniques.includes(wish.technique);
    case "tempo":
      return entry.tempoTo >= (wish.from ?? 0) && entry.tempoFrom <= (wish.to ?? Infinity);
    case "difficulty": {
      const { difficulty } = entry;
      if (difficulty === undefined) return false;
      return difficulty >= (wish.from ?? 0) && difficulty <= (wish.to ?? Infinity);
    }
    case "state":
      return entry.state === wish.state;
  }
}
