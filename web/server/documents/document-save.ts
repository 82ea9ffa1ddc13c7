import type { Finding } from "@intonazione/core/foundation";

/** What arrives to be saved: the whole value, or what changed since the version it was made from. */
export type DocumentSave = { readonly baseVersion: number } & (
  | { readonly value: unknown }
  | {
      readonly difference: unknown;
      /** The fingerprint of the value that it leads to: whoever applies it must get the same. */
      readonly fingerprint: number;
    }
);

export type SaveOutcome =
  | { readonly kind: "saved"; readonly version: number; readonly savedAt: Date }
  /** Someone saved in between; what was sent is kept as a refused revision. */
  | { readonly kind: "stale"; readonly version: number }
  | { readonly kind: "missing" }
  /** The difference cannot be applied to what is stored here: the whole value is asked for. */
  | { readonly kind: "whole-wanted" }
  | { readonly kind: "wrong"; readonly findings: readonly Finding[] };

/** A document that was made: version 1. */
export interface Made {
  readonly id: string;
  readonly version: 1;
  readonly savedAt: Date;
}
