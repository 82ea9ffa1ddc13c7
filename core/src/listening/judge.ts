/** How much each piece of evidence speaks, and what is usual of it. */
export interface Weights {
  readonly weight: readonly number[];
  readonly mean: readonly number[];
  readonly spread: readonly number[];
}

/**
 * How likely each candidate is the right one, 0–1, together 1: a conditional logit (McFadden 1974)
 * over its evidence.
 */
export function judge(
  evidence: readonly (readonly number[])[],
  { weight, mean, spread }: Weights,
): readonly number[] {
  const scores = evidence.map((row) =>
    row.reduce(
      (sum, value, index) => sum + (weight[index]! * (value - mean[index]!)) / spread[index]!,
      0,
    ),
  );
  const most = Math.max(...scores);
  const shares = scores.map((score) => Math.exp(score - most));
  const total = shares.reduce((sum, share) => sum + share, 0);
  return shares.map((share) => share / total);
}
