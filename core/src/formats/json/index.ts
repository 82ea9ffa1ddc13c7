export {
  documentOf,
  readEnvelope,
  readPieces,
  readText,
  type DocumentFormat,
  type DocumentPieces,
  type DocumentText,
  type ReadDocument,
  type StandingPlain,
} from "./document";
export { INSTRUMENT_FORMAT } from "./instrument-json";
export { PROFILES_FORMAT } from "./profile-json";
export { publishedSchema } from "./published-schema";
export { placeStyleSchema } from "./schema";
export { TAKES_FORMAT } from "./takes-json";
export { readSong, readSongJson, SONG_FORMAT, writeSongJson } from "./song-json";
