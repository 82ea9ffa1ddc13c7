import type { CataloguePart, Sketch, SongState } from "@intonazione/core/catalogue";
import type { PlaceStyle } from "@intonazione/core/neck";
import type { ColumnType, Generated, GeneratedAlways } from "kysely";

/** The rows as PostgreSQL gives and takes them. */
export interface Tables {
  studios: StudioTable;
  documents: DocumentTable;
  revisions: RevisionTable;
  songs: SongTable;
  collections: CollectionTable;
  collection_songs: CollectionSongTable;
  assets: AssetTable;
  asset_uploads: AssetUploadTable;
  asset_pieces: AssetPieceTable;
  asset_uses: AssetUseTable;
}

type Json<Value> = ColumnType<Value, string, string>;
/** More than a number of 32 bits; the driver gives text. */
type Bytes = ColumnType<string, number | undefined, number>;
type Timestamp = ColumnType<Date, Date | undefined, Date>;

interface StudioTable {
  id: Generated<string>;
  name: string;
  /** How places are written in songs that do not say otherwise. */
  style: Json<PlaceStyle>;
  /** How many bytes its assets may have together. */
  asset_quota: Bytes;
  created_at: Timestamp;
}

/** A versioned document: what all kinds have in common. What it holds stands in its revisions. */
interface DocumentTable {
  id: Generated<string>;
  studio_id: string;
  /** The name of its format: "song", "instrument", … */
  kind: string;
  /** In the order in which they were made. */
  number: GeneratedAlways<string>;
  version: number;
  /** The newest version of which the whole document is kept. */
  whole_version: number;
  created_at: Timestamp;
  updated_at: Timestamp;
  /** When it was put into the bin. */
  removed_at: ColumnType<Date | null, Date | null | undefined, Date | null>;
  /** The document that it belongs to and goes with; null for one that stands by itself. */
  about: ColumnType<string | null, string | null | undefined, string | null>;
}

/** What the shelf shows and finds of a song; written by the statement that writes the document. */
interface SongTable {
  /** The document's. */
  id: string;
  studio_id: string;
  title: string;
  key_name: string;
  tempo_bpm: number;
  tempo_from: number;
  tempo_to: number;
  /** What words are looked for in: the title, then each instrument's name, a line each. */
  search_text: string;
  /** One entry a part. */
  parts: Json<readonly CataloguePart[]>;
  /** Open pitches of each part; kinds; capos. */
  tunings: string[];
  instruments: string[];
  capos: number[];
  techniques: string[];
  sketch: ColumnType<Sketch | null, string | null, string | null>;
  bar_count: number;
  /** By which `CATALOGUE_SCHEMA` these columns were written. */
  catalogue_schema: number;
  /** Worked out behind the saves, for the version beside it. */
  difficulty: ColumnType<number | null, number | null | undefined, number | null>;
  difficulty_version: ColumnType<number, number | undefined, number>;
  /** What the studio says of the song. */
  state: ColumnType<SongState, SongState | undefined, SongState>;
}

interface RevisionTable {
  id: Generated<string>;
  studio_id: string;
  document_id: string;
  /** The version it became; for a refused save, the version it was made from. */
  version: number;
  /** A stale save: kept, but not the document. */
  refused: boolean;
  /** The document as JSON; absent where only the change is kept. */
  whole: string | null;
  /** What leads here from `base_version`, as JSON; absent where only the whole is kept. */
  change: string | null;
  base_version: number | null;
  /** What somebody called it; such a one is never thinned out. */
  name: string | null;
  /** Whether it was brought back once. */
  is_restored: ColumnType<boolean, boolean | undefined, boolean>;
  created_at: Timestamp;
}

interface CollectionTable {
  id: Generated<string>;
  studio_id: string;
  name: string;
  created_at: Timestamp;
}

interface CollectionSongTable {
  studio_id: string;
  collection_id: string;
  song_id: string;
  /** Where it stands among the others; any number between two others is a place. */
  position: number;
}

/** Bytes known by what they are: one row a studio, however many documents name them. */
interface AssetTable {
  studio_id: string;
  /** SHA-256 in hexadecimal. */
  hash: string;
  bytes: ColumnType<string, number, number>;
  /** Its media type, told by its content. */
  type: string;
  /** Under what its pieces lie. */
  blob_id: string;
  created_at: Timestamp;
}

/** What is on its way; its id is that of the blob it becomes. */
interface AssetUploadTable {
  id: Generated<string>;
  studio_id: string;
  /** How many will have come in the end, and how many have. */
  bytes: ColumnType<string, number, number>;
  received: Bytes;
  /** What it became, once it was all there. */
  hash: string | null;
  updated_at: Timestamp;
}

interface AssetPieceTable {
  studio_id: string;
  blob_id: string;
  number: number;
  bytes: Buffer;
}

/** That a document names an asset, in these of its versions. */
interface AssetUseTable {
  studio_id: string;
  document_id: string;
  hash: string;
  from_version: number;
  /** Absent while its newest version does. */
  to_version: number | null;
  /** Whether it is a save that was kept aside, which is never thinned out. */
  refused: Generated<boolean>;
}
