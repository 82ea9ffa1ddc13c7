/** A source of numbers from 0 to 1, 1 excluded. */
export type Random = () => number;

/**
 * The same numbers for the same seed: Mulberry32, a counter whose steps are mixed by multiplication
 * (T. Ettinger, 2017, public domain). Fit for simulations, not for secrets.
 */
export function seededRandom(seed: number): Random {
  let state = seed >>> 0;
  return () => {
    state = (state + 0x6d2b79f5) >>> 0;
    let mixed = Math.imul(state ^ (state >>> 15), state | 1);
    mixed ^= mixed + Math.imul(mixed ^ (mixed >>> 7), mixed | 61);
    return ((mixed ^ (mixed >>> 14)) >>> 0) / 2 ** 32;
  };
}
