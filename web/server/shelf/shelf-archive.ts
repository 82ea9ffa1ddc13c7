import { isSame, type Finding } from "@intonazione/core/foundation";
import { MAX_FILE_BYTES, sizeProblem } from "@intonazione/core/formats/files";
import type { StudioShelf } from "@intonazione/core/formats/shelf";
import { readBytes, refuse, type Incoming } from "../requests/http";
import { InstrumentRepository } from "../instrument-repository";
import { onPaper } from "../jobs/paper";
import { bringRowsUpToDateSoon } from "../songs/difficulties";
import { SongRepository } from "../songs/song-repository";
import { CollectionRepository } from "./collection-repository";
import type { StudioAccess } from "../requests/with-studio";
import { lockStudio, setProfiles } from "../studio-repository";

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
  { db, studio: { id: studioId }, afterCommit }: StudioAccess,
  { songs, instruments, profiles, states, collections = [] }: StudioShelf,
): Promise<TakenIn> {
  const studio = await lockStudio(db, studioId);
  const ids = await new SongRepository(db, studioId).createIn(db, songs, states);
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
  const rack = new InstrumentRepository(db, studioId);
  const inRack = (await rack.list()).map(({ instrument }) => instrument);
  const wanted = instruments.filter((one) => !inRack.some((other) => isSame(other, one)));
  let added = 0;
  for (const instrument of wanted) if (await rack.create(instrument)) added++;
  const own = studio.profiles.list;
  const fresh = profiles.filter(({ id }) => !own.some((one) => one.id === id));
  if (fresh.length > 0) {
    const { version } = studio.profiles;
    const saved = await setProfiles(db, studioId, { version, list: [...own, ...fresh] });
    if (saved === undefined) throw new Error("the profiles were saved in between");
  }
  afterCommit((free) => bringRowsUpToDateSoon(free));
  return {
    songs: songs.length,
    instruments: added,
    instrumentsLeftOut: wanted.length - added,
    profiles: fresh.length,
  };
}
