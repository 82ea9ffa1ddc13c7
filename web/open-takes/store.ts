import type { HearOnly, Pulse, Reference, TuningStretch } from "@intonazione/core/listening";
import type { Waveform } from "@intonazione/core/sound";
import type { Loop, MarkKind, Take, Takes } from "@intonazione/core/takes";
import { createStore, type StoreApi } from "zustand/vanilla";
import type { Saving } from "@/documents/saving";
import type { RecordingProblem } from "@/media/recording-problem";
import { NO_BARS, type TakeBars } from "./bars-of-take";
import { wholeOf, withLoop, withTake } from "./edits";
import {
  amendTakes,
  commitTakes,
  openTakesHistory,
  redoTakes,
  undoTakes,
  type TakesHistory,
} from "./takes-history";

/** Where the bytes of a take are, as far as this window knows. */
export type SoundAt =
  | { readonly kind: "looking" }
  | { readonly kind: "here" }
  /** On its way from the server, 0–1. */
  | { readonly kind: "fetching"; readonly done: number }
  /** Neither here nor there: it was brought in another browser and has not been sent from there. */
  | { readonly kind: "missing" }
  | { readonly kind: "away" }
  | { readonly kind: "problem"; readonly problem: RecordingProblem };

/** How far a take has been sent. */
export type Sending =
  | { readonly kind: "sending"; readonly share: number }
  | { readonly kind: "waiting" }
  | { readonly kind: "refused"; readonly message: string };

/** What has been heard of the take at hand. */
export interface Heard {
  readonly takeId: string;
  readonly waveform: Waveform | undefined;
  /** Undefined while it is being heard. */
  readonly attacks: readonly number[] | undefined;
  readonly reference: Reference | undefined;
  readonly pulse: Pulse | undefined;
  readonly tunings: readonly TuningStretch[];
  readonly isSilent: boolean;
  /** How much of it has been heard, 0–1. */
  readonly done: number;
}

export type TakePlaying =
  | { readonly kind: "stopped" }
  | { readonly kind: "preparing" }
  | { readonly kind: "playing"; readonly round: number; readonly rate: number }
  | { readonly kind: "failed" };

/** What the ends of a loop are drawn to. */
export type SnapsTo = "nothing" | "attacks" | "beats";

export interface TakesState {
  /** Whether what the server has is known yet. */
  readonly opening: "opening" | "open" | "away";
  readonly history: TakesHistory;
  readonly saving: Saving<Takes>;
  /** The take at hand; the first one where it is not there. */
  readonly takeId: string | undefined;
  /** By take: the loop at hand, one that is kept or one of its own. */
  readonly loops: Readonly<Record<string, string | Loop>>;
  readonly sounds: Readonly<Record<string, SoundAt>>;
  readonly sendings: Readonly<Record<string, Sending>>;
  readonly heard: Heard | undefined;
  readonly playing: TakePlaying;
  /** Where the playing begins, or stood last: in seconds of the take at hand. */
  readonly at: number;
  /** What of the take the picture shows, in seconds. */
  readonly view: { readonly from: number; readonly to: number };
  /** The bar lines of the song, as maps count. */
  readonly bars: TakeBars;
  /** The string whose frets the ruler numbers; the thickest one where none was chosen. */
  readonly rulerString: number | undefined;
  readonly hasClick: boolean;
  readonly snapsTo: SnapsTo;
  /** Of the next mark. */
  readonly markKind: MarkKind;
  /** Whether the strip's notes lie over the picture. */
  readonly showsNotes: boolean;
}

export interface TakesActions {
  readonly run: (label: string, edit: (takes: Takes) => Takes, key?: string) => void;
  /** Changes the take at hand. */
  readonly change: (label: string, edit: (take: Take) => Take, key?: string) => void;
  readonly amend: (edit: (takes: Takes) => Takes) => void;
  /** @returns what was taken back; undefined where there is nothing. */
  readonly undo: () => string | undefined;
  readonly redo: () => string | undefined;
  readonly choose: (takeId: string) => void;
  /** Changes the loop at hand: where it is kept, that is remembered. */
  readonly setLoop: (label: string, change: Partial<Loop>, key?: string) => void;
  readonly setHearing: (change: Partial<HearOnly>) => void;
  /** Takes a kept loop in hand, or the whole take. */
  readonly chooseLoop: (loopId: string | undefined) => void;
  readonly tellSound: (takeId: string, sound: SoundAt) => void;
  readonly tellSending: (takeId: string, sending: Sending | undefined) => void;
  readonly reopen: (takes: Takes) => void;
}

export interface TakesStore extends StoreApi<TakesState>, TakesActions {}

/** How much of a take is shown at first, in seconds. */
const FIRST_VIEW_SECONDS = 8;

export function takeAtHand({ history, takeId }: TakesState): Take | undefined {
  return history.takes.find(({ id }) => id === takeId) ?? history.takes[0];
}

/** What is played: a kept loop, a stretch of its own, or the whole take. */
export function loopAtHand(state: TakesState): Loop | undefined {
  const take = takeAtHand(state);
  return take && loopOf(state, take);
}

function loopOf({ loops }: TakesState, take: Take): Loop {
  const loop = loops[take.id];
  if (typeof loop === "object") return loop;
  return take.loops.find(({ id }) => id === loop) ?? wholeOf(take);
}

/** True where less than the whole take is played, over and over. */
export function isLooped(take: Take, { from, to }: Pick<Loop, "from" | "to">): boolean {
  return from > 0 || to < take.recording.seconds;
}

export function createTakesStore(): TakesStore {
  const store = createStore<TakesState>(() => ({
    opening: "opening",
    history: openTakesHistory([]),
    saving: { kind: "in-browser" },
    takeId: undefined,
    loops: {},
    sounds: {},
    sendings: {},
    heard: undefined,
    playing: { kind: "stopped" },
    at: 0,
    view: { from: 0, to: FIRST_VIEW_SECONDS },
    bars: NO_BARS,
    rulerString: undefined,
    hasClick: false,
    snapsTo: "attacks",
    markKind: "section",
    showsNotes: true,
  }));
  return Object.assign(store, takesActions(store));
}

function takesActions(store: StoreApi<TakesState>): TakesActions {
  const turnTo = (history: TakesHistory) => store.setState({ history });
  const run: TakesActions["run"] = (label, edit, key) => {
    const { history } = store.getState();
    const step = { label, takes: edit(history.takes), ...(key !== undefined && { key }) };
    turnTo(commitTakes(history, step));
  };
  const change: TakesActions["change"] = (label, edit, key) => {
    const take = takeAtHand(store.getState());
    if (take) run(label, (takes) => withTake(takes, take.id, edit), key);
  };
  const setOwn = (takeId: string, loop: string | Loop) =>
    store.setState(({ loops }) => ({ loops: { ...loops, [takeId]: loop } }));
  const setLoop: TakesActions["setLoop"] = (label, changed, key) => {
    const state = store.getState();
    const take = takeAtHand(state);
    if (!take) return;
    const loop = { ...loopOf(state, take), ...changed };
    if (loop.id === "") return setOwn(take.id, loop);
    change(label, (now) => withLoop(now, loop), key && `${loop.id} ${key}`);
  };
  return {
    run,
    change,
    amend: (edit) => turnTo(amendTakes(store.getState().history, edit)),
    undo() {
      const { history } = store.getState();
      turnTo(undoTakes(history));
      return history.past.at(-1)?.label;
    },
    redo() {
      const { history } = store.getState();
      turnTo(redoTakes(history));
      return history.future[0]?.label;
    },
    choose(takeId) {
      const take = store.getState().history.takes.find(({ id }) => id === takeId);
      const to = Math.min(FIRST_VIEW_SECONDS, take?.recording.seconds ?? FIRST_VIEW_SECONDS);
      store.setState({ takeId, at: 0, view: { from: 0, to } });
    },
    setLoop,
    setHearing(hearing) {
      const loop = loopAtHand(store.getState());
      if (loop) setLoop("hear otherwise", { hearing: { ...loop.hearing, ...hearing } });
    },
    chooseLoop(loopId) {
      const take = takeAtHand(store.getState());
      if (take) setOwn(take.id, loopId ?? wholeOf(take));
    },
    tellSound: (takeId, sound) =>
      store.setState(({ sounds }) => ({ sounds: { ...sounds, [takeId]: sound } })),
    tellSending: (takeId, sending) =>
      store.setState(({ sendings: { [takeId]: _, ...others } }) => ({
        sendings: sending ? { ...others, [takeId]: sending } : others,
      })),
    reopen: (takes) => turnTo(openTakesHistory(takes)),
  };
}
