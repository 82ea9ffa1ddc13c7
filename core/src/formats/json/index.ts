export {} from "./schema";
export {
  documentOf,
  readSong,
  readSongDocument,
  readSongJson,
  writeSongJson,
  type SongDocument,
} from "./song-json";
