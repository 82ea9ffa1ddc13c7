export {
  instrumentDocumentOf,
  readInstrument,
  readInstrumentDocument,
  type InstrumentDocument,
} from "./instrument-json";
export { ownProfilesSchema } from "./profile-json";
export { publishedSchema } from "./published-schema";
export { placeStyleSchema } from "./schema";
export {
  documentOf,
  readSong,
  readSongDocument,
  readSongEnvelope,
  SCHEMA_VERSION,
  readSongJson,
  writeSongJson,
  type SongDocument,
} from "./song-json";
export {
  readSongPieces,
  readSongText,
  type ReadSong,
  type SongPieces,
  type SongText,
} from "./song-text";
