/** Why a file cannot be a take. */
export type RecordingProblem =
  /** No kind of file that holds sound. */
  | { readonly kind: "unknown-kind" }
  | { readonly kind: "no-sound" }
  /** It is cut off or damaged, so that nothing of it can be told. */
  | { readonly kind: "damaged" }
  /** This browser does not know how its sound is coded. */
  | { readonly kind: "unknown-codec"; readonly codec: string }
  | { readonly kind: "empty" }
  | { readonly kind: "too-long"; readonly seconds: number };

export function isProblem<Opened extends object>(
  opened: Opened | RecordingProblem,
): opened is RecordingProblem {
  return "kind" in opened;
}
