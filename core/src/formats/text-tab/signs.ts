import type { LinkKind, Technique } from "../../score/technique";

/** A sign that stands for a note, before anything is known of tuning or time. */
export interface NoteSign {
  /** Index of the line within the system, 0 at the top. */
  readonly row: number;
  /** Column within the bar, from 0, and the width of the digits. */
  readonly column: number;
  readonly width: number;
  /** Absent for a dead note. */
  readonly fret: number | undefined;
  readonly techniques: readonly Technique[];
  readonly link: LinkKind | undefined;
  /** Where it stands in the text, both from 1. */
  readonly line: number;
  readonly textColumn: number;
}

export interface Remark {
  readonly code: string;
  readonly severity: "error" | "warning" | "info";
  readonly line: number;
  readonly column: number;
  readonly message: string;
}

export type Report = (remark: Remark) => void;
