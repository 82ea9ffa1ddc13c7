import type { InstrumentDocument, SongDocument } from "@intonazione/core/formats/json";
import type { PlaceStyle } from "@intonazione/core/neck";
import type { OwnProfile } from "@intonazione/core/placement";
import type { ColumnType, Generated } from "kysely";

/** The rows as PostgreSQL gives and takes them. */
export interface Tables {
  studios: StudioTable;
  instruments: InstrumentTable;
  songs: SongTable;
  song_revisions: RevisionTable;
}

type Json<Value> = ColumnType<Value, string, string>;
type Moment = ColumnType<Date, Date | undefined, Date>;

interface StudioTable {
  id: Generated<string>;
  name: string;
  /** How places are written in songs that do not say otherwise. */
  style: Json<PlaceStyle>;
  /** The studio's own placing profiles, and how often they were saved. */
  profiles: ColumnType<readonly OwnProfile[], string | undefined, string>;
  profiles_version: Generated<number>;
  created_at: Moment;
}

interface InstrumentTable {
  id: Generated<string>;
  studio_id: string;
  version: number;
  /** Copied from the document for the order of the rack. */
  name: string;
  document: Json<InstrumentDocument>;
  created_at: Moment;
  updated_at: Moment;
}

interface SongTable {
  id: Generated<string>;
  studio_id: string;
  version: number;
  document: Json<SongDocument>;
  /** Copied from the document for lists, by the same statement that writes it. */
  title: string;
  key_name: string;
  tempo_bpm: number;
  /** One entry a part: name, instrument, tuning, capo. */
  parts: Json<readonly PartSummary[]>;
  bar_count: number;
  created_at: Moment;
  updated_at: Moment;
}

export interface PartSummary {
  readonly name: string;
  readonly instrument: string;
  readonly tuning: string;
  readonly capo: number;
}

interface RevisionTable {
  id: Generated<string>;
  studio_id: string;
  song_id: string;
  /** The version it became; for a refused save, the version it was made from. */
  version: number;
  /** A stale save: kept, but not the song. */
  refused: boolean;
  document: Json<SongDocument>;
  created_at: Moment;
}
