import "fake-indexeddb/auto";
import { createStore, set } from "idb-keyval";
import { describe, expect, it } from "vitest";
import { forgetHearing, keepHearing, keptHearing, type KeptHearing } from "./kept-hearing";

const hearing = { heard: { attacks: [1, 2] } } as unknown as KeptHearing;

describe("what was heard of a take", () => {
  it("is known again for just this sound, until it is forgotten", async () => {
    await keepHearing("take", 5, hearing);
    expect(await keptHearing("take", 5)).toEqual(hearing);
    expect(await keptHearing("take", 6)).toBeUndefined();
    expect(await keptHearing("other", 5)).toBeUndefined();
    await forgetHearing("take");
    expect(await keptHearing("take", 5)).toBeUndefined();
  });

  it("is made anew where another edition heard it, or it is no hearing at all", async () => {
    const store = createStore("intonazione-hearings", "hearings");
    for (const odd of [{ edition: 0, bytes: 5, hearing }, "nothing", undefined]) {
      await set("take", odd, store);
      expect(await keptHearing("take", 5)).toBeUndefined();
    }
  });
});
