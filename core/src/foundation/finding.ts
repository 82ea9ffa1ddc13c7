import type { BarIndex } from "./bar-index";

export type Severity = "error" | "warning" | "info";

/**
 * Where a finding lies. `line` and `column` count characters of a text from 1; `bar` counts through
 * its part or file, as `formatBar` names it;
 * `length` is how many columns are meant.
 */
export interface Whereabouts {
  readonly line?: number;
  readonly column?: number;
  readonly length?: number;
  readonly bar?: BarIndex;
  /** The event that is meant. */
  readonly eventId?: string;
}

/** Something a reader or check has to say: where, how serious, what came and what would mend it. */
export interface Finding {
  /** Kebab-case and stable, for programs; the message is for people. */
  readonly code: string;
  readonly severity: Severity;
  readonly where: Whereabouts;
  readonly message: string;
  /** What would be understood where the columns of `where` stand. */
  readonly instead?: string;
}

export function hasErrors(findings: readonly Finding[]): boolean {
  return findings.some((finding) => finding.severity === "error");
}
