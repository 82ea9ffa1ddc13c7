import type { Finding } from "../../foundation/finding";
import type { Song } from "../../score/song";

/** What a reader made of a file: the song as far as it could be read, and all it has to say. */
export interface SongReading {
  /** Absent where nothing in the file was music. */
  readonly song?: Song;
  readonly findings: readonly Finding[];
}
