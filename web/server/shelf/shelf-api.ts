import { CARDS_A_PAGE, readWishes, SHELF_SORTS, SONG_STATES } from "@intonazione/core/catalogue";
import { z } from "zod";
import { idSchema, problem, readBody, type Incoming } from "../requests/http";
import type { StudioAccess } from "../requests/studio-access";
import { Bin } from "../documents/bin";
import { documentsOf } from "../documents/document-repository";
import { SONGS } from "../songs/song-kind";
import { CollectionRepository } from "./collection-repository";
import { copySongs } from "./copy-songs";
import { ShelfRepository, type ShelfQuery } from "./shelf-repository";

const MAX_BODY_BYTES = 400_000;
/** Songs that can be changed by one wish. */
const MOST_AT_ONCE = 5000;

const querySchema = z.object({
  find: z.string().max(400).catch(""),
  sort: z.enum(SHELF_SORTS).catch("change"),
  in: z
    .union([idSchema, z.literal("bin")])
    .optional()
    .catch(undefined),
  from: z.coerce.number().int().min(0).max(1_000_000).catch(0),
});

/** Reads what an address asks of the shelf; what it does not understand counts as not said. */
export function readShelfQuery(asked: Readonly<Record<string, unknown>>): ShelfQuery {
  const { find, sort, in: place, from } = querySchema.parse({ find: "", ...asked });
  return {
    wishes: readWishes(find).map(({ wish }) => wish),
    sort,
    isBin: place === "bin",
    ...(place !== undefined && place !== "bin" && { collectionId: place }),
    from,
    limit: CARDS_A_PAGE,
  };
}

export function shelfOf({ db, studio }: StudioAccess): ShelfRepository {
  return new ShelfRepository(db, studio.id);
}

function binOf({ db, studio }: StudioAccess): Bin {
  return new Bin(SONGS.format.name, db, studio.id);
}

export function collectionsOf({ db, studio }: StudioAccess): CollectionRepository {
  return new CollectionRepository(db, studio.id);
}

const ids = z.array(idSchema).min(1).max(MOST_AT_ONCE);
const title = z.string().trim().min(1).max(200);
const changeSchema = z.discriminatedUnion("kind", [
  z.object({ kind: z.literal("state"), ids, state: z.enum(SONG_STATES) }),
  z.object({ kind: z.literal("remove"), ids }),
  z.object({ kind: z.literal("bring-back"), ids }),
  z.object({ kind: z.literal("copy"), ids: ids.max(100) }),
  z.object({ kind: z.literal("rename"), id: idSchema, title }),
  z.object({ kind: z.literal("empty-bin") }),
]);
type ShelfChange = z.infer<typeof changeSchema>;

export function readChange(request: Request): Promise<Incoming<ShelfChange>> {
  return readBody(request, changeSchema, {
    what: "{ kind, ids } with what belongs to the kind",
    maxBytes: MAX_BODY_BYTES,
  });
}

/** Does it, and says what is needed to take it back. */
export async function changed(access: StudioAccess, change: ShelfChange): Promise<Response> {
  switch (change.kind) {
    case "state":
      return Response.json({ before: await shelfOf(access).setState(change.ids, change.state) });
    case "remove":
      return Response.json({ count: await binOf(access).put(change.ids) });
    case "bring-back":
      return Response.json({ count: await binOf(access).bringBack(change.ids) });
    case "empty-bin":
      return Response.json({ count: await binOf(access).empty() });
    case "copy": {
      const copies = await copySongs(access, change.ids);
      if (copies) return Response.json({ ids: copies }, { status: 201 });
      return problem(422, { code: "song-unread", message: "a song of these cannot be read" });
    }
    case "rename": {
      const difference = { fields: { title: { value: change.title } } };
      const outcome = await documentsOf(SONGS, access).change(change.id, difference);
      if (outcome === "saved") return Response.json({});
      const message =
        outcome === "missing" ? "this studio has no such song" : "it was saved at the same moment";
      return problem(outcome === "missing" ? 404 : 409, { code: `song-${outcome}`, message });
    }
  }
}

const name = z.string().trim().min(1).max(100);
const collectionSchema = z.discriminatedUnion("kind", [
  z.object({ kind: z.literal("create"), name, ids: z.array(idSchema).max(MOST_AT_ONCE) }),
  z.object({ kind: z.literal("rename"), id: idSchema, name }),
  z.object({ kind: z.literal("remove"), id: idSchema }),
  z.object({ kind: z.literal("add"), id: idSchema, ids }),
  z.object({ kind: z.literal("take"), id: idSchema, ids }),
  z.object({
    kind: z.literal("move"),
    id: idSchema,
    songId: idSchema,
    before: idSchema.optional(),
  }),
]);
type CollectionChange = z.infer<typeof collectionSchema>;

export function readCollectionChange(request: Request): Promise<Incoming<CollectionChange>> {
  return readBody(request, collectionSchema, {
    what: "{ kind, id } with what belongs to the kind",
    maxBytes: MAX_BODY_BYTES,
  });
}

export async function changedCollection(
  access: StudioAccess,
  change: CollectionChange,
): Promise<Response> {
  const collections = collectionsOf(access);
  const missing = () =>
    problem(404, { code: "collection-missing", message: "this studio has no such collection" });
  switch (change.kind) {
    case "create": {
      const id = await collections.create(change.name);
      if (id === undefined) {
        return problem(422, {
          code: "collections-full",
          message: "there are too many collections",
        });
      }
      if (change.ids.length > 0) await collections.add(id, change.ids);
      return Response.json({ id }, { status: 201 });
    }
    case "rename":
      return (await collections.rename(change.id, change.name)) ? Response.json({}) : missing();
    case "remove": {
      const songIds = await collections.remove(change.id);
      return songIds ? Response.json({ ids: songIds }) : missing();
    }
    case "add":
      await collections.add(change.id, change.ids);
      return Response.json({});
    case "take":
      await collections.take(change.id, change.ids);
      return Response.json({});
    case "move":
      await collections.move(change.id, change.songId, change.before);
      return Response.json({});
  }
}
