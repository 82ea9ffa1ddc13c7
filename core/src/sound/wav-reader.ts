import { err, ok, type Result } from "../foundation/result";

/** How the samples of a WAV file lie in it. */
export interface WavLayout {
  readonly sampleRate: number;
  readonly channels: number;
  readonly sampleKind: "integer" | "float";
  readonly bytesPerSample: number;
  /** Where the samples begin, in bytes from the start of the file. */
  readonly at: number;
  /** Moments in the file; each holds a sample for each channel. */
  readonly frames: number;
}

/** What is wrong with a WAV file, in words and with the byte. */
export interface WavProblem {
  readonly code: "not-wav" | "no-sound" | "unknown-coding" | "damaged";
  readonly message: string;
}

const PCM = 1;
const FLOAT = 3;
const EXTENSIBLE = 0xfffe;
const MAX_CHANNELS = 32;
const MAX_CHUNKS = 10_000;

/**
 * Reads the head of a WAV file: RIFF, and its 64-bit brother RF64 (EBU Tech 3306), PCM of 8 to 32
 * bits or floats of 32 or 64 (IBM & Microsoft, Multimedia Programming Interface and Data
 * Specifications 1.0, 1991; Microsoft, Multiple channel audio data, 2001).
 *
 * A file that ends in the middle, or that was never closed, gives what is there.
 * @param head The first bytes of the file, all chunks before the samples among them.
 * @param fileBytes Size of the whole file.
 */
export function readWavLayout(head: Uint8Array, fileBytes: number): Result<WavLayout, WavProblem> {
  const view = new DataView(head.buffer, head.byteOffset, head.byteLength);
  const tag = (at: number) =>
    at + 4 <= head.length ? String.fromCharCode(...head.subarray(at, at + 4)) : "";
  if ((tag(0) !== "RIFF" && tag(0) !== "RF64") || tag(8) !== "WAVE") {
    return problem("not-wav", "it does not begin as a WAV file does");
  }
  let coding: Coding | undefined;
  let at = 12;
  for (let chunk = 0; chunk < MAX_CHUNKS && at + 8 <= head.length; chunk++) {
    const name = tag(at);
    const size = view.getUint32(at + 4, true);
    const body = at + 8;
    if (name === "fmt ") {
      if (size < 16 || body + Math.min(size, 40) > head.length) {
        return problem("damaged", `the description of its samples at byte ${at} is cut off`);
      }
      coding = readCoding(view, body, size);
      if (coding.kind === undefined) {
        return problem(
          "unknown-coding",
          `its samples are coded as kind ${coding.tag} with ${coding.bits} bits; read are PCM of 8, 16, 24 or 32 bits and floats of 32 or 64`,
        );
      }
      if (coding.channels < 1 || coding.channels > MAX_CHANNELS || coding.sampleRate < 1) {
        return problem(
          "damaged",
          `it says ${coding.channels} channels at ${coding.sampleRate} samples a second`,
        );
      }
    }
    if (name === "data") {
      if (coding?.kind === undefined) {
        return problem("damaged", "its samples come before their description");
      }
      // 0xFFFFFFFF is said by RF64 and by a writer that streamed; 0 by one that was cut off.
      const said = size === 0xffffffff || size === 0 ? Infinity : size;
      const bytes = Math.min(said, Math.max(0, fileBytes - body));
      const bytesPerSample = coding.bits / 8;
      const frames = Math.floor(bytes / (bytesPerSample * coding.channels));
      if (frames === 0) return problem("no-sound", "there are no samples in it");
      const { sampleRate, channels, kind } = coding;
      return ok({ sampleRate, channels, sampleKind: kind, bytesPerSample, at: body, frames });
    }
    at = body + size + (size % 2);
  }
  return problem("no-sound", "there are no samples in it");
}

interface Coding {
  readonly tag: number;
  readonly kind: WavLayout["sampleKind"] | undefined;
  readonly channels: number;
  readonly sampleRate: number;
  readonly bits: number;
}

function readCoding(view: DataView, at: number, size: number): Coding {
  const plain = view.getUint16(at, true);
  // The extensible form says the real kind by the first bytes of an identifier.
  const tag = plain === EXTENSIBLE && size >= 40 ? view.getUint16(at + 24, true) : plain;
  const channels = view.getUint16(at + 2, true);
  // A sample of 20 bits lies in three bytes: what a moment takes tells.
  const block = view.getUint16(at + 12, true);
  const bits = channels > 0 ? (8 * block) / channels : 0;
  const kind =
    tag === PCM && [8, 16, 24, 32].includes(bits)
      ? "integer"
      : tag === FLOAT && [32, 64].includes(bits)
        ? "float"
        : undefined;
  return { tag, kind, channels, sampleRate: view.getUint32(at + 4, true), bits };
}

/**
 * Turns bytes of a WAV file into samples from −1 to 1, one array a channel.
 * @param bytes Whole frames; what is over is left.
 * @param into One array a channel, each as long as there are frames.
 * @returns how many frames were read.
 */
export function readWavFrames(
  bytes: Uint8Array,
  layout: WavLayout,
  into: readonly Float32Array[],
): number {
  const { channels, bytesPerSample } = layout;
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  const frames = Math.floor(bytes.length / (bytesPerSample * channels));
  const sample = sampleReader(view, layout);
  for (let channel = 0; channel < channels; channel++) {
    const samples = into[channel]!;
    const step = bytesPerSample * channels;
    let at = channel * bytesPerSample;
    for (let frame = 0; frame < frames; frame++, at += step) samples[frame] = sample(at);
  }
  return frames;
}

function sampleReader(view: DataView, { sampleKind, bytesPerSample }: WavLayout) {
  if (sampleKind === "float") {
    const read =
      bytesPerSample === 4
        ? (at: number) => view.getFloat32(at, true)
        : (at: number) => view.getFloat64(at, true);
    return (at: number) => {
      const value = read(at);
      return Number.isFinite(value) ? value : 0;
    };
  }
  switch (bytesPerSample) {
    case 1:
      return (at: number) => (view.getUint8(at) - 128) / 128;
    case 2:
      return (at: number) => view.getInt16(at, true) / 32_768;
    case 3:
      return (at: number) => (view.getInt16(at + 1, true) * 256 + view.getUint8(at)) / 8_388_608;
    default:
      return (at: number) => view.getInt32(at, true) / 2_147_483_648;
  }
}

const problem = (code: WavProblem["code"], message: string) => err({ code, message });
