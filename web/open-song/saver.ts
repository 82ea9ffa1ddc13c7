import { isSame } from "@intonazione/core/foundation";
import { mergeSongs, type Song } from "@intonazione/core/score";
import type { FoundCopy, LocalCopy } from "./local-copies";
import type { SaveAnswer } from "./server";
import type { Drafts, Saving, SongState, SongStore, StoredVersion } from "./store";
import { mergeWindows } from "./transactions";

/** Where saves go; given from outside so that tests can stand in for browser and server. */
export interface Shelves {
  readonly keep: (copy: LocalCopy) => Promise<void>;
  readonly keepDrafts: (drafts: Drafts) => Promise<void>;
  /** Without a base nobody knows any more what the song was made from. */
  readonly send: (song: Song, base: Song | undefined, baseVersion: number) => Promise<SaveAnswer>;
  readonly fetch: () => Promise<StoredVersion | undefined>;
}

const SEND_AFTER_MS = 700;
const RETRY_AFTER_MS = [2000, 4000, 8000, 15_000] as const;
const MOST_UNANSWERED = 100;

/**
 * Brings every change to safety: into the browser's store at once, to the server a moment later,
 * again and again while it is away. A save made from an old version is never forced through.
 */
export class Saver {
  private timer: ReturnType<typeof setTimeout> | undefined;
  private isSending = false;
  private failures = 0;
  private isStopped = false;
  private sending: Promise<void> = Promise.resolve();
  private keeping: Promise<void> = Promise.resolve();
  /** What the server may have got although no answer came back; found there, it is no conflict. */
  private unanswered: readonly Song[];
  private readonly unsubscribe: () => void;

  /** `base` is the song as the server has it in `version`; absent where a copy of old is ahead of it. */
  constructor(
    private readonly store: SongStore,
    private readonly shelves: Shelves,
    private version: number,
    private base: Song | undefined,
  ) {
    // An answer may have been lost when the page was closed.
    this.unanswered = this.isDirty ? [this.song] : [];
    this.unsubscribe = store.subscribe((state, before) => this.changed(state, before));
    this.keep();
    this.sendNow();
  }

  get isDirty(): boolean {
    return this.song !== this.base;
  }

  private get song(): Song {
    return this.store.getState().history.song;
  }

  /** Sends what is waiting without the usual pause: on request, or when the network is back. */
  sendNow(): void {
    if (this.isDirty) this.sendSoon(0);
  }

  /**
   * Leaves the song, sending what is still waiting.
   * @returns when the last answer is there and the browser's copy knows of it
   */
  stop(): Promise<void> {
    this.unsubscribe();
    clearTimeout(this.timer);
    if (!this.isStopped && this.isDirty && !this.isSending) this.sending = this.send();
    this.isStopped = true;
    return this.sending.then(() => this.keeping);
  }

  /** Ends a conflict: this window's song goes on top of theirs, which stays among the revisions. */
  keepMine(): void {
    const { saving } = this.store.getState();
    if (saving.kind !== "conflict") return;
    this.version = saving.theirs.version;
    this.base = saving.theirs.song;
    this.report({ kind: "in-browser" });
    this.keep();
    this.sendSoon(0);
  }

  /**
   * Ends a conflict: what only one window changed comes from there, of what both changed ours
   * stands and theirs is kept beside it. Undo leads back to this window's song.
   * @returns what both had changed, to be told; undefined where it is not known what both were made
   *   from: nobody can tell then who changed what, and nothing is done.
   */
  mergeBoth(newId: () => string): readonly string[] | undefined {
    const { saving } = this.store.getState();
    if (saving.kind !== "conflict" || !saving.base) return undefined;
    const { theirs } = saving;
    const { song, both } = mergeSongs(saving.base, this.song, theirs.song, newId);
    this.version = theirs.version;
    this.base = theirs.song;
    this.report({ kind: "in-browser" });
    this.store.run(mergeWindows(song));
    this.sendSoon(0);
    return both;
  }

  /** Ends a conflict: their song comes here; this window's was kept as a refused revision. */
  takeTheirs(): void {
    const { saving } = this.store.getState();
    if (saving.kind !== "conflict") return;
    const { song, version, at } = saving.theirs;
    this.version = version;
    this.base = song;
    this.store.reopen(song);
    this.report({ kind: "saved", version, at });
    this.keep();
  }

  private changed(state: SongState, before: SongState): void {
    const isNewSong = state.history.song !== before.history.song;
    if (state.drafts !== before.drafts) {
      this.shelves.keepDrafts(state.drafts).catch(() => undefined);
    }
    if (!isNewSong) return;
    this.keep();
    if (state.saving.kind === "conflict" || !this.isDirty) return;
    if (state.saving.kind !== "away") this.report({ kind: "in-browser" });
    this.sendSoon(SEND_AFTER_MS);
  }

  private keep(): void {
    const { song, base, version: baseVersion, isDirty } = this;
    const copy = { song, ...(base && { base }), baseVersion, isDirty };
    // A browser that stores nothing (a private window, a full disk) still saves to the server.
    this.keeping = this.shelves.keep(copy).catch(() => undefined);
  }

  private report(saving: Saving): void {
    this.store.setState({ saving });
  }

  private sendSoon(afterMs: number): void {
    clearTimeout(this.timer);
    if (this.isStopped) return;
    this.timer = setTimeout(() => {
      this.sending = this.send();
    }, afterMs);
  }

  private async send(): Promise<void> {
    if (this.isSending || this.store.getState().saving.kind === "conflict") return;
    const { song, base } = this;
    this.isSending = true;
    if (this.failures === 0) this.report({ kind: "sending" });
    const answer = await this.shelves.send(song, base, this.version);
    await this.settle(song, answer);
    this.isSending = false;
    if (this.isDirty && this.store.getState().saving.kind === "in-browser") this.sendSoon(0);
  }

  private async settle(song: Song, answer: SaveAnswer): Promise<void> {
    switch (answer.kind) {
      case "saved":
        return this.settled(song, answer);
      case "refused":
        return this.report(answer);
      case "stale": {
        const theirs = await this.shelves.fetch();
        if (!theirs) return this.waitAndRetry();
        const own = this.unanswered.find((sent) => isSame(sent, theirs.song));
        if (!own) return this.report({ kind: "conflict", theirs, base: this.base });
        return this.settled(own, { kind: "saved", version: theirs.version, at: theirs.at });
      }
      case "away":
        this.unanswered = [...this.unanswered, song].slice(-MOST_UNANSWERED);
        this.waitAndRetry();
    }
  }

  /** The server has this song. */
  private settled(song: Song, saved: Extract<Saving, { readonly kind: "saved" }>): void {
    this.failures = 0;
    this.unanswered = [];
    this.version = saved.version;
    this.base = song;
    this.report(this.isDirty ? { kind: "in-browser" } : saved);
    this.keep();
  }

  private waitAndRetry(): void {
    const pause = RETRY_AFTER_MS[Math.min(this.failures, RETRY_AFTER_MS.length - 1)]!;
    this.failures++;
    this.report({ kind: "away" });
    this.sendSoon(pause);
  }
}

/** What a window starts from: its own copy where that holds unsaved work, else what is stored. */
export function startingPoint(
  stored: StoredVersion | undefined,
  found: FoundCopy | undefined,
):
  | {
      readonly song: Song;
      readonly version: number;
      readonly base: Song | undefined;
      readonly drafts: Drafts;
      readonly saving: Saving;
    }
  | undefined {
  const drafts = found?.drafts ?? {};
  const copy = found?.copy;
  // A page that the browser shows again may be older than what this window saved since.
  if (copy && (copy.isDirty || !stored || copy.baseVersion > stored.version)) {
    const { song, baseVersion: version } = copy;
    if (found.isOthers) return { song, version, base: song, drafts, saving: { kind: "reading" } };
    const base = copy.isDirty ? copy.base : song;
    const at = stored?.at ?? new Date();
    const saving: Saving = copy.isDirty
      ? { kind: "in-browser" }
      : stored
        ? { kind: "saved", version, at }
        : { kind: "away" };
    return { song, version, base, drafts, saving };
  }
  if (!stored) return undefined;
  const { song, version, at } = stored;
  return { song, version, base: song, drafts, saving: { kind: "saved", version, at } };
}
