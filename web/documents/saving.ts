import type { StoredVersion } from "@/calls/documents";

/** Where the work of this window is kept. */
export type Saving<Value> =
  | { readonly kind: "saved"; readonly version: number; readonly at: Date }
  /** In the browser's own store, about to be sent. */
  | { readonly kind: "in-browser" }
  | { readonly kind: "sending" }
  /** In the browser's own store; neither server nor database answers, and we keep trying. */
  | { readonly kind: "away" }
  | {
      readonly kind: "conflict";
      readonly theirs: StoredVersion<Value>;
      /** What both were made from; without it nobody can tell who changed what. */
      readonly base: Value | undefined;
    }
  /** Another window's copy, while the database is away: to be read, since that window writes it. */
  | { readonly kind: "reading" }
  /** The server does not take it, and would not take it a second time. */
  | { readonly kind: "refused"; readonly message: string };
