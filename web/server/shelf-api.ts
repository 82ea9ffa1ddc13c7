import { isSame, type Finding } from "@intonazione/core/foundation";
import { sizeProblem } from "@intonazione/core/formats/files";
import { readShelf, writeShelf, type StudioShelf } from "@intonazione/core/formats/shelf";
import { database } from "./database";
import { refuse, refuseForeign, type Incoming } from "./http";
import { InstrumentRepository } from "./instrument-repository";
import { SongRepository } from "./song-repository";
import { currentStudio, setProfiles } from "./studio-repository";

/** Everything of our studio as one zip. */
export async function ourShelfArchive(now: Date): Promise<Uint8Array> {
  const db = database();
  const studio = await currentStudio(db);
  const songs = await new SongRepository(db, studio.id).all();
  const rack = await new InstrumentRepository(db, studio.id).list();
  const instruments = rack.map(({ instrument }) => instrument);
  const { style, profiles } = studio;
  return writeShelf({ songs, instruments, style, profiles: profiles.list }, now);
}

export interface ShelfArrival {
  readonly shelf: StudioShelf;
  readonly findings: readonly Finding[];
}

/** Reads a shelf that arrives, within bounds. */
export async function readArrival(request: Request): Promise<Incoming<ShelfArrival>> {
  const foreign = refuseForeign(request);
  if (foreign) return foreign;
  const length = Number(request.headers.get("content-length") ?? 0);
  const tooBig = sizeProblem("the shelf", Math.max(1, length));
  if (tooBig !== undefined) return refuse(413, { code: "too-long", message: tooBig });
  const bytes = new Uint8Array(await request.arrayBuffer());
  const problem = sizeProblem("the shelf", bytes.length);
  if (problem !== undefined) return refuse(413, { code: "too-long", message: problem });
  const { shelf, findings } = readShelf(bytes);
  if (shelf) return { ok: true, value: { shelf, findings } };
  const message = findings[0]?.message ?? "this is no shelf";
  return refuse(422, { code: "shelf-wrong", message, findings });
}

export interface TakenIn {
  readonly songs: number;
  readonly instruments: number;
  readonly profiles: number;
}

/**
 * Puts a shelf's songs beside our own, all or none of them; then what the rack and the profiles do
 * not have yet. How places are written here stays as it is.
 */
export async function takeIn({ songs, instruments, profiles }: StudioShelf): Promise<TakenIn> {
  const db = database();
  const studio = await currentStudio(db);
  await new SongRepository(db, studio.id).createAll(songs);
  const rack = new InstrumentRepository(db, studio.id);
  const known = (await rack.list()).map(({ instrument }) => instrument);
  let added = 0;
  for (const instrument of instruments) {
    if (known.some((one) => isSame(one, instrument))) continue;
    if (await rack.create(instrument)) added++;
  }
  const own = studio.profiles.list;
  const fresh = profiles.filter(({ id }) => !own.some((one) => one.id === id));
  const list = [...own, ...fresh];
  const isKept =
    fresh.length > 0 &&
    (await setProfiles(db, studio.id, { version: studio.profiles.version, list })) !== undefined;
  return { songs: songs.length, instruments: added, profiles: isKept ? fresh.length : 0 };
}
