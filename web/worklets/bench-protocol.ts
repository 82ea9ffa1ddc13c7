import type { Capo, Instrument } from "@intonazione/core/instrument";

/** What the bench guitar is made of. */
export interface BenchOptions {
  readonly instrument: Instrument;
  readonly referenceHz: number;
  /** The same seed is out of tune in the same way. */
  readonly seed: number;
}

/** What can be done to it while it sounds. */
export type BenchAct =
  | { readonly kind: "pluck"; readonly string: number }
  | { readonly kind: "turn-peg"; readonly string: number; readonly cents: number }
  | { readonly kind: "put-capo"; readonly capo: Capo }
  | { readonly kind: "damp" };

/** Where the bundle lies; made from `bench-guitar.worklet.ts` by every build. */
export const BENCH_MODULE = "/worklets/bench-guitar.js";
