import type { Song } from "@intonazione/core/score";
import fc from "fast-check";
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import type { Answer } from "@/calls/answer";
import type { StoredVersion, Version } from "@/calls/documents";
import type { LocalCopy } from "@/documents/local-copies";
import { Saver } from "@/documents/saver";
import { songOf, storeOf } from "./open-song.test-kit";
import { songDocument } from "./song-document";
import type { SongStore } from "./state/store";
import { renamePhrase } from "./transactions";

/** What can happen to two windows of one song, in any order. */
type Happening =
  | {
      readonly kind:
        "edit" | "undo" | "keep-mine" | "take-theirs" | "merge" | "try-now" | "close-and-open";
      readonly window: 0 | 1;
    }
  | { readonly kind: "leave" | "return" | "lose-answers" }
  | { readonly kind: "wait"; readonly ms: number };

type InWindow = Extract<Happening, { readonly window: 0 | 1 }>;

const inWindow = (kinds: readonly InWindow["kind"][]): fc.Arbitrary<InWindow> =>
  fc.record({ kind: fc.constantFrom(...kinds), window: fc.constantFrom(0 as const, 1 as const) });

const anyHappening: fc.Arbitrary<Happening> = fc.oneof(
  { arbitrary: inWindow(["edit"]), weight: 5 },
  { arbitrary: fc.nat({ max: 3000 }).map((ms) => ({ kind: "wait" as const, ms })), weight: 5 },
  { arbitrary: inWindow(["merge", "keep-mine", "take-theirs"]), weight: 4 },
  inWindow(["undo", "try-now", "close-and-open"]),
  fc.constantFrom(...(["leave", "return", "lose-answers"] as const).map((kind) => ({ kind }))),
);

/** Every phrase is written by one of the windows alone: whatever is lost, it was not meant so. */
const song = songOf(["E0", "A0"]);
const nameOf = ({ phrases }: Song, window: 0 | 1) => phrases[window]!.name;

/** A server with its rule: nobody saves over a version he has not seen. */
class Server {
  isAway = false;
  losesAnswers = false;
  version = 1;
  song = song;
  /** Every save that overwrote something its sender had not seen. */
  readonly overwritten: string[] = [];
  private readonly seen = new Map([[1, song]]);

  send = async (
    sent: Song,
    base: Song | undefined,
    baseVersion: number,
  ): Promise<Answer<Version>> => {
    await new Promise((resolve) => setTimeout(resolve, 300));
    if (this.isAway) return { kind: "away" };
    if (baseVersion !== this.version) return { kind: "stale" };
    // What the window takes for the base has to be what this server has.
    if (JSON.stringify(base) !== JSON.stringify(this.seen.get(baseVersion))) {
      this.overwritten.push(`version ${baseVersion}`);
    }
    this.song = sent;
    this.version++;
    this.seen.set(this.version, sent);
    if (this.losesAnswers) return { kind: "away" };
    return { kind: "done", value: { version: this.version, at: new Date(0) } };
  };

  fetch = async (): Promise<StoredVersion<Song> | undefined> =>
    this.isAway ? undefined : { value: this.song, version: this.version, at: new Date(0) };
}

/** A window with its copy in the browser, which outlives it. */
class Window {
  store!: SongStore;
  saver!: Saver<Song>;
  private kept: LocalCopy<Song> = { value: song, base: song, baseVersion: 1, isDirty: false };
  private edits = 0;
  private life = 0;

  constructor(
    readonly index: 0 | 1,
    private readonly server: Server,
  ) {
    this.open();
  }

  open(): void {
    const life = ++this.life;
    const { value: opened, base, baseVersion, isDirty } = this.kept;
    const saving = { kind: "saved", version: baseVersion, at: new Date(0) } as const;
    this.store = storeOf(opened, { saving });
    const shelves = {
      // Of a window that was closed only what was on its way still reaches the server.
      keep: async (copy: LocalCopy<Song>) => {
        if (life === this.life) this.kept = copy;
      },
      send: this.server.send,
      fetch: this.server.fetch,
    };
    this.saver = new Saver(songDocument(this.store), shelves, baseVersion, isDirty ? base : opened);
  }

  get song(): Song {
    return this.store.getState().history.song;
  }

  get saving() {
    return this.store.getState().saving;
  }

  /** What is on the screen is in the browser's store at every moment, beside what it was made from. */
  check(): void {
    expect(this.kept.value).toBe(this.song);
    expect(this.kept.base).toBeDefined();
  }

  edit(): void {
    const id = `phrase${this.index}`;
    const name = `Window ${this.index}, edit ${++this.edits}`;
    this.store.run(renamePhrase({ id, name, marks: [] }));
  }
}

function happen(happening: Happening, server: Server, windows: readonly [Window, Window]) {
  if (happening.kind === "wait") return vi.advanceTimersByTimeAsync(happening.ms);
  if (!("window" in happening)) {
    server.isAway = happening.kind === "leave";
    server.losesAnswers = happening.kind === "lose-answers";
    return undefined;
  }
  const window = windows[happening.window];
  switch (happening.kind) {
    case "edit":
      return window.edit();
    case "undo":
      return void window.store.undo();
    case "keep-mine":
      return window.saver.keepMine();
    case "take-theirs":
      return window.saver.takeTheirs();
    case "merge":
      return void window.saver.mergeBoth(() => "new");
    case "try-now":
      return window.saver.sendNow();
    case "close-and-open":
      void window.saver.stop();
      return window.open();
  }
}

async function atRest(server: Server, windows: readonly [Window, Window]): Promise<void> {
  server.isAway = false;
  server.losesAnswers = false;
  // Each may find that the other saved since it looked last.
  for (let time = 1; time <= 6; time++) {
    await vi.advanceTimersByTimeAsync(60_000);
    for (const window of windows) {
      if (window.saving.kind !== "conflict") continue;
      expect(window.saver.mergeBoth(() => "new")).toBeDefined();
      break;
    }
  }
  await vi.advanceTimersByTimeAsync(60_000);
}

describe("saving in two windows, whatever happens", () => {
  beforeEach(() => void vi.useFakeTimers());
  afterEach(() => void vi.useRealTimers());

  const anyRun = fc.array(anyHappening, { maxLength: 40 });

  it("never overwrites unseen work, and comes to rest saved", async () => {
    await fc.assert(
      fc.asyncProperty(anyRun, async (happenings) => {
        const server = new Server();
        const windows = [new Window(0, server), new Window(1, server)] as const;
        for (const happening of happenings) {
          await happen(happening, server, windows);
          for (const window of windows) window.check();
        }
        await atRest(server, windows);
        expect(server.overwritten).toEqual([]);
        for (const window of windows) {
          expect(window.saving.kind).toBe("saved");
          expect(window.saver.isDirty).toBe(false);
          // Who is at the newest version has the very song of the server.
          if (window.saving.kind === "saved" && window.saving.version === server.version) {
            expect(window.song).toEqual(server.song);
          }
          void window.saver.stop();
        }
        const newest = windows.map(({ saving }) => (saving.kind === "saved" ? saving.version : 0));
        expect(Math.max(...newest)).toBe(server.version);
      }),
      { numRuns: 200 },
    );
  });

  it("loses no edit of either window when conflicts are merged", async () => {
    const kinds = new Set(["edit", "merge", "try-now", "close-and-open", "wait"]);
    const troubles = new Set(["leave", "return", "lose-answers"]);
    await fc.assert(
      fc.asyncProperty(anyRun, async (run) => {
        const happenings = run.filter(({ kind }) => kinds.has(kind) || troubles.has(kind));
        const server = new Server();
        const windows = [new Window(0, server), new Window(1, server)] as const;
        const wrote: [string, string] = [nameOf(song, 0), nameOf(song, 1)];
        for (const happening of happenings) {
          await happen(happening, server, windows);
          if (happening.kind === "edit") {
            const { window } = happening;
            wrote[window] = nameOf(windows[window].song, window);
          }
        }
        await atRest(server, windows);
        expect([nameOf(server.song, 0), nameOf(server.song, 1)]).toEqual(wrote);
        for (const { saver } of windows) void saver.stop();
      }),
      { numRuns: 200 },
    );
  });
});
