import { describe, expect, it } from "vitest";
import { DEMO_SONGS, demoSong } from "./index";
import { rhythmsOf, shareFound } from "./tapping.test-kit";

const rhythms = DEMO_SONGS.map(demoSong).flatMap(rhythmsOf);

describe("the demo's rhythms, tapped by a hand that is not quite exact", () => {
  it.each([60, 90, 120, 160, 200])("are found with a click at %d", (tempoBpm) => {
    expect(shareFound(rhythms, tempoBpm, true)).toBeGreaterThan(0.97);
  });

  it("are mostly found without one", () => {
    expect(shareFound(rhythms, 110, false)).toBeGreaterThan(0.95);
  });
});
