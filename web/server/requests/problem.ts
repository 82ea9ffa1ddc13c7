import type { Finding } from "@intonazione/core/foundation";

/** What an answer says when it is none. */
export interface Problem {
  readonly code: string;
  readonly message: string;
  readonly findings?: readonly Finding[];
}
