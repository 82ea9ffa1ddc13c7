/** A colour of the theme at hand, as its role says: `--ink`, `--soft`. */
export function inkOf(role: `--${string}`): string {
  return getComputedStyle(document.documentElement).getPropertyValue(role).trim();
}

/** The same as red, green and blue, 0–255 each; from `#rrggbb`. */
export function inkBytes(role: `--${string}`): readonly [number, number, number] {
  const hex = inkOf(role);
  const at = (index: number) => Number.parseInt(hex.slice(index, index + 2), 16) || 0;
  return [at(1), at(3), at(5)];
}
