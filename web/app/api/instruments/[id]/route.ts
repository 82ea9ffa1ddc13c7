import { documentRoutes } from "@/server/documents/document-routes";
import { INSTRUMENTS } from "@/server/studio-documents";

export const { GET, PUT, DELETE } = documentRoutes(INSTRUMENTS);
