import type { DocumentFormat } from "@intonazione/core/formats/json";
import type { Kysely } from "kysely";
import type { Tables } from "../tables";

/** What sets one kind of versioned document apart: all else is the same for all of them. */
export interface DocumentKind<Value> {
  readonly format: DocumentFormat<Value>;
  /** The most that comes in by one body. */
  readonly maxBytes: number;
  /** How many one studio keeps, and how somebody is told; absent where there is no bound. */
  readonly most?: { readonly count: number; readonly words: string };
  readonly catalogue?: Catalogue<Value>;
  /** The assets that a value names, by their hashes; absent where none can be. */
  readonly assetsOf?: (value: Value) => readonly string[];
  /** What has to be done behind the answer when something was made or saved. */
  readonly afterSave?: (db: Kysely<Tables>) => void;
}

/** A table of the kind's own that says what lists and searches need, written with the document. */
export interface Catalogue<Value> {
  insert(
    db: Kysely<Tables>,
    studioId: string,
    made: readonly { readonly id: string; readonly value: Value }[],
  ): Promise<void>;
  /** @param before What stood there; undefined where it could not be read. */
  update(
    db: Kysely<Tables>,
    studioId: string,
    id: string,
    value: Value,
    before: Value | undefined,
  ): Promise<void>;
}
