import { newDocumentRoute } from "@/server/documents/document-routes";
import { SONGS } from "@/server/songs/song-kind";

export const { POST } = newDocumentRoute(SONGS);
