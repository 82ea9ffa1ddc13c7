import { readText, TAKES_FORMAT, type DocumentText } from "@intonazione/core/formats/json";
import { assetsOfTakes, type Take, type Takes } from "@intonazione/core/takes";
import type { Kysely } from "kysely";
import { AssetRepository } from "../assets/asset-repository";
import { DocumentRepository, documentsOf } from "../documents/document-repository";
import { documentsOfKind } from "../documents/documents-of-kind";
import type { StudioAccess } from "../requests/studio-access";
import type { Studio } from "../studio";
import type { Tables } from "../tables";
import { SONGS } from "../songs/song-kind";
import { TAKES } from "./takes-kind";

/**
 * The document of a song's takes; made, with none in it, when it is asked for the first time.
 * @returns Its id; undefined when this studio has no such song, or has it in the bin.
 */
export async function takesOfSong(
  access: StudioAccess,
  songId: string,
): Promise<string | undefined> {
  const { db, studio } = access;
  // The song is locked: two windows that ask at once shall find one document.
  const song = await documentsOfKind(db, studio.id, SONGS.format.name)
    .select("id")
    .where("id", "=", songId)
    .where("removed_at", "is", null)
    .forUpdate()
    .executeTakeFirst();
  if (!song) return undefined;
  return (await find(access, songId)) ?? (await make(access, songId, []));
}

/** Gives a copy of a song what the original has: the same recordings, kept once. */
export async function copyTakes(access: StudioAccess, from: string, to: string): Promise<void> {
  const id = await find(access, from);
  const stored = id !== undefined && (await documentsOf(TAKES, access).findAll([id])).get(id);
  const read = stored && readText(TAKES_FORMAT, stored);
  if (read && read.ok && read.value.value.length > 0) await make(access, to, read.value.value);
}

/** Takes that come with a shelf; those whose sound did not come along say so. */
export async function takeInTakes(
  access: StudioAccess,
  songId: string,
  takes: Takes,
): Promise<void> {
  const assets = new AssetRepository(access.db, access.studio.id);
  const here = new Set<string>();
  for (const hash of assetsOfTakes(takes)) if (await assets.find(hash)) here.add(hash);
  const known = <Named extends { readonly asset?: string }>({ asset, ...named }: Named) => ({
    ...named,
    ...(asset !== undefined && here.has(asset) && { asset }),
  });
  const arrived = takes.map((take): Take => ({
    ...take,
    recording: known(take.recording),
    stills: take.stills.map(known),
  }));
  await make(access, songId, arrived);
}

/** What is stored of the takes of songs, by the songs' ids. */
export async function takesTexts(
  db: Kysely<Tables>,
  studio: Studio,
  songIds: readonly string[],
): Promise<ReadonlyMap<string, DocumentText>> {
  if (songIds.length === 0) return new Map();
  const rows = await documentsOfKind(db, studio.id, TAKES.format.name)
    .select(["id", "about"])
    .where("about", "in", songIds)
    .execute();
  const ids = rows.map(({ id }) => id);
  const stored = await new DocumentRepository(TAKES, db, studio.id).findAll(ids);
  return new Map(
    rows.flatMap(({ id, about }) => {
      const text = stored.get(id);
      return text && about !== null ? [[about, text] as const] : [];
    }),
  );
}

async function find({ db, studio }: StudioAccess, songId: string): Promise<string | undefined> {
  const found = await documentsOfKind(db, studio.id, TAKES.format.name)
    .select("id")
    .where("about", "=", songId)
    .executeTakeFirst();
  return found?.id;
}

async function make(access: StudioAccess, songId: string, takes: Takes): Promise<string> {
  const { db, studio } = access;
  const made = await documentsOf(TAKES, access).create(takes);
  await db
    .updateTable("documents")
    .set({ about: songId })
    .where("studio_id", "=", studio.id)
    .where("id", "=", made!.id)
    .execute();
  return made!.id;
}
