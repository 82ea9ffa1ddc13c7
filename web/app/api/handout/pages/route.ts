import { handoutAnswer } from "@/server/handout/handout-answer";

/** The first pages as pictures, and how many there are. */
export function POST(request: Request): Promise<Response> {
  return handoutAnswer(request, "pages", (pages) => Response.json(pages));
}
