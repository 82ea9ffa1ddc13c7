import type { Song } from "@intonazione/core/score";
import fc from "fast-check";
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import type { LocalCopy } from "./local-copies";
import { songOf, storeOf } from "./open-song.test-kit";
import { Saver } from "./saver";
import type { SaveAnswer } from "./server";
import { renamePhrase } from "./transactions";

/** What can happen to a window, in any order. */
type Happening =
  | {
      readonly kind: "edit" | "undo" | "keep-mine" | "take-theirs" | "try-now";
    }
  | { readonly kind: "leave" | "return" | "lose-answers" }
  | { readonly kind: "other-window-saves" }
  | { readonly kind: "wait"; readonly ms: number };

const anyHappening: fc.Arbitrary<Happening> = fc.oneof(
  { arbitrary: fc.constant({ kind: "edit" as const }), weight: 4 },
  {
    arbitrary: fc.nat({ max: 3000 }).map((ms) => ({ kind: "wait" as const, ms })),
    weight: 5,
  },
  fc.constantFrom(
    ...(
      [
        "undo",
        "leave",
        "return",
        "lose-answers",
        "keep-mine",
        "take-theirs",
        "try-now",
        "other-window-saves",
      ] as const
    ).map((kind) => ({ kind })),
  ),
);

const song = songOf(["E0"]);
const titleOf = ({ phrases }: Song) => phrases[0]!.name;

/** A server with its rule: nobody saves over a version he has not seen. */
class Server {
  isAway = false;
  losesAnswers = false;
  version = 1;
  song = song;
  readonly log: { readonly base: number; readonly onto: number }[] = [];

  send = async (sent: Song, base: number): Promise<SaveAnswer> => {
    await new Promise((resolve) => setTimeout(resolve, 300));
    if (this.isAway) return { kind: "away" };
    if (base !== this.version) return { kind: "stale" };
    this.log.push({ base, onto: this.version });
    const answer = this.store(sent);
    return this.losesAnswers ? { kind: "away" } : answer;
  };

  store(sent: Song): SaveAnswer {
    this.song = sent;
    this.version++;
    return { kind: "saved", version: this.version, at: new Date(0) };
  }
}

describe("saving, whatever happens", () => {
  beforeEach(() => void vi.useFakeTimers());
  afterEach(() => void vi.useRealTimers());

  it("never loses an edit, never overwrites unseen work, and comes to rest saved", async () => {
    await fc.assert(
      fc.asyncProperty(fc.array(anyHappening, { maxLength: 40 }), async (happenings) => {
        const server = new Server();
        const store = storeOf(song);
        let kept: LocalCopy | undefined;
        const saver = new Saver(
          store,
          {
            keep: async (copy) => void (kept = copy),
            keepDrafts: async () => undefined,
            send: server.send,
            fetchVersion: async () => undefined,
            fetch: async () =>
              server.isAway ? undefined : { song: server.song, version: server.version },
          },
          1,
          song,
        );
        let edits = 0;
        for (const happening of happenings) {
          switch (happening.kind) {
            case "edit":
              store.run(renamePhrase({ id: "phrase0", name: `Edit ${++edits}`, marks: [] }));
              break;
            case "undo":
              store.undo();
              break;
            case "leave":
            case "return":
            case "lose-answers":
              server.isAway = happening.kind === "leave";
              server.losesAnswers = happening.kind === "lose-answers";
              break;
            case "keep-mine":
              saver.keepMine();
              break;
            case "take-theirs":
              saver.takeTheirs();
              break;
            case "try-now":
              saver.sendNow();
              break;
            case "other-window-saves":
              server.store(renameIn(server.song, `Theirs ${server.version}`));
              break;
            case "wait":
              await vi.advanceTimersByTimeAsync(happening.ms);
          }
          // What is on the screen is in the browser's store at every moment.
          expect(kept?.song).toBe(store.getState().history.song);
        }
        server.isAway = false;
        server.losesAnswers = false;
        await vi.advanceTimersByTimeAsync(60_000);
        // What this window saved itself is no conflict, whether it heard so or not.
        const isAlone = happenings.every(({ kind }) => kind !== "other-window-saves");
        if (isAlone) expect(store.getState().saving.kind).toBe("saved");
        // The second time, because the other window may have saved again since the first was shown.
        for (let time = 1; time <= 2 && store.getState().saving.kind === "conflict"; time++) {
          expect(titleOf(server.song)).not.toBe(titleOf(store.getState().history.song));
          saver.keepMine();
          await vi.advanceTimersByTimeAsync(60_000);
        }
        const { saving, history } = store.getState();
        expect(saving).toMatchObject({ kind: "saved" });
        expect(server.log.every(({ base, onto }) => base === onto)).toBe(true);
        // At rest without a conflict: either ours went up, or nothing of ours was waiting.
        if (saver.isDirty) throw new Error("at rest with unsaved work");
        if (saving.kind === "saved" && saving.version === server.version) {
          expect(titleOf(server.song)).toBe(titleOf(history.song));
        }
        void saver.stop();
      }),
      { numRuns: 150 },
    );
  });
});

function renameIn(before: Song, name: string): Song {
  return { ...before, phrases: [{ id: "phrase0", name, marks: [] }] };
}
