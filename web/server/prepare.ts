import { DEMO_STUDIO, demoRack, demoSongs } from "@intonazione/demo";
import { openDatabase } from "./database";
import { sweepAssets } from "./assets/sweep";
import { DocumentRepository } from "./documents/document-repository";
import { migrate } from "./migrate";
import { bringRowsUpToDate } from "./songs/difficulties";
import { SONGS } from "./songs/song-kind";
import { INSTRUMENTS } from "./studio-documents";
import { seedBenchBand } from "./takes/seed-bench-band";
import { createStudio } from "./studio-repository";

/** Run by the start and test commands: tables up to date, the demo studio in an empty database. */
const url = process.env["DATABASE_URL"];
if (!url) throw new Error("DATABASE_URL is not set");
const db = openDatabase(url);
try {
  await migrate(db);
  const { count } = await db
    .selectFrom("studios")
    .select((expression) => expression.fn.countAll<string>().as("count"))
    .executeTakeFirstOrThrow();
  if (Number(count) === 0) {
    const studio = await createStudio(db, DEMO_STUDIO);
    const songs = new DocumentRepository(SONGS, db, studio.id);
    const rack = new DocumentRepository(INSTRUMENTS, db, studio.id);
    for (const instrument of demoRack()) await rack.create(instrument);
    // The first of the list shall be the one touched last.
    for (const song of [...demoSongs()].reverse()) {
      const made = await songs.create(song);
      if (!made) continue;
      const access = { db, studio, afterCommit: (work: (free: typeof db) => void) => work(db) };
      await seedBenchBand(access, made.id, song);
    }
    await bringRowsUpToDate(db);
  }
  await sweepAssets(db, new Date());
} finally {
  await db.destroy();
}
