import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { writeWav } from "../synthesis/wav";
import { Fourier, hannWindow } from "./fourier";
import { Frames } from "./frames";
import { soundKindOf } from "./sound-kind";
import { readWavFrames, readWavLayout } from "./wav-reader";

const samplesOf = (count: number) =>
  fc.array(fc.float({ min: -1, max: 1, noNaN: true }), { minLength: count, maxLength: count });

describe("a spectrum", () => {
  it("is what the definition of the transform gives", () => {
    const size = 32;
    const fourier = new Fourier(size);
    const window = hannWindow(size);
    fc.assert(
      fc.property(samplesOf(size), (samples) => {
        const found = fourier.magnitudes(Float32Array.from(samples), window);
        for (let bin = 0; bin <= size / 2; bin++) {
          let [re, im] = [0, 0];
          for (const [index, sample] of samples.entries()) {
            re += sample * window[index]! * Math.cos((2 * Math.PI * bin * index) / size);
            im -= sample * window[index]! * Math.sin((2 * Math.PI * bin * index) / size);
          }
          expect(found[bin]).toBeCloseTo(Math.hypot(re, im), 4);
        }
      }),
    );
  });

  it("is refused for a size that is no power of two", () => {
    expect(() => new Fourier(48)).toThrow(RangeError);
  });
});

describe("frames", () => {
  it("are the sound around each hop, however it is cut into blocks", () => {
    const scenario = fc.record({
      samples: fc.integer({ min: 0, max: 200 }).chain(samplesOf),
      size: fc.integer({ min: 1, max: 12 }).map((half) => 2 * half),
      hopShare: fc.double({ min: 0.05, max: 1, noNaN: true }),
      block: fc.integer({ min: 1, max: 50 }),
    });
    fc.assert(
      fc.property(scenario, ({ samples, size, hopShare, block }) => {
        const hop = Math.max(1, hopShare * size);
        const sound = Float32Array.from(samples);
        const found: number[][] = [];
        const frames = new Frames(size, hop, (frame, index) => {
          expect(index).toBe(found.length);
          found.push([...frame]);
        });
        for (let at = 0; at < sound.length; at += block)
          frames.push(sound.subarray(at, at + block));
        frames.finish();
        expect(found.length).toBeGreaterThanOrEqual(Math.ceil(sound.length / hop));
        for (const [index, frame] of found.entries()) {
          const from = Math.round(index * hop) - size / 2;
          expect(frame).toEqual(frame.map((_, shift) => sound[from + shift] ?? 0));
        }
      }),
    );
  });
});

/** A WAV file of any coding, and what its samples should be read as. */
function wavOf(kind: "integer" | "float", bytesPerSample: number, channels: readonly number[][]) {
  const frames = channels[0]!.length;
  const size = frames * channels.length * bytesPerSample;
  const bytes = new Uint8Array(44 + size);
  bytes.set(writeWav([new Float32Array(0)], 48_000));
  const view = new DataView(bytes.buffer);
  view.setUint16(20, kind === "float" ? 3 : 1, true);
  view.setUint16(22, channels.length, true);
  view.setUint16(32, channels.length * bytesPerSample, true);
  view.setUint16(34, 8 * bytesPerSample, true);
  view.setUint32(40, size, true);
  let at = 44;
  for (let frame = 0; frame < frames; frame++) {
    for (const channel of channels) {
      writeSample(view, at, kind, bytesPerSample, channel[frame]!);
      at += bytesPerSample;
    }
  }
  return bytes;
}

function writeSample(view: DataView, at: number, kind: string, bytes: number, sample: number) {
  if (kind === "float") {
    if (bytes === 4) view.setFloat32(at, sample, true);
    else view.setFloat64(at, sample, true);
    return;
  }
  const whole = Math.round(sample * (2 ** (8 * bytes - 1) - 1));
  if (bytes === 1) view.setUint8(at, whole + 128);
  else if (bytes === 2) view.setInt16(at, whole, true);
  else if (bytes === 4) view.setInt32(at, whole, true);
  else for (let byte = 0; byte < 3; byte++) view.setUint8(at + byte, (whole >> (8 * byte)) & 255);
}

describe("a WAV file", () => {
  it.each([
    ["integer", 1, 0.012],
    ["integer", 2, 1e-4],
    ["integer", 3, 1e-6],
    ["integer", 4, 1e-6],
    ["float", 4, 1e-7],
    ["float", 8, 1e-7],
  ] as const)("of %ss of %i bytes is read, any number of channels", (kind, bytes, error) => {
    const sounds = fc
      .tuple(fc.integer({ min: 1, max: 6 }), fc.integer({ min: 1, max: 20 }))
      .chain(([channels, frames]) =>
        fc.array(samplesOf(frames), { minLength: channels, maxLength: channels }),
      );
    fc.assert(
      fc.property(sounds, (channels) => {
        const file = wavOf(kind, bytes, channels);
        const layout = readWavLayout(file, file.length);
        if (!layout.ok) throw new Error(layout.error.message);
        expect(layout.value).toMatchObject({ channels: channels.length, sampleRate: 48_000 });
        const read = channels.map((channel) => new Float32Array(channel.length));
        expect(readWavFrames(file.subarray(layout.value.at), layout.value, read)).toBe(
          channels[0]!.length,
        );
        for (const [index, channel] of channels.entries()) {
          for (const [frame, sample] of channel.entries()) {
            expect(Math.abs(read[index]![frame]! - sample)).toBeLessThanOrEqual(error);
          }
        }
      }),
    );
  });

  it("that ends in the middle gives what is there", () => {
    const file = writeWav([new Float32Array(1000)], 8000).subarray(0, 44 + 601);
    const layout = readWavLayout(file, file.length);
    expect(layout.ok && layout.value.frames).toBe(300);
  });

  it("may say more of itself before its samples, or hold none", () => {
    const plain = writeWav([new Float32Array(10)], 8000);
    const note = Uint8Array.from([76, 73, 83, 84, 3, 0, 0, 0, 1, 2, 3, 0]);
    const noted = Uint8Array.from([...plain.subarray(0, 36), ...note, ...plain.subarray(36)]);
    const layout = readWavLayout(noted, noted.length);
    expect(layout.ok && layout.value.frames).toBe(10);
    const empty = readWavLayout(plain.subarray(0, 44), 44);
    expect(!empty.ok && empty.error.code).toBe("no-sound");
  });

  it("of any bytes is refused in words or read, and never breaks", () => {
    const damaged = fc
      .tuple(fc.uint8Array({ maxLength: 80 }), fc.nat({ max: 60 }))
      .map(([bytes, at]) => {
        const file = writeWav([new Float32Array(20)], 8000);
        file.set(bytes.subarray(0, file.length - at), at);
        return file;
      });
    fc.assert(
      fc.property(fc.oneof(damaged, fc.uint8Array({ maxLength: 100 })), (file) => {
        const layout = readWavLayout(file, file.length);
        if (!layout.ok) {
          expect(layout.error.message.length).toBeGreaterThan(5);
          return;
        }
        const { at, frames, channels, bytesPerSample } = layout.value;
        expect(frames).toBeGreaterThan(0);
        expect(at + frames * channels * bytesPerSample).toBeLessThanOrEqual(file.length);
      }),
    );
  });
});

describe("the kind of a sound file", () => {
  const bytes = (...parts: (string | number)[]) =>
    Uint8Array.from(
      parts.flatMap((part) =>
        typeof part === "number" ? [part] : [...part].map((letter) => letter.charCodeAt(0)),
      ),
    );
  const page = "x".repeat(24);
  it.each([
    [bytes("RIFF....WAVEfmt "), "wav"],
    [bytes("RIFF....AVI LIST"), undefined],
    [bytes("fLaC"), "flac"],
    [bytes("OggS", page, "OpusHead"), "ogg-opus"],
    [bytes("OggS", page, 1, "vorbis"), "ogg-vorbis"],
    [bytes("OggS", page, 0x80, "theora"), undefined],
    [bytes("....ftypM4A "), "mp4"],
    [bytes(0x1a, 0x45, 0xdf, 0xa3), "webm"],
    [bytes("ID3", 4, 0), "mp3"],
    [bytes(0xff, 0xfb, 0x90), "mp3"],
    [bytes(0xff, 0xf1, 0x50), "aac"],
    [bytes("%PDF-1.7"), undefined],
    [bytes(), undefined],
  ])("%#: is told by its bytes", (head, kind) => {
    expect(soundKindOf(head)).toBe(kind);
  });
});
