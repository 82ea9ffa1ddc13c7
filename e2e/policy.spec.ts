import { expect, test } from "@playwright/test";
import { newSong, refusedByPolicy } from "./studio";

test("no page runs a script that is not ours, and none of ours is refused", async ({ page }) => {
  const refused = await refusedByPolicy(page);
  const pages = ["/", "/songs/new", "/songs/new?from=tablature", "/rack", "/nowhere"];
  for (const path of [...pages, await newSong(page, "Under policy")]) {
    const answer = (await page.goto(path))!;
    const policy = answer.headers()["content-security-policy"] ?? "";
    // WebAssembly may be compiled, since slow playing needs it; text never becomes a script.
    expect(policy).toMatch(/script-src 'self' 'nonce-[\w+/=]{20,}' 'wasm-unsafe-eval';/u);
    await expect(page.locator("main, h1, h2").first()).toBeVisible();
    // What the page says of itself works: the theme was set by a script within it.
    await expect(page.locator("html")).toHaveAttribute("data-theme", /day|evening/u);
    expect([path, refused()]).toEqual([path, []]);
    const ran = await page.evaluate(() => {
      const script = document.createElement("script");
      script.textContent = "document.documentElement.dataset.smuggled = 'yes'";
      document.body.append(script);
      const image = document.createElement("div");
      image.innerHTML = `<img src="x" onerror="document.documentElement.dataset.smuggled = 'yes'">`;
      document.body.append(image);
      return new Promise((resolve) => {
        setTimeout(() => resolve(document.documentElement.dataset["smuggled"]), 200);
      });
    });
    expect(ran).toBeUndefined();
    // The script and what the picture would have run; the latter is told when the picture is not found.
    await expect.poll(() => refused().length).toBe(2);
    refused(true);
  }
});

test("a nonce is good for one visit", async ({ page }) => {
  const nonces = new Set<string>();
  for (let visit = 0; visit < 3; visit++) {
    const answer = (await page.goto("/rack"))!;
    nonces.add(/nonce-([\w+/=]+)/u.exec(answer.headers()["content-security-policy"]!)![1]!);
  }
  expect(nonces.size).toBe(3);
});

test("nobody gets anything by a foreign name", async ({ request, baseURL }) => {
  for (const path of ["/", "/rack", "/api/shelf", "/api/shelf/songs"]) {
    const answer = await request.get(baseURL! + path, { headers: { host: "shelf.example:80" } });
    expect([path, answer.status()]).toEqual([path, path.startsWith("/api") ? 403 : 421]);
  }
});
