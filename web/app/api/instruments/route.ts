import { newDocumentRoute } from "@/server/documents/document-routes";
import { INSTRUMENTS } from "@/server/studio-documents";

export const { POST } = newDocumentRoute(INSTRUMENTS);
