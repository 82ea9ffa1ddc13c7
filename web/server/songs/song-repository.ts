import { inTransaction } from "../requests/in-transaction";
import type { SongState } from "@intonazione/core/catalogue";
import {
  documentOf,
  readSong,
  readSongText,
  SCHEMA_VERSION,
  type ReadSong,
} from "@intonazione/core/formats/json";
import { applyDifference, fingerprint, type Finding } from "@intonazione/core/foundation";
import type { Song } from "@intonazione/core/score";
import type { Kysely } from "kysely";
import type { AfterCommit } from "../requests/with-studio";
import type { Tables } from "../tables";
import { changedColumns, columnsOf } from "./columns";
import { bringRowsUpToDateSoon } from "./difficulties";
import { sharedHeads, type Head, type Heads } from "./heads";
import { textOfVersion, thinSong } from "./revisions";
import { storedSongs, type StoredSong } from "./stored-songs";

/** What arrives to be saved: the whole song, or what changed since the version it was made from. */
export type SongSave = { readonly baseVersion: number } & (
  | { readonly song: unknown }
  | {
      readonly difference: unknown;
      /** The fingerprint of the song that it leads to: whoever applies it must get the same. */
      readonly fingerprint: number;
    }
);

export type SaveOutcome =
  | { readonly kind: "saved"; readonly version: number; readonly savedAt: Date }
  /** Someone saved in between; what was sent is kept as a refused revision. */
  | { readonly kind: "stale"; readonly version: number }
  | { readonly kind: "missing" }
  /** The difference cannot be applied to what is stored here: the whole song is asked for. */
  | { readonly kind: "whole-wanted" }
  | { readonly kind: "wrong"; readonly findings: readonly Finding[] };

/** Songs that are put into one statement when a shelf arrives. */
const MOST_AT_ONCE = 50;
/** A whole document is kept again after so many changes, or when they weigh as much as it does. */
const MOST_CHANGES = 64;
const USUAL_STATE: SongState = "in work";
const LEAST_WHOLE_BYTES = 20_000;

/** All songs of one studio. Every query names the studio, so that none can reach another's songs. */
export class SongRepository {
  constructor(
    private readonly db: Kysely<Tables>,
    private readonly studioId: string,
    private readonly now: () => Date = () => new Date(),
    private readonly heads: Heads = sharedHeads(),
    private readonly afterCommit: AfterCommit = (work) => work(db),
  ) {}

  /** @returns undefined when this studio has no such song, or has it in the bin. */
  async find(id: string): Promise<StoredSong | undefined> {
    return (await storedSongs(this.db, this.studioId, [id])).get(id);
  }

  async create(song: Song): Promise<{ readonly id: string; readonly version: number }> {
    const [id] = await this.createAll([song]);
    return { id: id!, version: 1 };
  }

  /** All of them, or none. @returns their ids in order. */
  async createAll(songs: readonly Song[]): Promise<readonly string[]> {
    const ids = await inTransaction(this.db, (trx) => this.createIn(trx, songs));
    this.afterCommit((db) => bringRowsUpToDateSoon(db));
    return ids;
  }

  /**
   * The same within a transaction that does more.
   * @param states How far each is; absent for the usual state.
   */
  async createIn(
    trx: Kysely<Tables>,
    songs: readonly Song[],
    states: readonly SongState[] = [],
  ): Promise<readonly string[]> {
    const ids: string[] = [];
    const now = this.now();
    for (let from = 0; from < songs.length; from += MOST_AT_ONCE) {
      const some = songs.slice(from, from + MOST_AT_ONCE);
      const rows = some.map((song, index) => ({
        studio_id: this.studioId,
        version: 1,
        whole_version: 1,
        created_at: now,
        updated_at: now,
        state: states[from + index] ?? USUAL_STATE,
        ...columnsOf(song),
      }));
      const made = await trx.insertInto("songs").values(rows).returning("id").execute();
      const revisions = some.map((song, index) => ({
        studio_id: this.studioId,
        song_id: made[index]!.id,
        version: 1,
        refused: false,
        whole: JSON.stringify(documentOf(song)),
        created_at: now,
      }));
      await trx.insertInto("song_revisions").values(revisions).execute();
      ids.push(...made.map(({ id }) => id));
    }
    return ids;
  }

  /**
   * Saves over `baseVersion` only. A save that changes something is kept as a revision, a refused one
   * too; one that changes nothing is none.
   */
  async save(id: string, save: SongSave): Promise<SaveOutcome> {
    const { baseVersion } = save;
    const head = await this.head(id, baseVersion);
    const base = head?.plain ?? (await this.plainOf(id, baseVersion));
    const plain = arrivedSong(save, base);
    if (plain === undefined) {
      return (await this.versionOf(id)) === undefined
        ? { kind: "missing" }
        : { kind: "whole-wanted" };
    }
    if (head && plain === head.plain) {
      return { kind: "saved", version: head.version, savedAt: head.savedAt };
    }
    const song = readSong(plain);
    if (!song.ok) return { kind: "wrong", findings: song.error };
    const after = { song: song.value, plain, schema: SCHEMA_VERSION };
    const saved = await this.write(id, save, after, head);
    if (!saved) return this.refuse(id, baseVersion, plain);
    this.afterCommit((db) => {
      this.heads.set(this.keyOf(id), saved);
      bringRowsUpToDateSoon(db);
      if (saved.wholeVersion !== saved.version) return;
      // What is old gives way behind the answer.
      void thinSong(db, id, this.now()).catch((error: unknown) => console.error(error));
    });
    return { kind: "saved", version: saved.version, savedAt: saved.savedAt };
  }

  /** Gives a song another title, as a save of its own. */
  async rename(id: string, title: string): Promise<"renamed" | "missing" | "busy"> {
    const version = await this.versionOf(id);
    if (version === undefined) return "missing";
    const head = await this.head(id, version);
    if (!head) return "busy";
    const difference = { fields: { title: { value: title } } };
    const after = applyDifference(head.plain, difference);
    if (!after.ok) return "busy";
    const print = fingerprint(after.value);
    const outcome = await this.save(id, { baseVersion: version, difference, fingerprint: print });
    return outcome.kind === "saved" ? "renamed" : "busy";
  }

  private keyOf(id: string): string {
    return `${this.studioId} ${id}`;
  }

  /** Undefined when this studio has no such song, or has it in the bin. */
  private async versionOf(id: string): Promise<number | undefined> {
    const row = await this.db
      .selectFrom("songs")
      .select("version")
      .where("studio_id", "=", this.studioId)
      .where("id", "=", id)
      .where("removed_at", "is", null)
      .executeTakeFirst();
    return row?.version;
  }

  /** The version as it is known here, else as it is stored; undefined when it is not the newest. */
  private async head(id: string, version: number): Promise<Head | undefined> {
    const known = this.heads.get(this.keyOf(id), version);
    if (known) return known;
    const text = await this.find(id);
    const read = text?.version === version ? readSongText(text) : undefined;
    if (!text || !read?.ok) return undefined;
    const changeBytes = text.changes.reduce((sum, change) => sum + change.length, 0);
    return {
      ...read.value,
      version,
      savedAt: text.savedAt,
      columns: columnsOf(read.value.song),
      wholeVersion: text.wholeVersion,
      wholeBytes: text.whole.length,
      changeBytes,
    };
  }

  /** What differences against an earlier version are applied to, if it can still be had. */
  private async plainOf(id: string, version: number): Promise<unknown> {
    const text = await textOfVersion(this.db, this.studioId, id, version);
    const read = text && readSongText(text);
    return read?.ok ? read.value.plain : undefined;
  }

  /** @returns undefined when someone saved in between, or the song is gone. */
  private async write(
    id: string,
    save: SongSave,
    after: ReadSong,
    head: Head | undefined,
  ): Promise<Head | undefined> {
    const { baseVersion } = save;
    const version = baseVersion + 1;
    const savedAt = this.now();
    // A difference from what was brought up to another shape does not follow what is stored.
    const isOfShape = head?.schema === SCHEMA_VERSION;
    const change = isOfShape && "difference" in save ? JSON.stringify(save.difference) : undefined;
    const bytes = (head?.changeBytes ?? 0) + (change?.length ?? 0);
    const isWhole =
      !head ||
      change === undefined ||
      version - head.wholeVersion >= MOST_CHANGES ||
      bytes > Math.max(LEAST_WHOLE_BYTES, head.wholeBytes);
    const whole = isWhole ? JSON.stringify(documentOf(after.plain)) : undefined;
    const columns = columnsOf(after.song);
    const isSaved = await inTransaction(this.db, async (trx) => {
      const { numUpdatedRows } = await trx
        .updateTable("songs")
        .set({
          ...(head ? changedColumns(head.columns, columns) : columns),
          version,
          updated_at: savedAt,
          ...(isWhole && { whole_version: version }),
        })
        .where("studio_id", "=", this.studioId)
        .where("id", "=", id)
        .where("version", "=", baseVersion)
        .where("removed_at", "is", null)
        .executeTakeFirst();
      if (numUpdatedRows === 0n) return false;
      await trx
        .insertInto("song_revisions")
        .values({
          studio_id: this.studioId,
          song_id: id,
          version,
          refused: false,
          whole: whole ?? null,
          change: change ?? null,
          base_version: change === undefined ? null : baseVersion,
          created_at: savedAt,
        })
        .execute();
      return true;
    });
    if (!isSaved) return undefined;
    return {
      ...after,
      version,
      savedAt,
      columns,
      wholeVersion: isWhole ? version : head.wholeVersion,
      wholeBytes: whole?.length ?? head?.wholeBytes ?? 0,
      changeBytes: isWhole ? 0 : bytes,
    };
  }

  /** Keeps what was made from an old version aside. */
  private async refuse(id: string, baseVersion: number, plain: unknown): Promise<SaveOutcome> {
    const version = await this.versionOf(id);
    if (version === undefined) return { kind: "missing" };
    await this.db
      .insertInto("song_revisions")
      .values({
        studio_id: this.studioId,
        song_id: id,
        version: baseVersion,
        refused: true,
        whole: JSON.stringify(documentOf(plain)),
        created_at: this.now(),
      })
      .execute();
    return { kind: "stale", version };
  }
}

/** The plain song that a save means; undefined when its difference does not lead there from `base`. */
function arrivedSong(save: SongSave, base: unknown): unknown {
  if ("song" in save) return save.song;
  if (base === undefined) return undefined;
  const applied = applyDifference(base, save.difference);
  return applied.ok && fingerprint(applied.value) === save.fingerprint ? applied.value : undefined;
}
