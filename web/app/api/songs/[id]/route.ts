import { documentRoutes } from "@/server/documents/document-routes";
import { SONGS } from "@/server/songs/song-kind";

export const { GET, PUT } = documentRoutes(SONGS);
