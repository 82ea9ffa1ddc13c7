import { INSTRUMENT_KINDS, type InstrumentKind } from "../instrument/instrument";
import { parseTuning } from "../instrument/parse-tuning";
import { formatTuning, formatTuningShort } from "../instrument/tuning";
import { nameOfTuning } from "../instrument/tuning-library";
import { displayKey, parseKey } from "../pitch/key";
import { CATALOGUE_TECHNIQUES, TECHNIQUE_WORDS, type CatalogueTechnique } from "./techniques.data";
import { SONG_STATES, type Range, type Wish } from "./wish";

/** A wish with the words that it was read from. */
export interface ReadWish {
  readonly wish: Wish;
  readonly words: string;
}

/** Wishes beyond this many are not read. */
const MOST_WISHES = 20;
/** No wish is said in more words than this. */
const MOST_WORDS = 8;

/**
 * Reads what a teacher looks for: words with or without commas between, like
 * `drop D, slide, under 110`. What is nothing else is looked for in titles and names of instruments, and
 * so is what stands in quotation marks.
 *
 * @example readWishes("drop D, under 110").map(({ wish }) => wish.kind) // ["tuning", "tempo"]
 */
export function readWishes(text: string): readonly ReadWish[] {
  return text.slice(0, 400).split(/[,;]/u).flatMap(readClause).slice(0, MOST_WISHES);
}

/** The longest words from the left that mean something; the others in a row are words. */
function readClause(clause: string): readonly ReadWish[] {
  const words = clause.match(/"[^"]*"?|\S+/gu) ?? [];
  const wishes: ReadWish[] = [];
  let plain: string[] = [];
  const closeWords = () => {
    const text = plain.join(" ");
    if (text !== "") wishes.push({ wish: { kind: "words", text }, words: text });
    plain = [];
  };
  for (let at = 0; at < words.length;) {
    if (words[at]!.startsWith('"')) {
      closeWords();
      const quoted = words[at]!.replaceAll('"', "").trim();
      if (quoted !== "") {
        wishes.push({ wish: { kind: "words", text: quoted }, words: `"${quoted}"` });
      }
      at++;
      continue;
    }
    const found = longestFrom(words, at);
    if (!found) {
      plain.push(words[at]!);
      at++;
      continue;
    }
    closeWords();
    wishes.push(found);
    at += found.words.split(" ").length;
  }
  closeWords();
  return wishes;
}

function longestFrom(words: readonly string[], at: number): ReadWish | undefined {
  const most = Math.min(MOST_WORDS, words.length - at);
  for (let count = most; count >= 1; count--) {
    const said = words.slice(at, at + count).join(" ");
    const wish = readWish(said);
    if (wish) return { wish, words: said };
  }
  return undefined;
}

function readWish(said: string): Wish | undefined {
  const plain = said.toLowerCase();
  return (
    stateWish(plain) ??
    difficultyWish(plain) ??
    tempoWish(plain) ??
    capoWish(plain) ??
    techniqueWish(plain) ??
    instrumentWish(plain) ??
    keyWish(said) ??
    tuningWish(said)
  );
}

function stateWish(plain: string): Wish | undefined {
  const state = SONG_STATES.find((one) => one === plain.replace("-", " "));
  return state && { kind: "state", state };
}

const NUMBER = String.raw`(\d{1,3}(?:\.\d+)?)`;

/** `under 110`, `over 90`, `from 80 to 120`, `80–120`, `at 100`; with a unit where one is given. */
function readRange(plain: string): Range | undefined {
  const below = new RegExp(
    String.raw`^(?:under|below|up to|at most|slower than|<=?) ?${NUMBER}$`,
    "u",
  );
  const above = new RegExp(String.raw`^(?:over|above|at least|faster than|>=?) ?${NUMBER}$`, "u");
  const between = new RegExp(
    String.raw`^(?:from |between )?${NUMBER} ?(?:-|–|to|and) ?${NUMBER}$`,
    "u",
  );
  const to = below.exec(plain)?.[1];
  if (to !== undefined) return { to: Number(to) };
  const from = above.exec(plain)?.[1];
  if (from !== undefined) return { from: Number(from) };
  const both = between.exec(plain);
  if (!both) return undefined;
  const [low, high] = [Number(both[1]), Number(both[2])].sort((a, b) => a - b);
  return { from: low!, to: high! };
}

function tempoWish(plain: string): Wish | undefined {
  const bare = plain.replace(/^tempo /u, "").replace(/ ?bpm$/u, "");
  const range = readRange(bare);
  if (range) return { kind: "tempo", ...range };
  const exact = new RegExp(`^(?:at )${NUMBER}$`, "u").exec(bare)?.[1];
  const named = bare === plain ? undefined : new RegExp(`^${NUMBER}$`, "u").exec(bare)?.[1];
  const tempo = exact ?? named;
  return tempo === undefined
    ? undefined
    : { kind: "tempo", from: Number(tempo), to: Number(tempo) };
}

/** Thirds of the scale from 1 to 10. */
const LEVELS: Readonly<Record<string, Range>> = {
  easy: { to: 3.9 },
  medium: { from: 4, to: 6.9 },
  hard: { from: 7 },
};

function difficultyWish(plain: string): Wish | undefined {
  const level = LEVELS[plain];
  if (level) return { kind: "difficulty", ...level };
  const said = /^(?:difficulty|level) (.+)$/u.exec(plain)?.[1];
  if (said === undefined) return undefined;
  const range = readRange(said);
  if (range) return { kind: "difficulty", ...range };
  const number = new RegExp(`^${NUMBER}$`, "u").exec(said)?.[1];
  if (number === undefined) return undefined;
  // “Difficulty 4” is what a card shows as 4 point something.
  return { kind: "difficulty", from: Number(number), to: Number(number) + 0.9 };
}

function capoWish(plain: string): Wish | undefined {
  if (plain === "capo" || plain === "with capo") return { kind: "capo", fret: "any" };
  if (/^(no|without) capo$/u.test(plain)) return { kind: "capo", fret: 0 };
  const fret = /^capo (?:at |on )?(?:the )?(\d{1,2})(?:st|nd|rd|th)?$/u.exec(plain)?.[1];
  return fret === undefined ? undefined : { kind: "capo", fret: Number(fret) };
}

const techniques = new Map<string, CatalogueTechnique>([
  ...CATALOGUE_TECHNIQUES.flatMap((name) => [[name, name] as const, [`${name}s`, name] as const]),
  ...Object.entries(TECHNIQUE_WORDS),
]);

function techniqueWish(plain: string): Wish | undefined {
  const technique = techniques.get(plain);
  return technique && { kind: "technique", technique };
}

const INSTRUMENT_WORDS: Readonly<Record<string, InstrumentKind>> = {
  "electric guitar": "electric",
  "acoustic guitar": "acoustic",
  "steel string": "acoustic",
  "classical guitar": "classical",
  "nylon string": "classical",
  "bass guitar": "bass",
  "baritone guitar": "baritone",
  "slide guitar": "slide",
};

function instrumentWish(plain: string): Wish | undefined {
  const kind =
    INSTRUMENT_WORDS[plain] ?? INSTRUMENT_KINDS.find((one) => one === plain && one !== "other");
  // “Slide” alone is the technique.
  return kind && plain !== "slide" ? { kind: "instrument", instrument: kind } : undefined;
}

/** A key is said with its mode: a letter alone may be anything. */
function keyWish(said: string): Wish | undefined {
  const named = /^(?:key (?:of )?|in (?:the key of )?)?(.+)$/iu.exec(said)![1]!;
  const isPlain = /^[A-G][#♯b♭]?$/u.test(named);
  if (isPlain && named === said) return undefined;
  if (!/^[A-Ga-g]/u.test(named)) return undefined;
  if (!isPlain && !/(major|minor|m)$/u.test(named)) return undefined;
  const key = parseKey(named);
  return key.ok ? { kind: "key", keyName: displayKey(key.value) } : undefined;
}

/** Any way that Set up understands; a short word that only happens to be letters is none. */
function tuningWish(said: string): Wish | undefined {
  if (said.length < 4 || /^\d+$/u.test(said)) return undefined;
  const read = parseTuning(said.replace(/ tuning$/iu, ""));
  if (!read.ok) return undefined;
  const { tuning, family } = read.value;
  const name = nameOfTuning(tuning, family) ?? formatTuningShort(tuning);
  return { kind: "tuning", name, open: formatTuning(tuning) };
}

/** How a wish is said, so that reading it gives the wish again. */
export function sayWish(wish: Wish): string {
  switch (wish.kind) {
    case "words": {
      const read = readWishes(wish.text);
      const isPlain = read.length === 1 && read[0]!.wish.kind === "words";
      return isPlain ? wish.text : `"${wish.text}"`;
    }
    case "tuning":
      return wish.open;
    case "instrument":
      return wish.instrument === "slide" ? "slide guitar" : wish.instrument;
    case "capo":
      return wish.fret === "any" ? "capo" : wish.fret === 0 ? "no capo" : `capo ${wish.fret}`;
    case "key":
      return wish.keyName;
    case "technique":
      return wish.technique;
    case "tempo":
      return sayRange(wish, "tempo ");
    case "difficulty":
      return `difficulty ${sayRange(wish, "")}`;
    case "state":
      return wish.state;
  }
}

function sayRange({ from, to }: Range, exactly: string): string {
  if (from === undefined) return `under ${to ?? 999}`;
  if (to === undefined) return `over ${from}`;
  return from === to ? `${exactly}${from}${exactly === "" ? "" : " bpm"}` : `${from}–${to}`;
}
