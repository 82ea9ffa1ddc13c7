export { detailsSchema } from "./schema";
export {
  documentOf,
  readSong,
  readSongDocument,
  readSongJson,
  SCHEMA_VERSION,
  writeSongJson,
  type SongDocument,
} from "./song-json";
