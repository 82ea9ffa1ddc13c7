import type { Kysely } from "kysely";
import type { Studio } from "../studio";
import type { Tables } from "../tables";

/** Does something with the database once what was written before stands: on its own connection. */
export type AfterCommit = (work: (db: Kysely<Tables>) => void) => void;

/** What somebody who asks may see and change. */
export interface StudioAccess {
  readonly studio: Studio;
  /** The one transaction of this request; the database knows its studio as `intonazione.studio`. */
  readonly db: Kysely<Tables>;
  readonly afterCommit: AfterCommit;
}
