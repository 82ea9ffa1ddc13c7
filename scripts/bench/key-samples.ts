import type { Page } from "@playwright/test";

/** Begins to time every key press from the press until what it changed is painted. */
export async function timeKeys(page: Page): Promise<void> {
  await page.evaluate(() => {
    const samples: number[] = [];
    Object.assign(window, { samples });
    document.addEventListener(
      "keydown",
      ({ timeStamp }) => {
        requestAnimationFrame(() => {
          // Behind the frame's own work: what was drawn has been painted.
          const channel = new MessageChannel();
          channel.port1.onmessage = () => samples.push(performance.now() - timeStamp);
          channel.port2.postMessage(0);
        });
      },
      true,
    );
  });
}

/** @returns milliseconds, one for each press since then. */
export function timesOfKeys(page: Page): Promise<readonly number[]> {
  return page.evaluate(() => Reflect.get(window, "samples") as number[]);
}
