import {
  findPulse,
  PICTURE_RATE,
  PICTURE_ROWS,
  PitchPictureStream,
  semitonesApart,
  TakeHearing,
  type TakeTraces,
} from "@intonazione/core/listening";
import { mixToMono, WaveformStream, type Waveform } from "@intonazione/core/sound";
import { MAX_TAKE_SECONDS } from "@intonazione/core/takes";
import { expose, transfer } from "comlink";
import { openRecording } from "@/media/open-recording";
import { isProblem } from "@/media/recording-problem";
import { SoundReader } from "@/media/sound-reader";
import { keepHearing, keptHearing, type KeptHearing } from "./kept-hearing";
import { PicturePyramid, TILE_COLUMNS, type PictureTile } from "./picture-pyramid";
import type { DrawnTile, Ink, TakeEar } from "./take-hearing-protocol";

interface AtHand {
  readonly takeId: string;
  readonly bytes: number;
  readonly seconds: number;
  /** One for what flows by, one for what is asked for in between. */
  readonly flowing: SoundReader;
  readonly asked: SoundReader;
  readonly close: () => void;
  readonly pyramid: PicturePyramid;
  /** From an earlier hearing. */
  readonly kept: KeptHearing | undefined;
}

const BLOCK = 16_384;
/** What is asked for in between waits no longer than this, in milliseconds. */
const BUSY_MS = 30;
/** Below this, as a share of full scale, nothing sounds. */
const SILENCE = 0.002;
/** What low pitches need before a column is whole, in columns. */
const RUN_UP_COLUMNS = 25;

let atHand: AtHand | undefined;
let traces: TakeTraces | undefined;
let waveform: Waveform | undefined;

const ear: TakeEar = {
  async open(takeId, file) {
    const opened = await openRecording(file, MAX_TAKE_SECONDS);
    if (isProblem(opened)) return opened;
    atHand?.close();
    const kept = await keptHearing(takeId, file.size);
    traces = kept?.traces;
    waveform = kept?.waveform;
    const { sound, sampleRate, channels, seconds, type, picture } = opened;
    const reader = () => new SoundReader(sound, sampleRate, channels === 1 ? 1 : 2);
    const unpacked = kept && (await PicturePyramid.unpack(kept.pyramid));
    atHand = {
      takeId,
      bytes: file.size,
      seconds,
      flowing: reader(),
      asked: reader(),
      close: opened.close,
      pyramid: unpacked ?? new PicturePyramid(Math.ceil(seconds * PICTURE_RATE)),
      kept: unpacked && kept,
    };
    return { seconds, channels, type, hasPicture: picture !== undefined };
  },

  async waveform() {
    if (waveform) return waveform;
    const { flowing } = atHand!;
    const stream = new WaveformStream(flowing.sampleRate);
    await flow((block) => stream.push(block));
    return (waveform = stream.finish());
  },

  async hear(onProgress) {
    const own = atHand!;
    if (own.kept) return own.kept.heard;
    const { flowing, pyramid } = own;
    const hearing = new TakeHearing(flowing.sampleRate);
    const picture = new PitchPictureStream(flowing.sampleRate, (column) => pyramid.add(column));
    let loudest = 0;
    await flow((block) => {
      for (const sample of block) loudest = Math.max(loudest, Math.abs(sample));
      hearing.push(block);
      picture.push(block);
    }, onProgress);
    picture.finish();
    traces = hearing.finish();
    const heard = {
      attacks: traces.attacks.map(({ seconds }) => seconds),
      reference: traces.reference,
      tunings: traces.tunings,
      pulse: findPulse(traces),
      isSilent: loudest < SILENCE,
    };
    if (waveform && own === atHand) void keep(own, { waveform, traces, heard });
    return heard;
  },

  transposition: (notes) => traces && semitonesApart(traces.chroma, notes),

  pulse: (hintBpm) => traces && findPulse(traces, hintBpm),

  async tile(level, index, ink) {
    const { pyramid, asked } = atHand!;
    const known = pyramid.tile(level, index);
    if (known?.isWhole === true || level > 0) return known && drawn(known, ink);
    // What has not flowed by yet is drawn for itself.
    const firstColumn = index * TILE_COLUMNS;
    const before = Math.min(RUN_UP_COLUMNS, firstColumn);
    const columns = new Uint8Array(TILE_COLUMNS * PICTURE_ROWS);
    const stream = new PitchPictureStream(asked.sampleRate, (column, at) => {
      if (at >= before && at < before + TILE_COLUMNS) {
        columns.set(column, (at - before) * PICTURE_ROWS);
      }
    });
    const samplesAColumn = asked.sampleRate / PICTURE_RATE;
    const from = Math.round((firstColumn - before) * samplesAColumn);
    const count = Math.round((before + TILE_COLUMNS + RUN_UP_COLUMNS) * samplesAColumn);
    const channels = await asked.read(from, count);
    stream.push(mixToMono(channels, count, new Float32Array(count)));
    stream.finish();
    return drawn({ columns, isWhole: true }, ink);
  },
};

/** What is softer is not drawn, what is louder is drawn in full ink: bytes of the picture. */
const SOFTEST = 84;
const LOUDEST = 196;

async function drawn({ columns, isWhole }: PictureTile, ink: Ink): Promise<DrawnTile> {
  const image = new ImageData(TILE_COLUMNS, PICTURE_ROWS);
  for (let column = 0; column < TILE_COLUMNS; column++) {
    for (let row = 0; row < PICTURE_ROWS; row++) {
      const share = (columns[column * PICTURE_ROWS + row]! - SOFTEST) / (LOUDEST - SOFTEST);
      if (share <= 0) continue;
      const at = 4 * ((PICTURE_ROWS - 1 - row) * TILE_COLUMNS + column);
      image.data[at] = ink[0];
      image.data[at + 1] = ink[1];
      image.data[at + 2] = ink[2];
      image.data[at + 3] = 255 * Math.min(1, share);
    }
  }
  const bitmap = await createImageBitmap(image);
  return transfer({ bitmap, isWhole }, [bitmap]);
}

async function keep(
  { takeId, bytes, pyramid }: AtHand,
  hearing: Omit<KeptHearing, "pyramid">,
): Promise<void> {
  await keepHearing(takeId, bytes, { ...hearing, pyramid: await pyramid.pack() });
}

/** Lets the take flow by in blocks of all channels together; what is asked for in between goes first. */
async function flow(hearBlock: (block: Float32Array) => void, onProgress?: (done: number) => void) {
  const { flowing, seconds } = atHand!;
  const own = atHand;
  const total = Math.ceil(seconds * flowing.sampleRate);
  const mono = new Float32Array(BLOCK);
  const block = Array.from({ length: flowing.channels }, () => new Float32Array(BLOCK));
  let told = 0;
  let rested = performance.now();
  for (let at = 0; at < total && own === atHand; at += BLOCK) {
    const count = Math.min(BLOCK, total - at);
    hearBlock(mixToMono(await flowing.read(at, count, block), count, mono));
    const done = (at + count) / total;
    if (done - told >= 0.02 || done === 1) {
      told = done;
      onProgress?.(done);
    }
    if (performance.now() - rested < BUSY_MS) continue;
    await new Promise((resolve) => setTimeout(resolve));
    rested = performance.now();
  }
}

expose(ear);
