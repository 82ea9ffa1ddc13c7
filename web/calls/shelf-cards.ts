import { SONG_STATES, type ShelfSort, type SongState } from "@intonazione/core/catalogue";
import { INSTRUMENT_KINDS } from "@intonazione/core/instrument";
import * as z from "zod/mini";
import { answered, type Answer } from "./answer";
import { ask } from "./ask";

/** What the shelf asks the server. Answers are read before they are believed. */

const listOf = <Item extends z.ZodMiniType>(item: Item) => z.readonly(z.array(item));

const cardSchema = z.object({
  id: z.string(),
  title: z.string(),
  keyName: z.string(),
  tempoBpm: z.number(),
  parts: listOf(
    z.object({
      name: z.string(),
      instrument: z.string(),
      kind: z.enum(INSTRUMENT_KINDS),
      tuning: z.string(),
      open: z.string(),
      capo: z.number(),
    }),
  ),
  barCount: z.number(),
  sketch: z.optional(
    z.object({
      strings: z.number(),
      barLines: listOf(z.number()),
      figures: listOf(z.readonly(z.tuple([z.number(), z.number(), z.string()]))),
    }),
  ),
  difficulty: z.optional(z.number()),
  state: z.enum(SONG_STATES),
  collections: listOf(z.string()),
  updatedAt: z.coerce.date(),
  removedAt: z.optional(z.coerce.date()),
});
export type Card = z.infer<typeof cardSchema>;

const pageSchema = z.object({ total: z.int(), songs: listOf(cardSchema) });
export type CardPage = z.infer<typeof pageSchema>;

/** Where one stands before the shelf: everything of it is in the address. */
export interface ShelfAddress {
  readonly find: string;
  readonly sort: ShelfSort;
  /** A collection by its id, or the bin; absent for the whole shelf. */
  readonly in?: string | undefined;
}

/** @example addressQuery({ find: "drop D", sort: "title" }) // "find=drop+D&sort=title" */
export function addressQuery({ find, sort, in: place }: ShelfAddress): string {
  const query = new URLSearchParams();
  if (find.trim() !== "") query.set("find", find.trim());
  if (sort !== "change") query.set("sort", sort);
  if (place !== undefined) query.set("in", place);
  return query.toString();
}

function asked<Value>(
  response: Response | undefined,
  schema: z.ZodMiniType<Value>,
): Promise<Answer<Value>> {
  return answered(response, (body) => schema.safeParse(body).data);
}

/** @param signal Ends the asking when something else is looked for. */
export async function fetchCards(
  address: ShelfAddress,
  from: number,
  signal?: AbortSignal,
): Promise<Answer<CardPage>> {
  const query = new URLSearchParams(addressQuery(address));
  query.set("from", String(from));
  const response = await fetch(`/api/shelf/songs?${query.toString()}`, {
    ...(signal && { signal }),
  }).catch(() => undefined);
  return asked(response, pageSchema);
}

const collectionsSchema = z.object({
  collections: z.array(z.object({ id: z.string(), name: z.string(), songs: z.int() })),
});
export type CollectionRow = z.infer<typeof collectionsSchema>["collections"][number];

export async function fetchCollections(): Promise<Answer<readonly CollectionRow[]>> {
  const response = await fetch("/api/shelf/collections").catch(() => undefined);
  return answered(response, (body) => collectionsSchema.safeParse(body).data?.collections);
}

export type SongChange =
  | { readonly kind: "state"; readonly ids: readonly string[]; readonly state: SongState }
  | { readonly kind: "remove" | "bring-back" | "copy"; readonly ids: readonly string[] }
  | { readonly kind: "rename"; readonly id: string; readonly title: string }
  | { readonly kind: "empty-bin" };

const changedSchema = z.object({
  before: z.optional(z.array(z.object({ id: z.string(), state: z.enum(SONG_STATES) }))),
  ids: z.optional(z.array(z.string())),
  count: z.optional(z.int()),
});

export async function changeSongs(change: SongChange) {
  return asked(await ask("/api/shelf/songs", "POST", change), changedSchema);
}

export type CollectionChange =
  | { readonly kind: "create"; readonly name: string; readonly ids: readonly string[] }
  | { readonly kind: "rename"; readonly id: string; readonly name: string }
  | { readonly kind: "remove"; readonly id: string }
  | { readonly kind: "add" | "take"; readonly id: string; readonly ids: readonly string[] }
  | {
      readonly kind: "move";
      readonly id: string;
      readonly songId: string;
      readonly before?: string | undefined;
    };

const collectionChangedSchema = z.object({
  id: z.optional(z.string()),
  ids: z.optional(z.array(z.string())),
});

export async function changeCollection(change: CollectionChange) {
  return asked(await ask("/api/shelf/collections", "POST", change), collectionChangedSchema);
}
