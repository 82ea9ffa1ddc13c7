import { documentOf, readSongDocument } from "@intonazione/core/formats/json";
import { familyOf, formatTuningShort, nameOfTuning } from "@intonazione/core/instrument";
import { displayKey } from "@intonazione/core/pitch";
import { barsOfPart, type Song } from "@intonazione/core/score";
import type { Kysely, Selectable } from "kysely";
import type { PartSummary, Tables } from "./tables";

export interface SongSummary {
  readonly id: string;
  readonly title: string;
  readonly keyName: string;
  readonly tempoBpm: number;
  readonly parts: readonly PartSummary[];
  readonly barCount: number;
  readonly updatedAt: Date;
}

export interface StoredSong {
  readonly id: string;
  readonly song: Song;
  readonly version: number;
  readonly updatedAt: Date;
}

/** What was saved once, without the song itself. */
export interface RevisionSummary {
  readonly id: string;
  readonly version: number;
  /** A save from an old version: kept aside, and never the song. */
  readonly isAside: boolean;
  readonly savedAt: Date;
}

export type SaveOutcome =
  | { readonly kind: "saved"; readonly version: number; readonly savedAt: Date }
  /** Someone saved in between; what was sent is kept as a refused revision. */
  | { readonly kind: "stale"; readonly current: StoredSong }
  | { readonly kind: "missing" };

/** All songs of one studio. Every query names the studio, so that none can reach another's songs. */
export class SongRepository {
  constructor(
    private readonly db: Kysely<Tables>,
    private readonly studioId: string,
  ) {}

  /** Last changed first; at most `limit`, the ones whose title contains `search`. */
  async list({ search = "", limit = 200 } = {}): Promise<readonly SongSummary[]> {
    const rows = await this.db
      .selectFrom("songs")
      .select(["id", "title", "key_name", "tempo_bpm", "parts", "bar_count", "updated_at"])
      .where("studio_id", "=", this.studioId)
      .$if(search !== "", (query) =>
        query.where("title", "ilike", `%${search.replace(/[\\%_]/gu, "\\$&")}%`),
      )
      .orderBy("updated_at", "desc")
      .orderBy("title")
      .limit(limit)
      .execute();
    return rows.map((row) => ({
      id: row.id,
      title: row.title,
      keyName: row.key_name,
      tempoBpm: row.tempo_bpm,
      parts: row.parts,
      barCount: row.bar_count,
      updatedAt: row.updated_at,
    }));
  }

  /** @returns undefined when this studio has no such song. */
  async find(id: string): Promise<StoredSong | undefined> {
    const row = await this.db
      .selectFrom("songs")
      .selectAll()
      .where("studio_id", "=", this.studioId)
      .where("id", "=", id)
      .executeTakeFirst();
    return row && stored(row);
  }

  async create(song: Song): Promise<{ readonly id: string; readonly version: number }> {
    const [id] = await this.createAll([song]);
    return { id: id!, version: 1 };
  }

  /** All of them, or none. @returns their ids in order. */
  async createAll(songs: readonly Song[]): Promise<readonly string[]> {
    return this.db.transaction().execute(async (trx) => {
      const ids: string[] = [];
      for (const song of songs) {
        const { id } = await trx
          .insertInto("songs")
          .values({ studio_id: this.studioId, version: 1, ...columnsOf(song) })
          .returning("id")
          .executeTakeFirstOrThrow();
        await this.addRevision(trx, id, 1, song, false);
        ids.push(id);
      }
      return ids;
    });
  }

  /** Every song as it is saved, by title. */
  async all(): Promise<readonly Song[]> {
    const rows = await this.db
      .selectFrom("songs")
      .selectAll()
      .where("studio_id", "=", this.studioId)
      .orderBy("title")
      .orderBy("id")
      .execute();
    return rows.map((row) => stored(row).song);
  }

  /** Saves over `baseVersion` only; every save, refused or not, is kept as a revision. */
  async save(id: string, song: Song, baseVersion: number): Promise<SaveOutcome> {
    return this.db.transaction().execute(async (trx): Promise<SaveOutcome> => {
      const row = await trx
        .selectFrom("songs")
        .selectAll()
        .where("studio_id", "=", this.studioId)
        .where("id", "=", id)
        .forUpdate()
        .executeTakeFirst();
      if (!row) return { kind: "missing" };
      if (row.version !== baseVersion) {
        await this.addRevision(trx, id, baseVersion, song, true);
        return { kind: "stale", current: stored(row) };
      }
      const version = baseVersion + 1;
      const savedAt = new Date();
      await trx
        .updateTable("songs")
        .set({ ...columnsOf(song), version, updated_at: savedAt })
        .where("studio_id", "=", this.studioId)
        .where("id", "=", id)
        .execute();
      await this.addRevision(trx, id, version, song, false);
      return { kind: "saved", version, savedAt };
    });
  }

  /** Newest first. @returns undefined when this studio has no such song. */
  async revisions(id: string, limit = 400): Promise<readonly RevisionSummary[] | undefined> {
    const rows = await this.db
      .selectFrom("song_revisions")
      .select(["id", "version", "refused", "created_at"])
      .where("studio_id", "=", this.studioId)
      .where("song_id", "=", id)
      .orderBy("id", "desc")
      .limit(limit)
      .execute();
    // A song has a revision from its first moment on.
    if (rows.length === 0) return undefined;
    return rows.map((row) => ({
      id: row.id,
      version: row.version,
      isAside: row.refused,
      savedAt: row.created_at,
    }));
  }

  /** The song as it was saved then. @returns undefined when this studio has no such revision. */
  async revision(id: string, revisionId: string): Promise<Song | undefined> {
    const row = await this.db
      .selectFrom("song_revisions")
      .select("document")
      .where("studio_id", "=", this.studioId)
      .where("song_id", "=", id)
      .where("id", "=", revisionId)
      .executeTakeFirst();
    const song = row && readSongDocument(row.document);
    return song?.ok ? song.value : undefined;
  }

  private async addRevision(
    trx: Kysely<Tables>,
    songId: string,
    version: number,
    song: Song,
    refused: boolean,
  ): Promise<void> {
    const document = JSON.stringify(documentOf(song));
    await trx
      .insertInto("song_revisions")
      .values({ studio_id: this.studioId, song_id: songId, version, refused, document })
      .execute();
  }
}

function columnsOf(song: Song) {
  const parts = song.parts.map((part): PartSummary => ({
    name: part.name,
    instrument: part.instrument.name,
    tuning:
      nameOfTuning(part.instrument.tuning, familyOf(part.instrument)) ??
      formatTuningShort(part.instrument.tuning),
    capo: part.capo.fret,
  }));
  return {
    document: JSON.stringify(documentOf(song)),
    title: song.title,
    key_name: displayKey(song.key),
    tempo_bpm: song.tempoBpm,
    parts: JSON.stringify(parts),
    bar_count: Math.max(0, ...song.parts.map((part) => barsOfPart(song, part.id).length)),
  };
}

function stored(row: Selectable<Tables["songs"]>): StoredSong {
  const song = readSongDocument(row.document);
  if (!song.ok) {
    throw new Error(`song ${row.id} cannot be read: ${song.error[0]?.message ?? "unknown reason"}`);
  }
  return { id: row.id, song: song.value, version: row.version, updatedAt: row.updated_at };
}
