import type { Meaning } from "./atom";
import type { Match } from "./pattern";

export type Of = Meaning | ((match: Match, last: string) => Meaning);

/** A phrase of talk: how it is said (see `pattern.ts`), and what it means. */
export type Row = readonly [phrases: string, meaning: Of];
