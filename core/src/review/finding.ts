import { barNumber } from "../foundation/bar-index";
import type { Finding, Severity, Whereabouts } from "../foundation/finding";
import { acceptedKey } from "../score/accepted";
import type { Song } from "../score/song";
import type { Mend } from "./mend";

/** What a finding is about, in the order in which a teacher looks. */
export const GROUPS = [
  "arithmetic",
  "hand",
  "technique",
  "set-up",
  "parts",
  "words",
  "teaching",
] as const;
export type Group = (typeof GROUPS)[number];

/** Where a finding lies in a song. */
export interface ReviewPlace extends Whereabouts {
  readonly phraseId?: string;
  readonly partId?: string;
  readonly noteId?: string;
  /** Of what concerns one string of a part as a whole. */
  readonly string?: number;
}

/** One result of Check. */
export interface ReviewFinding extends Finding {
  readonly group: Group;
  readonly where: ReviewPlace;
  /** The figures and facts behind the sentence. */
  readonly evidence: readonly string[];
  /** What would put it right, to be looked at before it is done. */
  readonly mend?: Mend;
}

/** Stays the same while the event it concerns is there, whatever else is written. */
export function findingKey({ code, where }: ReviewFinding): string {
  const { noteId, eventId, bar, string } = where;
  return acceptedKey(code, {
    ...where,
    at: noteId ?? eventId ?? (bar && barNumber(bar)) ?? string ?? "",
  });
}

/** Of findings that say the same of the same place, the first. */
export function withoutDoubles(findings: readonly ReviewFinding[]): readonly ReviewFinding[] {
  const seen = new Set<string>();
  return findings.filter((finding) => {
    const key = findingKey(finding);
    if (seen.has(key)) return false;
    seen.add(key);
    return true;
  });
}

const WEIGHT: Readonly<Record<Severity, number>> = { error: 0, warning: 1, info: 2 };

/** What matters most first. */
export function bySeverity(a: ReviewFinding, b: ReviewFinding): number {
  return WEIGHT[a.severity] - WEIGHT[b.severity];
}

/** Why a finding was accepted; undefined while it is open. */
export function acceptedReason(song: Song, finding: ReviewFinding): string | undefined {
  const key = findingKey(finding);
  return song.accepted?.find((one) => one.finding === key)?.reason;
}
