import { fileAnswer, handoutAnswer } from "@/server/handout/handout-answer";

export function POST(request: Request): Promise<Response> {
  return handoutAnswer(request, "pdf", (pdf) => fileAnswer(pdf, "application/pdf"));
}
