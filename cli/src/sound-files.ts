import { FLACDecoder } from "@wasm-audio-decoders/flac";
import { OggVorbisDecoder } from "@wasm-audio-decoders/ogg-vorbis";
import {
  mixToMono,
  readWavFrames,
  readWavLayout,
  SOUND_KIND_BYTES,
  soundKindOf,
  type SoundKind,
  type WavLayout,
} from "@intonazione/core/sound";
import { MAX_TAKE_SECONDS } from "@intonazione/core/takes";
import { MPEGDecoder } from "mpg123-decoder";
import { open, type FileHandle } from "node:fs/promises";
import { OggOpusDecoder } from "ogg-opus-decoder";
import { Unusable } from "./failure";

/** A sound file that is read block by block. */
export interface OpenSound {
  readonly sampleRate: number;
  readonly channels: number;
  /** All channels together, −1 to 1, in the order of time. A block holds until the next one. */
  readonly blocks: () => AsyncIterable<Float32Array>;
  readonly close: () => Promise<void>;
}

const HEAD_BYTES = 1 << 20;
const BLOCK_BYTES = 1 << 18;
const READ_HERE = "WAV, MP3, FLAC, Ogg Vorbis and Opus are read here";

/** @throws Unusable when it is no sound file, damaged, or of a kind that is not read here. */
export async function openSound(file: string): Promise<OpenSound> {
  const handle = await opened(file);
  try {
    const { size } = await handle.stat();
    const head = await bytesAt(handle, 0, Math.min(size, HEAD_BYTES));
    if (size === 0) throw new Unusable(`${file}: the file is empty`);
    const kind = soundKindOf(head.subarray(0, SOUND_KIND_BYTES));
    if (kind === undefined) throw new Unusable(`${file}: this is no sound file; ${READ_HERE}`);
    if (kind === "wav") return openWav(file, handle, head, size);
    return await openCoded(file, handle, kind);
  } catch (error) {
    await handle.close();
    throw error;
  }
}

async function opened(file: string): Promise<FileHandle> {
  try {
    return await open(file);
  } catch (error) {
    throw new Unusable(`${file}: ${error instanceof Error ? error.message : "cannot be opened"}`);
  }
}

async function bytesAt(handle: FileHandle, at: number, count: number): Promise<Uint8Array> {
  const bytes = new Uint8Array(count);
  const { bytesRead } = await handle.read(bytes, 0, count, at);
  return bytes.subarray(0, bytesRead);
}

function openWav(file: string, handle: FileHandle, head: Uint8Array, size: number): OpenSound {
  const layout = readWavLayout(head, size);
  if (!layout.ok) throw new Unusable(`${file}: ${layout.error.message}`);
  const { sampleRate, channels, frames } = layout.value;
  checkLength(file, frames / sampleRate);
  return {
    sampleRate,
    channels,
    blocks: () => wavBlocks(handle, layout.value),
    close: () => handle.close(),
  };
}

async function* wavBlocks(handle: FileHandle, layout: WavLayout): AsyncIterable<Float32Array> {
  const frameBytes = layout.channels * layout.bytesPerSample;
  const blockFrames = Math.floor(BLOCK_BYTES / frameBytes);
  const samples = Array.from({ length: layout.channels }, () => new Float32Array(blockFrames));
  const mono = new Float32Array(blockFrames);
  for (let frame = 0; frame < layout.frames; frame += blockFrames) {
    const count = Math.min(blockFrames, layout.frames - frame);
    const bytes = await bytesAt(handle, layout.at + frame * frameBytes, count * frameBytes);
    const read = readWavFrames(bytes, layout, samples);
    if (read === 0) return;
    yield mixToMono(samples, read, mono);
  }
}

/** What a decoder gives for some bytes. */
interface Decoded {
  readonly channelData: readonly Float32Array[];
  readonly samplesDecoded: number;
  readonly sampleRate: number;
}

interface Decoder {
  readonly ready: Promise<void>;
  readonly decode: (bytes: Uint8Array) => Decoded | Promise<Decoded>;
  readonly flush?: () => Promise<Decoded>;
  readonly free: () => void;
}

function decoderFor(file: string, kind: Exclude<SoundKind, "wav">): Decoder {
  switch (kind) {
    case "mp3":
      return new MPEGDecoder();
    case "flac":
      return new FLACDecoder();
    case "ogg-vorbis":
      return new OggVorbisDecoder();
    case "ogg-opus":
      return new OggOpusDecoder();
    case "mp4":
    case "aac":
    case "webm":
      throw new Unusable(`${file}: ${kind.toUpperCase()} is not decoded here; ${READ_HERE}`);
  }
}

async function openCoded(
  file: string,
  handle: FileHandle,
  kind: Exclude<SoundKind, "wav">,
): Promise<OpenSound> {
  const decoder = decoderFor(file, kind);
  await decoder.ready;
  const parts = decodedParts(handle, decoder);
  // The first sound says rate and channels.
  const first = await parts.next();
  if (first.done) {
    decoder.free();
    throw new Unusable(`${file}: there is no sound in it that can be decoded`);
  }
  const { sampleRate, channelData } = first.value;
  return {
    sampleRate,
    channels: channelData.length,
    blocks: async function* () {
      let samples = 0;
      for (let part: IteratorResult<Decoded, void> = first; !part.done; part = await parts.next()) {
        const { channelData: channels, samplesDecoded } = part.value;
        samples += samplesDecoded;
        checkLength(file, samples / sampleRate);
        yield mixToMono(channels, samplesDecoded, new Float32Array(samplesDecoded));
      }
    },
    close: async () => {
      decoder.free();
      await handle.close();
    },
  };
}

async function* decodedParts(
  handle: FileHandle,
  decoder: Decoder,
): AsyncGenerator<Decoded, void, undefined> {
  for (let at = 0; ; at += BLOCK_BYTES) {
    const bytes = await bytesAt(handle, at, BLOCK_BYTES);
    if (bytes.length === 0) break;
    const decoded = await decoder.decode(bytes);
    if (decoded.samplesDecoded > 0) yield decoded;
  }
  const rest = await decoder.flush?.();
  if (rest && rest.samplesDecoded > 0) yield rest;
}

function checkLength(file: string, seconds: number): void {
  if (seconds <= MAX_TAKE_SECONDS) return;
  const hours = MAX_TAKE_SECONDS / 3600;
  throw new Unusable(`${file}: lasts more than ${hours} hours; cut out what is to be heard`);
}
