import { describe, expect, it } from "vitest";
import { findPulse, TakeHearing } from "../listening";
import { mixToMono } from "../sound/mono";
import { playBenchBand, USUAL_BAND, type BandWishes } from "./bench-band";
import { songOf } from "./playing.test-kit";

const RATE = 22_050;
const SONG = songOf(
  Array.from({ length: 4 }, () => "'8 E0 E3 A0 A2 D0 D2 A0 A2 | '8 E0 E3 A0 A2 '2 E0+A2"),
);

function heard(wishes: Partial<BandWishes>) {
  const take = playBenchBand(SONG, { ...USUAL_BAND, ...wishes }, RATE)!;
  const [left, right] = take.channels;
  const hearing = new TakeHearing(RATE);
  hearing.push(mixToMono([left, right], left.length, new Float32Array(left.length)));
  const traces = hearing.finish();
  return { ...take, traces, pulse: findPulse(traces, 120) };
}

describe("the bench band", () => {
  it("plays in tune and in time: what is heard of it is what it says of itself", () => {
    const { map, traces, pulse, channels } = heard({});
    expect(map.beats).toHaveLength(33);
    expect(map.beats[1]! - map.beats[0]!).toBeCloseTo(0.5, 9);
    expect(Math.abs(traces.reference!.cents)).toBeLessThan(5);
    const isNear = (beat: number) => pulse!.beats.some((one) => Math.abs(one - beat) < 0.07);
    expect(map.beats.filter(isNear).length).toBeGreaterThan(28);
    expect(
      Math.max(
        ...channels.map((channel) =>
          channel.reduce((most, sample) => Math.max(most, Math.abs(sample)), 0),
        ),
      ),
    ).toBeLessThanOrEqual(1);
  });

  it("is as many cents flat as it is wished", () => {
    expect(Math.abs(heard({ cents: -23 }).traces.reference!.cents + 23)).toBeLessThan(5);
  });

  it("sways as it is wished, and its beats with it", () => {
    const { beats } = heard({ sway: 0.04 }).map;
    const gaps = beats.slice(1).map((beat, index) => beat - beats[index]!);
    expect(Math.min(...gaps)).toBeLessThan(0.485);
    expect(Math.max(...gaps)).toBeGreaterThan(0.515);
  });

  it("has its parts at the left, where they are wished there, and plays nothing of nothing", () => {
    const [left, right] = heard({ arePartsLeft: true }).channels;
    const energy = (channel: Float32Array) => channel.reduce((sum, sample) => sum + sample ** 2, 0);
    expect(energy(left)).toBeGreaterThan(1.5 * energy(right));
    expect(playBenchBand(songOf([]), USUAL_BAND, RATE)).toBeUndefined();
  });
});
