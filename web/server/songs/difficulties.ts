import { CATALOGUE_SCHEMA, songDifficulty } from "@intonazione/core/catalogue";
import { readText, SONG_FORMAT } from "@intonazione/core/formats/json";
import type { Song } from "@intonazione/core/score";
import type { Kysely } from "kysely";
import { storedDocuments } from "../documents/stored-documents";
import { inTransaction } from "../requests/in-transaction";
import type { Tables } from "../tables";
import { columnsOf } from "./columns";

/** Between two steps, so that whoever asks in between is answered. */
const PAUSE_MS = 4;
/** Songs that are looked up at once. */
const AT_ONCE = 20;

/**
 * Works out what rows do not say yet: how hard songs are, and everything a shelf finds them by where
 * an earlier version of ours wrote the row. The songs changed last come first. It runs behind the
 * requests, a line of music at a time.
 *
 * @returns how many songs it looked at.
 */
export async function bringRowsUpToDate(db: Kysely<Tables>): Promise<number> {
  let count = 0;
  const skipped = new Set<string>();
  for (;;) {
    const due = await db
      .selectFrom("songs")
      .innerJoin("documents", "documents.id", "songs.id")
      .select(["songs.id", "songs.studio_id", "version", "catalogue_schema"])
      .where((eb) =>
        eb.or([
          eb("catalogue_schema", "<", CATALOGUE_SCHEMA),
          eb("difficulty_version", "<", eb.ref("version")),
        ]),
      )
      .where("removed_at", "is", null)
      .$if(skipped.size > 0, (query) => query.where("songs.id", "not in", [...skipped]))
      .orderBy("updated_at", "desc")
      .limit(AT_ONCE)
      .execute();
    if (due.length === 0) return count;
    for (const { id, studio_id, version, catalogue_schema } of due) {
      count++;
      const stored = (await storedDocuments(db, studio_id, SONG_FORMAT.name, [id])).get(id);
      const read = stored && readText(SONG_FORMAT, stored);
      if (!read?.ok || stored?.version !== version) {
        // Unreadable, or saved again meanwhile: the next round has it.
        skipped.add(id);
        continue;
      }
      const song = read.value.value;
      const difficulty = await difficultyOf(song);
      await inTransaction(db, async (trx) => {
        // Nobody saves while the row is written: it would say what an older version says.
        const now = await trx
          .selectFrom("documents")
          .select("version")
          .where("id", "=", id)
          .forShare()
          .executeTakeFirst();
        if (now?.version !== version) return;
        await trx
          .updateTable("songs")
          .set({
            ...(catalogue_schema < CATALOGUE_SCHEMA && columnsOf(song)),
            difficulty: difficulty ?? null,
            difficulty_version: version,
          })
          .where("id", "=", id)
          .execute();
      });
    }
  }
}

async function difficultyOf(song: Song): Promise<number | undefined> {
  const steps = songDifficulty(song);
  for (;;) {
    const step = steps.next();
    if (step.done) return step.value;
    await pause();
  }
}

const pause = () => new Promise((resolve) => setTimeout(resolve, PAUSE_MS));

const AFTER_A_SAVE_MS = 4000;
const shared = globalThis as { intonazioneRows?: { timer?: NodeJS.Timeout; isBusy: boolean } };

/** Brings rows up to date when nothing was saved for a moment. */
export function bringRowsUpToDateSoon(db: Kysely<Tables>, afterMs = AFTER_A_SAVE_MS): void {
  const work = (shared.intonazioneRows ??= { isBusy: false });
  clearTimeout(work.timer);
  work.timer = setTimeout(() => {
    if (work.isBusy) return bringRowsUpToDateSoon(db, afterMs);
    work.isBusy = true;
    bringRowsUpToDate(db)
      .catch(() => undefined)
      .finally(() => (work.isBusy = false));
  }, afterMs);
  work.timer.unref();
}
