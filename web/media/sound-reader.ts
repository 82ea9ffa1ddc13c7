import { Decimator } from "@intonazione/core/sound";
import { AudioSampleSink, type AudioSample, type InputAudioTrack } from "mediabunny";

/** Decoders that begin in the middle are right only after some frames; so much is decoded before. */
const RUN_UP_SECONDS = 0.3;
/** A sample that comes by so much off its place is put there; less is the file's rounding of times. */
const MOST_OFF_SECONDS = 0.02;
/** Channels beyond left and right, as they are mixed into both: surround sound by its usual order. */
const CENTRE = 2;
const BASS = 3;
const MIX = Math.SQRT1_2;

/**
 * The samples of a recording, any stretch of them, decoded as they are asked for: left and right, or one
 * channel. Rates of twice 44.1 kHz and more are brought down. Stretches in their order cost least.
 */
export class SoundReader {
  readonly sampleRate: number;
  private readonly factor: number;
  private readonly sink: AudioSampleSink;
  private samples: AsyncGenerator<AudioSample, void> | undefined;
  /** What was decoded and not asked for yet, and where it begins, in frames of the file's own rate. */
  private held: readonly Float32Array[];
  private heldFrom = 0;
  /** Where decoded samples are put: an hour of them would be litter by the gigabyte. */
  private planes: readonly Float32Array[] = [];
  /** There is one decoder: whoever asks waits for those before. */
  private reading: Promise<unknown> = Promise.resolve();

  constructor(
    sound: InputAudioTrack,
    private readonly fileRate: number,
    readonly channels: 1 | 2,
  ) {
    this.factor = Math.max(1, Math.floor(fileRate / 44_100));
    this.sampleRate = fileRate / this.factor;
    this.sink = new AudioSampleSink(sound);
    this.held = this.nothing();
  }

  /**
   * @param from In samples of `sampleRate`; silence lies before 0 and behind the end.
   * @param into Where they may be put, at least `count` a channel.
   * @returns `count` samples of each channel
   */
  read(
    from: number,
    count: number,
    into: readonly Float32Array[] = this.nothing(count),
  ): Promise<readonly Float32Array[]> {
    const out = into.map((channel) => channel.subarray(0, count));
    const reading = this.reading.then(() => this.readNext(from, out));
    this.reading = reading.catch(() => undefined);
    return reading;
  }

  private async readNext(
    from: number,
    into: readonly Float32Array[],
  ): Promise<readonly Float32Array[]> {
    const { factor } = this;
    if (factor === 1) return this.readFrames(from, into);
    const count = into[0]!.length;
    const around = 16;
    const raw = this.nothing((count + 2 * around) * factor);
    await this.readFrames((from - around) * factor, raw);
    return raw.map((channel) => {
      const out = new Float32Array(count + 2 * around + 1);
      let at = 0;
      const decimator = new Decimator(factor, (samples) => {
        out.set(samples.subarray(0, out.length - at), at);
        at += samples.length;
      });
      decimator.push(channel);
      decimator.finish();
      return out.slice(around, around + count);
    });
  }

  private async readFrames(
    from: number,
    out: readonly Float32Array[],
  ): Promise<readonly Float32Array[]> {
    const count = out[0]!.length;
    for (const channel of out) channel.fill(0);
    const isBehind = from < this.heldFrom;
    const isFarAhead = from > this.heldFrom + this.held[0]!.length + this.fileRate;
    if (!this.samples || isBehind || isFarAhead) await this.seek(from);
    let at = from;
    while (at < from + count) {
      const start = at - this.heldFrom;
      const have = Math.min(this.held[0]!.length - start, from + count - at);
      if (start >= 0 && have > 0) {
        for (const [channel, samples] of out.entries()) {
          samples.set(this.held[channel]!.subarray(start, start + have), at - from);
        }
        at += have;
      } else if (start < 0) at = Math.min(this.heldFrom, from + count);
      else if (!(await this.decodeNext())) break;
    }
    return out;
  }

  private async seek(from: number): Promise<void> {
    await this.samples?.return();
    const start = Math.max(0, from / this.fileRate - RUN_UP_SECONDS);
    this.samples = this.sink.samples(start);
    this.held = this.nothing();
    this.heldFrom = Number.NEGATIVE_INFINITY;
  }

  /** @returns false at the end. */
  private async decodeNext(): Promise<boolean> {
    const next = await this.samples!.next().catch(() => undefined);
    if (!next || next.done) return false;
    const sample = next.value;
    const expected = this.heldFrom + this.held[0]!.length;
    const stated = Math.round(sample.timestamp * this.fileRate);
    const isInPlace = Math.abs(stated - expected) < MOST_OFF_SECONDS * this.fileRate;
    this.heldFrom = isInPlace ? expected : stated;
    this.held = this.planesOf(sample);
    sample.close();
    return true;
  }

  private planesOf(sample: AudioSample): readonly Float32Array[] {
    const count = sample.numberOfFrames;
    const { numberOfChannels } = sample;
    if (this.planes.length !== numberOfChannels || this.planes[0]!.length < count) {
      this.planes = Array.from({ length: numberOfChannels }, () => new Float32Array(count));
    }
    const planes = this.planes.map((whole, planeIndex) => {
      const plane = whole.subarray(0, count);
      sample.copyTo(plane, { planeIndex, format: "f32-planar" });
      return plane;
    });
    if (planes.length <= this.channels) return planes;
    return [0, 1].slice(0, this.channels).map((side) => {
      const mixed = planes[side]!;
      for (let other = CENTRE; other < planes.length; other++) {
        const isOfOtherSide = other > BASS && other % 2 !== side;
        if (other === BASS || isOfOtherSide) continue;
        for (let at = 0; at < count; at++) mixed[at]! += MIX * planes[other]![at]!;
      }
      return mixed;
    });
  }

  private nothing(count = 0): readonly Float32Array[] {
    return Array.from({ length: this.channels }, () => new Float32Array(count));
  }
}
