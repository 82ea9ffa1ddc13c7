import { documentRoutes } from "@/server/documents/document-routes";
import { TAKES } from "@/server/takes/takes-kind";

export const { GET, PUT } = documentRoutes(TAKES);
