import { CATALOGUE_SCHEMA, entryOf } from "@intonazione/core/catalogue";
import type { Song } from "@intonazione/core/score";

/** What a song's row says of it, for lists and searches; worked out once for the same song. */
export function columnsOf(song: Song): Columns {
  const before = known.get(song);
  const columns = before ?? columnsAnew(song);
  if (!before) known.set(song, columns);
  return columns;
}

const known = new WeakMap<Song, Columns>();

function columnsAnew(song: Song) {
  const entry = entryOf(song);
  const { parts } = entry;
  return {
    title: entry.title,
    key_name: entry.keyName,
    tempo_bpm: entry.tempoBpm,
    tempo_from: entry.tempoFrom,
    tempo_to: entry.tempoTo,
    search_text: [entry.title, ...parts.map(({ instrument }) => instrument)].join("\n"),
    parts: JSON.stringify(parts),
    tunings: distinct(parts.map(({ open }) => open)),
    instruments: distinct(parts.map(({ kind }) => kind)),
    capos: distinct(parts.map(({ capo }) => capo)),
    techniques: [...entry.techniques],
    sketch: entry.sketch ? JSON.stringify(entry.sketch) : null,
    bar_count: entry.barCount,
    catalogue_schema: CATALOGUE_SCHEMA,
  };
}

type Columns = ReturnType<typeof columnsAnew>;

function distinct<Value extends string | number>(values: readonly Value[]): Value[] {
  return [...new Set(values)].sort();
}

/** The columns that say something else than before: indexes are not touched for the others. */
export function changedColumns(before: Columns, after: Columns): Partial<Columns> {
  const changed = Object.entries(after).filter(
    ([name, value]) => JSON.stringify(value) !== JSON.stringify(before[name as keyof Columns]),
  );
  return Object.fromEntries(changed);
}
