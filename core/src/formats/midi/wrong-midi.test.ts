import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { testId } from "../../score/song.arbitraries";
import { checkSong } from "../json/check-song";
import { songOfMidi } from "./song-of-midi";
import { surveyMidi } from "./midi-survey";
import { file, played, on, off, program, name, read, said } from "./midi.test-kit";

describe("files that are wrong", () => {
  const good = file([[program(27), ...played(0, 480, 52), ...played(480, 960, 55)]]);
  const patched = (at: number, ...bytes: number[]) => {
    const copy = Uint8Array.from(good);
    copy.set(bytes, at);
    return copy;
  };
  it.each([
    ["no MIDI at all", Uint8Array.from([1, 2, 3]), "no-midi", false],
    ["format 2", patched(9, 2), "midi-format", false],
    ["format 9", patched(9, 9), "midi-format", false],
    ["no ticks", patched(12, 0, 0), "midi-division", false],
    ["no ticks a frame", patched(12, 0xe7, 0), "midi-division", false],
    ["film frames", patched(12, 0xe7, 40), "midi-frames", true],
    ["cut off", good.subarray(0, good.length - 6), "midi-cut-off", true],
    ["a status byte that is none", patched(good.length - 8, 0xf4), "midi-track-broken", true],
    [
      "notes without end",
      file([[program(27), on(0, 52), on(0, 59), on(480, 52), off(960, 52)]]),
      "midi-hanging",
      true,
    ],
    ["no notes", file([[name("Nothing")]]), "no-music", false],
    ["no tracks", good.subarray(0, 14), "no-music", false],
  ])("%s", (_, bytes, code, isUsable) => {
    const { survey, findings } = surveyMidi(bytes);
    expect(findings.map((finding) => finding.code)).toContain(code);
    expect(survey !== undefined).toBe(isUsable);
  });

  it("running status may go on over other events", () => {
    const track = [0, 0x90, 52, 80, 0, 59, 80, 0x83, 0x60, 52, 0, 0, 59, 0, 0, 0xff, 0x2f, 0];
    const head = [
      0x4d,
      0x54,
      0x68,
      0x64,
      0,
      0,
      0,
      6,
      0,
      0,
      0,
      1,
      1,
      0xe0,
      0x4d,
      0x54,
      0x72,
      0x6b,
      0,
      0,
      0,
      track.length,
    ];
    expect(said(read(Uint8Array.from([...head, ...track])).song)).toBe("1/4 E3+B3, 3/4 -");
  });

  it("never throw, whatever bytes they have", () => {
    const anyChange = fc.array(fc.tuple(fc.nat({ max: good.length - 1 }), fc.nat({ max: 255 })), {
      maxLength: 6,
    });
    fc.assert(
      fc.property(anyChange, fc.nat({ max: good.length }), (changes, end) => {
        const bytes = Uint8Array.from(good.subarray(0, Math.max(20, end)));
        for (const [at, byte] of changes) if (at < bytes.length) bytes[at] = byte;
        const { survey, findings } = surveyMidi(bytes);
        if (!survey) expect(findings.length).toBeGreaterThan(0);
        else {
          const { song } = songOfMidi(survey, testId);
          if (song) expect(checkSong(song)).toEqual([]);
        }
      }),
      { numRuns: 400 },
    );
  });
});
