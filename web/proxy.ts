import { NextResponse, type NextRequest } from "next/server";
import { contentPolicy } from "@/server/requests/content-policy";
import { foreignProblem, hostAsked } from "@/server/requests/own-pages";

/** Goes before every page: none for foreign names, and none without its policy of content. */
export function proxy(request: NextRequest): NextResponse {
  const host = hostAsked(request.headers, request.url);
  const foreign = foreignProblem(request.headers, host, true);
  if (foreign) return new NextResponse(foreign.message, { status: 421 });
  const nonce = btoa(crypto.randomUUID());
  const policy = contentPolicy(nonce, process.env.NODE_ENV === "development");
  const headers = new Headers(request.headers);
  // Where the framework looks for the nonce of its own scripts, and our layout for that of ours.
  headers.set("Content-Security-Policy", policy);
  headers.set("x-nonce", nonce);
  const response = NextResponse.next({ request: { headers } });
  response.headers.set("Content-Security-Policy", policy);
  return response;
}

export const config = { matcher: "/((?!api/|_next/static|_next/image|worklets/).*)" };
