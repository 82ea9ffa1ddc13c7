import { taken } from "./stand-in-for-library";
import "signalsmith-stretch";

/** The calls of the stretching library that we use; lengths and latencies in samples. */
export interface Stretch {
  readonly HEAP8: Int8Array;
  _configure(channels: number, block: number, interval: number, isSplit: boolean): void;
  _reset(): void;
  _inputLatency(): number;
  _outputLatency(): number;
  /** @returns where the channels' input lies in the heap, their output behind it. */
  _setBuffers(channels: number, length: number): number;
  _seek(length: number, rate: number): void;
  _process(inputLength: number, outputLength: number): void;
}

/**
 * The library's own processor plays buffers that it was given beforehand. Ours is supplied while it
 * plays and counts its own time, so only the library's heart is taken, out of its processor.
 */
export function openStretch(): Promise<Stretch> {
  return taken<Stretch>();
}
