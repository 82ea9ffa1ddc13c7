import { SONG_STATES } from "@intonazione/core/catalogue";
import { seededRandom } from "@intonazione/core/foundation";
import { TUNING_LIBRARY, usualInstrument } from "@intonazione/core/instrument";
import { parseKey } from "@intonazione/core/pitch";
import type { Song } from "@intonazione/core/score";
import { demoSongs } from "@intonazione/demo";
import { sql, type Kysely } from "kysely";
import { DocumentRepository } from "../../web/server/documents/document-repository";
import { SONGS } from "../../web/server/songs/song-kind";
import type { Tables } from "../../web/server/tables";

const FIRST = ["Copper", "Salt", "Lantern", "Harbour", "Chalk", "Tin", "Willow", "Kettle", "Slate"];
const SECOND = [
  "Road",
  "Tuesday",
  "Elbow",
  "Bridge",
  "Weather",
  "Ladder",
  "Ferry",
  "Window",
  "Tide",
];
const KEYS = ["E minor", "A minor", "D major", "G major", "C minor", "F# minor", "Bb major"];
const guitars = TUNING_LIBRARY.filter(
  ({ family, tuning }) => family === "guitar" && tuning.length === 6,
);

/** Invented songs, no two alike in what a shelf finds them by. The same for the same count. */
export function manySongs(count: number): readonly Song[] {
  const random = seededRandom(7);
  const pick = <Item>(items: readonly Item[]): Item => items[Math.floor(random() * items.length)]!;
  const demos = demoSongs();
  return Array.from({ length: count }, (_, index): Song => {
    const demo = demos[index % demos.length]!;
    const key = parseKey(pick(KEYS));
    const named = pick(guitars);
    const [first, ...others] = demo.parts;
    const isOther = index % 3 > 0 && first!.instrument.tuning.length === 6;
    const part = isOther
      ? {
          ...first!,
          instrument: usualInstrument(named, first!.instrument.name),
          capo: { fret: index % 4 === 0 ? Math.floor(random() * 8) : 0 },
        }
      : first!;
    return {
      ...demo,
      title: `${pick(FIRST)} ${pick(SECOND)} ${index}`,
      tempoBpm: 60 + Math.floor(random() * 120),
      key: key.ok ? key.value : demo.key,
      parts: [part, ...others],
      lines: isOther ? demo.lines.filter(({ partId }) => partId !== part.id) : demo.lines,
    };
  });
}

/** Puts them on a studio's shelf, as if their difficulty had been worked out. */
export async function fillShelf(
  db: Kysely<Tables>,
  studioId: string,
  count: number,
): Promise<void> {
  const songs = new DocumentRepository(SONGS, db, studioId);
  const all = manySongs(count);
  for (let from = 0; from < count; from += 500) await songs.createAll(all.slice(from, from + 500));
  const states = sql.join(SONG_STATES.map((state) => sql`${state}`));
  await sql`update songs set difficulty_version = 1,
    difficulty = coalesce(difficulty, 1 + (abs(hashtext(title)) % 90) / 10.0),
    state = (array[${states}])[1 + abs(hashtext(title)) % 5]
    where studio_id = ${studioId}`.execute(db);
  await sql`update documents
    set updated_at = now() - make_interval(hours => abs(hashtext(title || 'x')) % 9000)
    from songs where songs.id = documents.id and documents.studio_id = ${studioId}`.execute(db);
  await sql`analyze songs, documents, revisions`.execute(db);
}
