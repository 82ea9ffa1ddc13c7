import type { Part, Song } from "@intonazione/core/score";
import type { ComponentType } from "react";
import type { OpenSong } from "@/open-song/context";
import type { ReviewState } from "@/open-song/state/review";
import type { SongStore } from "@/open-song/state/store";
import type { Command } from "./command";

/** What a stage may say of itself. */
export interface StageFacts {
  readonly song: Song;
  readonly part: Part;
  readonly review: ReviewState["review"];
  /** How many takes the song has; undefined while that is not known. */
  readonly takes: number | undefined;
}

/** One thing that a stage puts in the middle. */
export interface StageView {
  readonly id: string;
  /** As it stands in the line of views. */
  readonly name: string;
  /** Stands above the strips where there are some. */
  readonly Middle?: ComponentType;
  /** True where the strips of all phrases are shown, the call-out line below them. */
  readonly hasStrips?: boolean;
  /** True where the call-out line stands below something else that shows what is said. */
  readonly hasCallOut?: boolean;
  /** True where what plays stands in the middle itself. */
  readonly hasOwnTransport?: boolean;
  /** True where there is nothing to show before the first phrase. */
  readonly needsPhrases?: boolean;
}

/** What is copied and pasted while a stage is shown; as text, readable anywhere. */
export interface Clipboard {
  /** @returns what to put on the clipboard; empty where nothing is selected. */
  readonly copy: () => string;
  readonly cut: () => string;
  /** @returns the slip that keeps the text from being taken, if there is one. */
  readonly paste: (text: string) => string | undefined;
}

/**
 * A stage of the work: all that the page has to know of it. Whoever adds one makes a folder with such
 * an entry, and names it in the register.
 */
export interface Stage {
  /** Also in the page's address. */
  readonly id: string;
  readonly name: string;
  /** The key that leads there. */
  readonly key: string;
  /** A word or two on how it stands, under its name. Asked at every change: remember what is counted. */
  readonly stateOf: (facts: StageFacts) => string;
  /** At least one; the first is shown first. */
  readonly views: readonly [StageView, ...StageView[]];
  readonly panel: { readonly label: string; readonly Panel: ComponentType };
  /** What it adds to the palette, wherever one is. */
  readonly commands?: (opened: OpenSong) => readonly Command[];
  /** What keys and palette do while it is shown; these come before all others. */
  readonly commandsHere?: (opened: OpenSong) => readonly Command[];
  readonly clipboard?: (store: SongStore) => Clipboard;
  /** True where takes are changed: undo takes those back too, in their turn. */
  readonly changesTakes?: boolean;
}
