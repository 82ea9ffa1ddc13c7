import { join } from "node:path";
import { writeSongJson } from "@intonazione/core/formats/json";
import { writeWav } from "@intonazione/core/synthesis";
import { DEMO_SONGS, demoSong } from "@intonazione/demo";
import { describe, expect, it } from "vitest";
import { file, folder, run } from "./cli.test-kit";
import { CODED_TONES } from "./coded-tones.data";

interface HeardTake {
  readonly seconds: number;
  readonly duration: number;
  readonly channels: number;
  readonly referenceCents: number | null;
  readonly tempo: {
    readonly bpm: number;
    readonly beats: readonly number[];
    readonly downbeats: readonly number[];
    readonly metre: string;
    readonly feel: string;
  } | null;
  readonly attacks: readonly number[];
}

describe("take", () => {
  it("hears tempo, reference and attacks of a song that we rendered", async () => {
    const data = DEMO_SONGS[0]!;
    const wav = join(folder, "lanterns.wav");
    await run("render", file("lanterns.json", writeSongJson(demoSong(data))), wav);
    const { code, out } = await run("take", wav, "--bpm", String(data.tempoBpm * 1.04));
    const heard = JSON.parse(out) as HeardTake;
    expect(code).toBe(0);
    expect(heard.channels).toBe(1);
    expect(Math.abs(heard.tempo!.bpm / data.tempoBpm - 1)).toBeLessThan(0.02);
    expect(heard.tempo!.beats).toEqual(expect.arrayContaining([...heard.tempo!.downbeats]));
    expect(Math.abs(heard.referenceCents!)).toBeLessThan(3);
    expect(heard.attacks.length).toBeGreaterThan(20);
    expect(heard.attacks.at(-1)).toBeLessThan(heard.duration);
  });

  it.each(Object.entries(CODED_TONES))("reads %s", async (name, coded) => {
    const { code, out } = await run("take", file(`tone.${name}`, Buffer.from(coded, "base64")));
    const heard = JSON.parse(out) as HeardTake;
    expect(code).toBe(0);
    expect(heard.duration).toBeGreaterThanOrEqual(0.4);
    expect(heard.duration).toBeLessThan(0.6);
    expect(Math.abs(heard.referenceCents!)).toBeLessThan(1.5);
  });

  it("says of silence that there is nothing in it", async () => {
    const silence = file("silence.wav", writeWav([new Float32Array(44_100)], 44_100));
    const { code, out } = await run("take", silence);
    expect(code).toBe(0);
    expect(JSON.parse(out)).toMatchObject({
      duration: 1,
      referenceCents: null,
      tempo: null,
      attacks: [],
    });
  });

  it.each([
    ["empty.wav", new Uint8Array(0), /the file is empty/u],
    ["words.mp3", "Bring the capo on Tuesday.", /no sound file; WAV, MP3/u],
    ["hollow.wav", writeWav([new Float32Array(0)], 44_100), /no samples in it/u],
    ["cut.flac", Buffer.from(CODED_TONES.flac, "base64").subarray(0, 60), /no sound in it/u],
    ["film.mp4", "\0\0\0\x18ftypisom", /MP4 is not decoded here; WAV, MP3/u],
  ])("refuses %s and says what would work", async (name, content, words) => {
    const { code, complaints } = await run("take", file(name, content));
    expect(code).toBe(2);
    expect(complaints).toMatch(words);
    expect(complaints.trim().split("\n")).toHaveLength(1);
  });

  it("refuses a file that is not there, and a tempo that is none", async () => {
    expect((await run("take", join(folder, "gone.wav"))).complaints).toMatch(/gone\.wav/u);
    const tone = file("tone2.flac", Buffer.from(CODED_TONES.flac, "base64"));
    expect((await run("take", tone, "--bpm", "fast")).complaints).toMatch(/from 20 to 400/u);
  });
});
