import { readdirSync } from "node:fs";
import { join } from "node:path";
import { afterEach, describe, expect, it, vi } from "vitest";
import { foreignProblem } from "./own-pages";

afterEach(() => void vi.unstubAllEnvs());

describe("who asks", () => {
  it.each<[string, string, Record<string, string>, string | undefined]>([
    ["a page of ours", "127.0.0.1:4100", { origin: "http://127.0.0.1:4100" }, undefined],
    ["the same by name", "localhost:4100", { "sec-fetch-site": "same-origin" }, undefined],
    ["an address typed in", "[::1]:4100", { "sec-fetch-site": "none" }, undefined],
    ["a program that is no page", "127.0.0.1:4100", {}, undefined],
    [
      "a page of another site",
      "127.0.0.1:4100",
      { "sec-fetch-site": "cross-site" },
      "foreign-page",
    ],
    ["a neighbour", "127.0.0.1:4100", { "sec-fetch-site": "same-site" }, "foreign-page"],
    ["another port", "127.0.0.1:4100", { origin: "http://127.0.0.1:8080" }, "foreign-page"],
    ["a file that was opened", "127.0.0.1:4100", { origin: "null" }, "foreign-page"],
    // Its own name leads here: to the browser it is one site.
    ["a rebound name", "shelf.example:4100", { "sec-fetch-site": "same-origin" }, "foreign-host"],
    ["a name that ends like ours", "localhost.example", {}, "foreign-host"],
    ["an address that begins like ours", "127.0.0.1.example", {}, "foreign-host"],
    ["nobody", "", {}, "foreign-host"],
  ])("is %s", (_, host, headers, code) => {
    expect(foreignProblem(new Headers(headers), host)?.code).toBe(code);
  });

  it("may visit a page by a link from anywhere, but not by a foreign name", () => {
    const link = new Headers({ "sec-fetch-site": "cross-site" });
    expect(foreignProblem(link, "localhost:4100", true)).toBeUndefined();
    expect(foreignProblem(link, "shelf.example:4100", true)?.code).toBe("foreign-host");
  });

  it("may use a name that the studio has given the server", () => {
    vi.stubEnv("INTONAZIONE_HOSTS", "studio.home, other.home");
    const headers = new Headers({ origin: "http://studio.home:4100" });
    expect(foreignProblem(headers, "studio.home:4100")).toBeUndefined();
    expect(foreignProblem(headers, "elsewhere.home:4100")?.code).toBe("foreign-host");
  });
});

type Handler = (request: Request, context: unknown) => Promise<Response>;

const API = join(import.meta.dirname, "../../app/api");
const routes = readdirSync(API, { recursive: true, encoding: "utf8" }).filter((file) =>
  file.endsWith("route.ts"),
);

describe("every route that has something to give", () => {
  it.each(routes.filter((file) => !file.startsWith("health")))(
    "refuses others: %s",
    async (file) => {
      const route = (await import(join(API, file))) as Record<string, Handler>;
      const methods = Object.keys(route).filter((name) => /^[A-Z]+$/u.test(name));
      expect(methods.length).toBeGreaterThan(0);
      for (const method of methods) {
        const asked = (headers: Record<string, string>) =>
          new Request("http://127.0.0.1/api", {
            method,
            headers,
            ...(!["GET", "HEAD"].includes(method) && { body: "{}" }),
          });
        for (const headers of [
          { host: "shelf.example" },
          { "sec-fetch-site": "cross-site" },
          { origin: "http://shelf.example" },
        ]) {
          const answer = await route[method]!(asked(headers), { params: Promise.resolve({}) });
          expect([method, answer.status]).toEqual([method, 403]);
        }
      }
    },
  );
});
