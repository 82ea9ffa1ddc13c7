const MOST_REMEMBERED = 20_000;

/** The same few figures and words are set over and over: what was set is kept for a while. */
export function remembering<Asked extends readonly (string | number)[], Value>(
  set: (...asked: Asked) => Value,
): (...asked: Asked) => Value {
  const known = new Map<string, Value>();
  return (...asked) => {
    const key = asked.join("\n");
    let value = known.get(key);
    if (value === undefined) {
      if (known.size >= MOST_REMEMBERED) known.clear();
      known.set(key, (value = set(...asked)));
    }
    return value;
  };
}
