/**
 * Waits until what was changed has been painted, so that work of a few milliseconds is never felt
 * at the keys. Does not wait where nothing is painted, or when the page is being left.
 */
export function afterPaint(): Promise<void> {
  if (typeof document === "undefined" || document.hidden) return Promise.resolve();
  return new Promise((resolve) => {
    const go = () => {
      window.removeEventListener("pagehide", go);
      document.removeEventListener("visibilitychange", go);
      resolve();
    };
    window.addEventListener("pagehide", go);
    document.addEventListener("visibilitychange", go);
    // A task of its own behind the frame's work.
    requestAnimationFrame(() => setTimeout(go));
  });
}
