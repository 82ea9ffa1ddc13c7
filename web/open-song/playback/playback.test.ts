import { perform } from "@intonazione/core/playing";
import { describe, expect, it } from "vitest";
import { songOf } from "../open-song.test-kit";
import { gainsOf, OPEN_FADER, planOf, USUAL_SETTINGS } from "./settings";
import { heardAt } from "./heard-events";

const parts = ["guitar", "bass"];
const fader = (change: Partial<typeof OPEN_FADER>) => ({ ...OPEN_FADER, ...change });
const loudness = (faders: typeof USUAL_SETTINGS.faders, more = {}) =>
  Object.fromEntries(gainsOf({ ...USUAL_SETTINGS, faders, ...more }, parts));

describe("the mixer", () => {
  it.each([
    [{}, { guitar: 0.8, bass: 0.8 }],
    [{ bass: fader({ volume: 0.3 }) }, { guitar: 0.8, bass: 0.3 }],
    [{ bass: fader({ isMuted: true }) }, { guitar: 0.8, bass: 0 }],
    [{ bass: fader({ isSolo: true }) }, { guitar: 0, bass: 0.8 }],
    [{ bass: fader({ isSolo: true, isMuted: true }) }, { guitar: 0, bass: 0 }],
  ])("%j makes %j", (faders, wanted) => {
    expect(loudness(faders)).toMatchObject(wanted);
  });

  it("lets click and backing sound beside a solo, and only where they are wanted", () => {
    const solo = { bass: fader({ isSolo: true }) };
    expect(loudness(solo, { hasClick: true })).toMatchObject({ click: 0.6, backing: 0 });
    expect(loudness(solo, { hasBacking: true })).toMatchObject({ click: 0, backing: 0.6 });
  });
});

describe("the plan", () => {
  const performance = perform(songOf(["'4 E0 E0 E0 E0 | in 3/4 '2. A0"]));

  it("steps only in a loop, and counts the metre of its first bar in", () => {
    const steps = { ...USUAL_SETTINGS, tempoPercent: 60, stepPercent: 10, toPercent: 90 };
    const once = planOf({ ...steps, hasCountIn: true }, performance, 2.4);
    expect(once.tempo).toMatchObject({ start: 0.6, step: 0 });
    // Three quarter notes at 100 a minute.
    expect(once.countIn?.seconds).toBeCloseTo(1.8, 9);
    expect(once.countIn?.clicks.map(({ kind }) => kind)).toEqual([
      "accented-click",
      "click",
      "click",
    ]);
    const loop = planOf({ ...steps, isLooping: true }, performance, 0);
    expect(loop).toMatchObject({ isLooping: true, tempo: { step: 0.1, to: 0.9 } });
  });

  it("finds the event that is heard, from before the first to after the last", () => {
    const events = performance.events.filter(({ partId }) => partId === "guitar");
    const at = (seconds: number) => events.indexOf(heardAt(events, seconds)!);
    expect([-1, 0, 0.59, 0.61, 2.5, 99].map(at)).toEqual([-1, 0, 0, 1, 4, 4]);
  });
});
