import { documentRoutes } from "@/server/documents/document-routes";
import { PROFILES } from "@/server/studio-documents";

export const { GET, PUT } = documentRoutes(PROFILES);
