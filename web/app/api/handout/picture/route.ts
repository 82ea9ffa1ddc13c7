import { fileAnswer, handoutAnswer } from "@/server/handout/handout-answer";

const TYPES = { svg: "image/svg+xml", png: "image/png" } as const;

export function POST(request: Request): Promise<Response> {
  return handoutAnswer(request, "picture", ({ kind, content }) => fileAnswer(content, TYPES[kind]));
}
