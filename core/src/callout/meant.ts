import { sayString } from "./context";
import { EVENT_WORDS, NOTE_WORDS, PLUCK_WORDS } from "./words.data";

const WORDS = [
  ...Object.keys(NOTE_WORDS),
  ...Object.keys(EVENT_WORDS),
  ...Object.keys(PLUCK_WORDS),
  "down",
  "up",
  "hold",
  "pinch",
].filter((word) => word.length > 1);

/**
 * The word behind a dot, or before a bracket, that differs from this one by one or two letters;
 * undefined where none does.
 */
export function nearestWord(word: string, dot: "." | ""): string | undefined {
  const near = WORDS.map((known) => ({ known, steps: stepsBetween(word, known) }));
  const [best] = near.sort((a, b) => a.steps - b.steps);
  return best && best.steps <= Math.min(2, best.known.length - 2) ? dot + best.known : undefined;
}

/** How many letters are put in, left out or changed on the way from one word to another (Levenshtein). */
function stepsBetween(one: string, other: string): number {
  let row = Array.from({ length: other.length + 1 }, (_, index) => index);
  for (const [at, letter] of [...one].entries()) {
    const next = [at + 1];
    for (let to = 1; to <= other.length; to++) {
      const change = row[to - 1]! + (letter === other[to - 1] ? 0 : 1);
      next.push(Math.min(change, row[to]! + 1, next[to - 1]! + 1));
    }
    row = next;
  }
  return row.at(-1)!;
}

/**
 * What somebody may have meant who typed a word that no call-out has, the likeliest first.
 * @param string The string that was spoken of last.
 */
export function meanings(word: string, string: string | undefined): readonly string[] {
  const found: string[] = [];
  const times = /^(.+?)[x×*](\d+)$/u.exec(word);
  if (times) found.push(`( ${times[1]} )x${times[2]}`);
  const turned = /^(\d+|x)([A-Ga-g][#b]?)$/u.exec(word);
  if (turned) found.push(`${turned[2]}${turned[1]}`);
  const parted = /^([A-Ga-g][#b]?|\d+)[-_=/:;](\d+)$/u.exec(word);
  if (parted) found.push(`${sayString(parted[1]!)}${parted[2]}`);
  if (/^(?:r|R|rest|pause)$/u.test(word)) found.push("-");
  if (string !== undefined) {
    const bare = /^([hpsSt]?)(\d+)$/u.exec(word);
    if (bare) found.push(`${bare[1]}${sayString(string)}${bare[2]}`);
  }
  return found;
}
