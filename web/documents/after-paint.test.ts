import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import { afterPaint } from "./after-paint";

/** A page of which a test decides when it is painted, hidden or left. */
class Page extends EventTarget {
  hidden = false;
  readonly frames: (() => void)[] = [];

  paint(): void {
    for (const frame of this.frames.splice(0)) frame();
  }

  leave(): void {
    this.dispatchEvent(new Event("pagehide"));
  }

  hide(): void {
    this.hidden = true;
    this.dispatchEvent(new Event("visibilitychange"));
  }
}

describe("work behind the next paint", () => {
  let page: Page;
  let isDone: boolean;
  const settle = () => vi.advanceTimersByTimeAsync(0);
  const start = () => void afterPaint().then(() => (isDone = true));
  beforeEach(() => {
    vi.useFakeTimers();
    page = new Page();
    isDone = false;
    vi.stubGlobal("window", page);
    vi.stubGlobal("document", page);
    vi.stubGlobal("requestAnimationFrame", (frame: () => void) => page.frames.push(frame));
  });
  afterEach(() => {
    vi.useRealTimers();
    vi.unstubAllGlobals();
  });

  it("waits for the frame, and for what the frame itself has to do", async () => {
    start();
    await settle();
    expect(isDone).toBe(false);
    page.paint();
    expect(isDone).toBe(false);
    await settle();
    expect(isDone).toBe(true);
  });

  it.each(["leave", "hide"] as const)("is not lost when the page is about to %s", async (going) => {
    start();
    page[going]();
    // Nothing is painted any more.
    await settle();
    expect(isDone).toBe(true);
  });

  it("does not wait where nothing is painted: in a hidden page, or outside a browser", async () => {
    page.hidden = true;
    start();
    await settle();
    expect([isDone, page.frames.length]).toEqual([true, 0]);
    vi.stubGlobal("document", undefined);
    await expect(afterPaint()).resolves.toBeUndefined();
  });
});
