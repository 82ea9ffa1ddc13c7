import type { Problem } from "./problem";

/** Names under which this machine calls itself: no page elsewhere can make a browser send them. */
const LOOPBACK = /^(localhost|127(?:\.\d{1,3}){3}|\[::1\])$/u;

/** Further names that the server is reached by, where somebody serves it to a network. */
function otherHosts(): readonly string[] {
  return (process.env["INTONAZIONE_HOSTS"] ?? "")
    .split(",")
    .map((name) => name.trim())
    .filter(Boolean);
}

/**
 * Whether a request comes from somebody at our own pages. A name that resolves to this machine is
 * not enough: a page elsewhere can have one made, and would read the shelf as if it were ours
 * (DNS rebinding); so the `Host` has to be a name of ours, and what the browser says of the asking
 * page (`Origin`, `Sec-Fetch-Site`) has to be that same host.
 *
 * @param host As the request says it, with its port.
 * @param isVisit For pages, which may be reached by a link from anywhere.
 * @returns the refusal, or undefined.
 */
export function foreignProblem(
  headers: Pick<Headers, "get">,
  host: string,
  isVisit = false,
): Problem | undefined {
  const name = host.replace(/:\d+$/u, "").toLowerCase();
  if (!LOOPBACK.test(name) && !otherHosts().includes(name)) {
    return {
      code: "foreign-host",
      message: `this server is not called ${name}: open it by the address that npm start says`,
    };
  }
  if (isVisit) return undefined;
  const site = headers.get("sec-fetch-site");
  const origin = headers.get("origin");
  const isOwnSite = site === null || site === "same-origin" || site === "none";
  if (isOwnSite && (origin === null || hostOf(origin) === host.toLowerCase())) return undefined;
  return { code: "foreign-page", message: "only our own pages may ask for this" };
}

function hostOf(origin: string): string | undefined {
  return /^https?:\/\/([^/]+)$/u.exec(origin.toLowerCase())?.[1];
}

/** The host that a request was sent to. */
export function hostAsked(headers: Pick<Headers, "get">, url: string): string {
  return headers.get("host") ?? new URL(url).host;
}
