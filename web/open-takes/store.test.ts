import type { Pulse } from "@intonazione/core/listening";
import { describe, expect, it } from "vitest";
import { acceptPulse, editBeats, setBarOne, setBeat, tappedBpm, Taps } from "./beats";
import { nameOfFile } from "./bring";
import { keepLoop, mark, nextLoop } from "./loops";
import { takeOf } from "./open-takes.test-kit";
import { createTakesStore, isLooped, loopAtHand, takeAtHand, type TakesStore } from "./store";

function storeWith(...takes: readonly Parameters<typeof takeOf>[0][]): TakesStore {
  const store = createTakesStore();
  store.reopen(takes.map((details) => takeOf(details)));
  return store;
}

const take = (store: TakesStore) => takeAtHand(store.getState())!;
const loop = (store: TakesStore) => loopAtHand(store.getState())!;

const PULSE: Pulse = {
  bpm: 120,
  beats: [0.5, 1, 1.5, 2, 2.5, 3],
  downbeats: [1, 3],
  metre: 4,
  feel: "straight",
  sure: 1,
  barsSure: 1,
  others: [],
};

describe("the takes of an open song", () => {
  it("have the first in hand until another is chosen, each with a loop of its own", () => {
    const store = storeWith({ id: "a" }, { id: "b" });
    expect(take(store).id).toBe("a");
    store.setLoop("move the loop", { from: 1, to: 2 });
    store.choose("b");
    expect(isLooped(take(store), loop(store))).toBe(false);
    store.choose("a");
    expect(loop(store)).toMatchObject({ from: 1, to: 2 });
    // A loop that is not kept is nobody's history.
    expect(store.getState().history.past).toEqual([]);
  });

  it("keep a loop with how it is heard; what is changed then is remembered and undone", () => {
    const store = storeWith({});
    keepLoop(store);
    expect(take(store).loops).toEqual([]);
    store.setLoop("move the loop", { from: 1, to: 2 });
    store.setHearing({ side: "left" });
    keepLoop(store);
    store.setHearing({ withoutStrikes: true });
    expect(take(store).loops).toMatchObject([
      { name: "Loop 1", from: 1, to: 2, hearing: { side: "left", withoutStrikes: true } },
    ]);
    expect(store.undo()).toBe("hear otherwise");
    expect(loop(store).hearing.withoutStrikes).toBe(false);
    nextLoop(store, 1);
    expect(isLooped(take(store), loop(store))).toBe(false);
    nextLoop(store, 1);
    expect(loop(store).name).toBe("Loop 1");
  });

  it("are marked in the order of time", () => {
    const store = storeWith({});
    mark(store, "section", 5);
    mark(store, "doubt", 2);
    expect(take(store).marks.map(({ kind }) => kind)).toEqual(["doubt", "section"]);
  });
});

describe("the beats of a take", () => {
  it("are taken as they were found, and bar 1 is where somebody says", () => {
    const store = storeWith({});
    editBeats(store, "half");
    expect(take(store).map).toBeUndefined();
    acceptPulse(store, PULSE);
    expect(take(store).map).toEqual({ beats: PULSE.beats, one: 1, pinned: [] });
    setBarOne(store, 1.6);
    expect(take(store).map?.one).toBe(2);
    // Found again by another tempo, bar 1 stays where it was said.
    acceptPulse(store, { ...PULSE, beats: [0.5, 1.5, 2.5], downbeats: [0.5] });
    expect(take(store).map).toMatchObject({ one: 1 });
    setBeat(store, 1.6);
    expect(take(store).map).toMatchObject({ pinned: [1] });
    expect(take(store).map?.beats[1]).toBe(1.6);
  });

  it("are tapped: the tempo by the median, evenly where nothing was found", async () => {
    expect(tappedBpm([0, 0.5, 1, 1.9])).toBe(120);
    const store = storeWith({});
    const hints: (number | undefined)[] = [];
    const taps = new Taps(store, {
      pulse: (hint) => Promise.resolve(void hints.push(hint)),
    });
    // One that lies far off begins anew.
    for (const moment of [0, 4, 4.5]) expect(await taps.tap(moment)).not.toHaveProperty("bpm");
    expect(await taps.tap(5)).toEqual({ count: 3, bpm: 120 });
    expect(hints).toEqual([120]);
    const { map } = take(store);
    expect(map?.beats[map.one]).toBe(4);
    expect(map?.beats).toHaveLength(21);
  });
});

describe("the name of a take", () => {
  it.each([
    ["C:\\takes\\Lock riff.wav", "Lock riff"],
    ["/home/somebody/Riff, slow.take 2.mp3", "Riff, slow.take 2"],
    ["../../etc/passwd", "passwd"],
    ["two\nlines\u202E.flac", "twolines"],
    [".wav", "Take"],
    ["", "Take"],
    [`${"x".repeat(300)}.wav`, "x".repeat(100)],
  ])("of %j is %j", (path, name) => {
    expect(nameOfFile(path)).toBe(name);
  });
});
