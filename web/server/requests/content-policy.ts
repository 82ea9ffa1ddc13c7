/**
 * What a page may load and run (Content Security Policy Level 3). Scripts run from our own address, or
 * in the page with this one visit's nonce: what a song or a file smuggles into the markup does not.
 *
 * @param nonce Fresh for every visit, base64.
 * @param isDeveloping The development server evaluates code and talks by a socket.
 */
export function contentPolicy(nonce: string, isDeveloping = false): string {
  const policy: Readonly<Record<string, readonly string[]>> = {
    "default-src": ["'self'"],
    // Slow playing is computed by a module of WebAssembly that comes within our own script.
    "script-src": [
      "'self'",
      `'nonce-${nonce}'`,
      "'wasm-unsafe-eval'",
      ...(isDeveloping ? ["'unsafe-eval'"] : []),
    ],
    "worker-src": ["'self'"],
    // Places and widths are style attributes.
    "style-src": ["'self'", "'unsafe-inline'"],
    "img-src": ["'self'", "data:", "blob:"],
    "media-src": ["'self'", "blob:"],
    // The music signs of the staff come within its engraver.
    "font-src": ["'self'", "data:"],
    "connect-src": ["'self'", ...(isDeveloping ? ["ws:"] : [])],
    "object-src": ["'none'"],
    "base-uri": ["'none'"],
    "form-action": ["'self'"],
    "frame-ancestors": ["'none'"],
  };
  return Object.entries(policy)
    .map(([what, from]) => [what, ...from].join(" "))
    .join("; ");
}
