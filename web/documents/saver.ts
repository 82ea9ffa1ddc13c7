import { isSame } from "@intonazione/core/foundation";
import type { Answer } from "@/calls/answer";
import type { StoredVersion, Version } from "@/calls/documents";
import type { Drafts, FoundCopy, LocalCopy } from "./local-copies";
import type { Saving } from "./saving";

/** A document that somebody works at, as its saver sees it. */
export interface OpenDocument<Value> {
  readonly value: () => Value;
  /** Calls back at every new value. @returns what ends that. */
  readonly subscribe: (changed: () => void) => () => void;
  readonly saving: () => Saving<Value>;
  readonly report: (saving: Saving<Value>) => void;
  /** Starts anew from another version; the way to it cannot be undone. */
  readonly reopen: (value: Value) => void;
  /**
   * Makes one of what is here and theirs, both made from `base`.
   * @returns what both had changed, to be told
   */
  readonly merge: (base: Value, theirs: Value, newId: () => string) => readonly string[];
}

/** Where saves go; given from outside so that tests can stand in for browser and server. */
export interface Shelves<Value> {
  readonly keep: (copy: LocalCopy<Value>) => Promise<void>;
  /** Without a base nobody knows any more what the value was made from. */
  readonly send: (
    value: Value,
    base: Value | undefined,
    baseVersion: number,
  ) => Promise<Answer<Version>>;
  readonly fetch: () => Promise<StoredVersion<Value> | undefined>;
}

const SEND_AFTER_MS = 700;
const RETRY_AFTER_MS = [2000, 4000, 8000, 15_000] as const;
const MOST_UNANSWERED = 100;

/**
 * Brings every change to safety: into the browser's store at once, to the server a moment later,
 * again and again while it is away. A save made from an old version is never forced through.
 */
export class Saver<Value> {
  private timer: ReturnType<typeof setTimeout> | undefined;
  private isSending = false;
  private failures = 0;
  private isStopped = false;
  private sending: Promise<void> = Promise.resolve();
  private keeping: Promise<void> = Promise.resolve();
  /** What the server may have got although no answer came back; found there, it is no conflict. */
  private unanswered: readonly Value[];
  private readonly unsubscribe: () => void;

  /** `base` is what the server has in `version`; absent where a copy of old is ahead of it. */
  constructor(
    private readonly document: OpenDocument<Value>,
    private readonly shelves: Shelves<Value>,
    private version: number,
    private base: Value | undefined,
  ) {
    // An answer may have been lost when the page was closed.
    this.unanswered = this.isDirty ? [this.value] : [];
    this.unsubscribe = document.subscribe(() => this.changed());
    this.keep();
    this.sendNow();
  }

  get isDirty(): boolean {
    return this.value !== this.base;
  }

  private get value(): Value {
    return this.document.value();
  }

  /** Sends what is waiting without the usual pause: on request, or when the network is back. */
  sendNow(): void {
    if (this.isDirty) this.sendSoon(0);
  }

  /**
   * Leaves the document, sending what is still waiting.
   * @returns when the last answer is there and the browser's copy knows of it
   */
  stop(): Promise<void> {
    this.unsubscribe();
    clearTimeout(this.timer);
    if (!this.isStopped && this.isDirty && !this.isSending) this.sending = this.send();
    this.isStopped = true;
    return this.sending.then(() => this.keeping);
  }

  /** Ends a conflict: this window's goes on top of theirs, which stays among the revisions. */
  keepMine(): void {
    const saving = this.document.saving();
    if (saving.kind !== "conflict") return;
    this.version = saving.theirs.version;
    this.base = saving.theirs.value;
    this.report({ kind: "in-browser" });
    this.keep();
    this.sendSoon(0);
  }

  /**
   * Ends a conflict: what only one window changed comes from there, of what both changed ours
   * stands and theirs is kept beside it.
   * @returns what both had changed, to be told; undefined where it is not known what both were made
   *   from: nobody can tell then who changed what, and nothing is done.
   */
  mergeBoth(newId: () => string): readonly string[] | undefined {
    const saving = this.document.saving();
    if (saving.kind !== "conflict" || !saving.base) return undefined;
    const { theirs, base } = saving;
    this.version = theirs.version;
    this.base = theirs.value;
    this.report({ kind: "in-browser" });
    const both = this.document.merge(base, theirs.value, newId);
    this.sendSoon(0);
    return both;
  }

  /** Ends a conflict: theirs comes here; this window's was kept as a refused revision. */
  takeTheirs(): void {
    const saving = this.document.saving();
    if (saving.kind !== "conflict") return;
    const { value, version, at } = saving.theirs;
    this.version = version;
    this.base = value;
    this.document.reopen(value);
    this.report({ kind: "saved", version, at });
    this.keep();
  }

  private changed(): void {
    this.keep();
    const { kind } = this.document.saving();
    if (kind === "conflict" || !this.isDirty) return;
    if (kind !== "away") this.report({ kind: "in-browser" });
    this.sendSoon(SEND_AFTER_MS);
  }

  private keep(): void {
    const { value, base, version: baseVersion, isDirty } = this;
    const copy = { value, ...(base !== undefined && { base }), baseVersion, isDirty };
    // A browser that stores nothing (a private window, a full disk) still saves to the server.
    this.keeping = this.shelves.keep(copy).catch(() => undefined);
  }

  private report(saving: Saving<Value>): void {
    this.document.report(saving);
  }

  private sendSoon(afterMs: number): void {
    clearTimeout(this.timer);
    if (this.isStopped) return;
    this.timer = setTimeout(() => {
      this.sending = this.send();
    }, afterMs);
  }

  private async send(): Promise<void> {
    if (this.isSending || this.document.saving().kind === "conflict") return;
    const { value, base } = this;
    this.isSending = true;
    if (this.failures === 0) this.report({ kind: "sending" });
    const answer = await this.shelves.send(value, base, this.version);
    await this.settle(value, answer);
    this.isSending = false;
    if (this.isDirty && this.document.saving().kind === "in-browser") this.sendSoon(0);
  }

  private async settle(value: Value, answer: Answer<Version>): Promise<void> {
    switch (answer.kind) {
      case "done":
        return this.settled(value, answer.value);
      case "refused":
        return this.report({ kind: "refused", message: answer.message });
      case "stale": {
        const theirs = await this.shelves.fetch();
        if (!theirs) return this.waitAndRetry();
        const own = this.unanswered.find((sent) => isSame(sent, theirs.value));
        if (own === undefined) return this.report({ kind: "conflict", theirs, base: this.base });
        return this.settled(own, theirs);
      }
      case "away":
        this.unanswered = [...this.unanswered, value].slice(-MOST_UNANSWERED);
        this.waitAndRetry();
    }
  }

  /** The server has this value. */
  private settled(value: Value, { version, at }: Version): void {
    this.failures = 0;
    this.unanswered = [];
    this.version = version;
    this.base = value;
    this.report(this.isDirty ? { kind: "in-browser" } : { kind: "saved", version, at });
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
export function startingPoint<Value>(
  stored: StoredVersion<Value> | undefined,
  found: FoundCopy<Value> | undefined,
):
  | {
      readonly value: Value;
      readonly version: number;
      readonly base: Value | undefined;
      readonly drafts: Drafts;
      readonly saving: Saving<Value>;
    }
  | undefined {
  const drafts = found?.drafts ?? {};
  const copy = found?.copy;
  // A page that the browser shows again may be older than what this window saved since.
  if (copy && (copy.isDirty || !stored || copy.baseVersion > stored.version)) {
    const { value, baseVersion: version } = copy;
    if (found?.isOthers)
      return { value, version, base: value, drafts, saving: { kind: "reading" } };
    const base = copy.isDirty ? copy.base : value;
    const at = stored?.at ?? new Date();
    const saving: Saving<Value> = copy.isDirty
      ? { kind: "in-browser" }
      : stored
        ? { kind: "saved", version, at }
        : { kind: "away" };
    return { value, version, base, drafts, saving };
  }
  if (!stored) return undefined;
  const { value, version, at } = stored;
  return { value, version, base: value, drafts, saving: { kind: "saved", version, at } };
}
