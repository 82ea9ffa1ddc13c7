/** Runs work that nobody waits for once the page has nothing else to do; at once where a browser cannot say. */
export function whenIdle(work: () => void): void {
  if (typeof requestIdleCallback === "undefined") work();
  else requestIdleCallback(work);
}
