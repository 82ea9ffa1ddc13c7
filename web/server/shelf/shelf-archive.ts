import { isSame, type Finding } from "@intonazione/core/foundation";
import { MAX_FILE_BYTES, sizeProblem } from "@intonazione/core/formats/files";
import type { StudioShelf } from "@intonazione/core/formats/shelf";
import { readBytes, refuse, type Incoming } from "../requests/http";
import { documentsOf } from "../documents/document-repository";
import { onPaper } from "../jobs/paper";
import { SONGS } from "../songs/song-kind";
import { profilesIn } from "../studio-api";
import { INSTRUMENTS, PROFILES } from "../studio-documents";
import { CollectionRepository } from "./collection-repository";
import type { StudioAccess } from "../requests/studio-access";
import { takeInTakes } from "../takes/takes-of-song";
import { lockStudio } from "../studio-repository";
import { ShelfRepository } from "./shelf-repository";

export interface ShelfArrival {
  readonly shelf: StudioShelf;
  readonly findings: readonly Finding[];
}

/** Reads a shelf that arrives, within bounds. */
export async function readArrival(request: Request): Promise<Incoming<ShelfArrival>> {
  const bytes = await readBytes(request, MAX_FILE_BYTES);
  if (!bytes.ok) return bytes;
  const problem = sizeProblem("the shelf", bytes.value.length);
  if (problem !== undefined) return refuse(413, { code: "too-long", message: problem });
  const unpacked = await onPaper("unpack-shelf", { bytes: bytes.value }, request);
  const { shelf, findings } = unpacked;
  if (shelf) return { ok: true, value: { shelf, findings } };
  const message = findings[0]?.message ?? "this is no shelf";
  return refuse(422, { code: "shelf-wrong", message, findings });
}

export interface TakenIn {
  readonly songs: number;
  readonly instruments: number;
  /** Instruments for which the rack has no room left. */
  readonly instrumentsLeftOut: number;
  readonly profiles: number;
}

/**
 * Puts a shelf's songs beside our own, with their states and collections, and what the rack and the
 * profiles do not have yet: all of it, or nothing. Collections of one name become one. How places are
 * written here stays as it is.
 */
export async function takeIn(
  access: StudioAccess,
  { songs, instruments, profiles, states = [], collections = [], takes = [] }: StudioShelf,
): Promise<TakenIn> {
  const { db } = access;
  const studioId = access.studio.id;
  await lockStudio(db, studioId);
  const ids = await documentsOf(SONGS, access).createAll(songs);
  await new ShelfRepository(db, studioId).setStates(ids, states);
  for (const { song, takes: own } of takes) await takeInTakes(access, ids[song]!, own);
  const together = new CollectionRepository(db, studioId);
  const known = new Map((await together.list()).map(({ name, id }) => [name, id]));
  for (const { name, songs: places } of collections) {
    const id = known.get(name) ?? (await together.create(name));
    if (id === undefined) continue;
    known.set(name, id);
    await together.add(
      id,
      places.flatMap((place) => ids[place] ?? []),
    );
  }
  const rack = documentsOf(INSTRUMENTS, access);
  const inRack = (await rack.list()).map(({ value }) => value);
  const wanted = instruments.filter((one) => !inRack.some((other) => isSame(other, one)));
  let added = 0;
  for (const instrument of wanted) if (await rack.create(instrument)) added++;
  const documents = documentsOf(PROFILES, access);
  const own = await profilesIn(documents, studioId);
  const fresh = profiles.filter(({ id }) => !own.value.some((one) => one.id === id));
  if (fresh.length > 0) {
    const value = [...own.value, ...fresh];
    const saved = await documents.save(own.id, { baseVersion: own.version, value });
    if (saved.kind !== "saved") throw new Error(`the profiles could not be saved: ${saved.kind}`);
  }
  return {
    songs: songs.length,
    instruments: added,
    instrumentsLeftOut: wanted.length - added,
    profiles: fresh.length,
  };
}
