import type { Scanner } from "./scanner";

const MAX_WORDS = 500;

/** Reads `"words"`, with `\"` for a quotation mark among them. */
export function readQuoted(scanner: Scanner): string | undefined {
  const start = scanner.position;
  const quoted = scanner.take(/"((?:[^"\\]|\\.)*)"/uy);
  if (!quoted) {
    scanner.position = scanner.text.length;
    scanner.report("words-open", start, 'the words are still open: expected a closing "');
    return undefined;
  }
  const words = quoted[1]!.replaceAll(/\\(.)/gu, "$1").trim();
  if (words.length > MAX_WORDS) {
    scanner.report(
      "words-too-long",
      start,
      `words may have ${MAX_WORDS} characters, got ${words.length}`,
    );
    return undefined;
  }
  return words === "" ? undefined : words;
}
