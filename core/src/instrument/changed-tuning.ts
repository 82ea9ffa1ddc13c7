import { err, ok, type Result } from "../foundation/result";
import { chromaOf, midi, midiOf, parsePitch, parsePitchClass, type Pitch } from "../pitch/pitch";
import { pitchClassAtFifths } from "../pitch/key";
import type { InstrumentFamily } from "./instrument";
import { stringNames, usualTuning } from "./string-names";
import { plainName, tuningCalled } from "./tuning-library";
import { stringCountProblem, type Tuning } from "./tuning";

/** What the changes start from. */
interface Start {
  readonly family: InstrumentFamily;
  /** Absent means the family's most usual number. */
  readonly strings?: number;
  /** True when naming the instrument is enough: it is tuned as usual. */
  readonly isNamed?: boolean;
}

const USUAL_STRINGS: Readonly<Record<InstrumentFamily, number>> = {
  guitar: 6,
  baritone: 6,
  bass: 4,
};
/** A string is not tuned further than this in words; it would break or flap. */
const MOST_SEMITONES = 12;

const ORDINALS = [
  "first",
  "second",
  "third",
  "fourth",
  "fifth",
  "sixth",
  "seventh",
  "eighth",
  "ninth",
];
const NUMBERS: Readonly<Record<string, number>> = {
  a: 1,
  an: 1,
  one: 1,
  two: 2,
  three: 3,
  four: 4,
  five: 5,
  "one and a half": 1.5,
  "two and a half": 2.5,
  half: 0.5,
  "half a": 0.5,
  "a half": 0.5,
  whole: 1,
  full: 1,
  "a whole": 1,
  "a full": 1,
};

/**
 * Reads a tuning by what changes from the usual one: a name of the library ("drop D"), a step for
 * all strings ("half step down"), single strings ("6th to D, 1st down 2"), or six numbers of
 * semitones, thickest first ("−2 0 0 0 0 0"). Several of them are done in their order; a name comes
 * first wherever it stands.
 *
 * @returns undefined when the text is nothing of the kind, an error when it is but cannot be done.
 */
export function changedTuning(text: string, start: Start): Result<Tuning> | undefined {
  const offsets = offsetsOf(text);
  if (offsets) return byOffsets(offsets, start.family);
  const whole = tuningCalled(text, start.family);
  if (whole && isWanted(whole.tuning, start)) return ok(whole.tuning);
  const words = text
    .split(/[,;]|\band\b(?!\s+a\s+half)|\bthen\b|\+/iu)
    .map(plainName)
    .filter((part) => part !== "");
  const steps: ((tuning: Tuning) => Result<Tuning>)[] = [];
  let base = usualTuning(start.family, start.strings ?? USUAL_STRINGS[start.family]);
  for (const said of words) {
    const named = said.startsWith("drop") ? undefined : tuningCalled(said, start.family);
    const shift = shiftOf(said);
    if (shift !== undefined) steps.push((tuning) => shiftAll(tuning, shift));
    else if (named && isWanted(named.tuning, start)) base = named.tuning;
    else {
      const dropped = base && droppedTuning(said, base);
      if (dropped) base = dropped;
      else {
        const step = base && oneString(said, base, start.family);
        if (!step) return undefined;
        steps.push(step);
      }
    }
  }
  if (!base || (words.length === 0 && !start.isNamed)) return undefined;
  let result: Result<Tuning> = ok(base);
  for (const step of steps) if (result.ok) result = step(result.value);
  return result;
}

function isWanted(tuning: Tuning, { strings }: Start): boolean {
  return strings === undefined || tuning.length === strings;
}

function offsetsOf(text: string): number[] | undefined {
  const words = text.trim().split(/[\s,;]+/u);
  const numbers = words.map((word) => word.replace("−", "-"));
  return numbers.every((word) => /^[+-]?\d{1,2}$/u.test(word)) ? numbers.map(Number) : undefined;
}

function byOffsets(offsets: readonly number[], family: InstrumentFamily): Result<Tuning> {
  const problem = stringCountProblem(offsets.length);
  if (problem !== undefined) return err(problem);
  const usual = usualTuning(family, offsets.length);
  if (!usual) return err(`no ${family} has ${offsets.length} strings as a rule: write the pitches`);
  return mapStrings(usual, (open, string) => shifted(open, offsets[usual.length - string]!));
}

function mapStrings(
  tuning: Tuning,
  change: (open: Pitch, string: number) => Result<Pitch>,
): Result<Tuning> {
  const changed: Pitch[] = [];
  for (const [index, open] of tuning.entries()) {
    const next = change(open, index + 1);
    if (!next.ok) return next;
    changed.push(next.value);
  }
  return ok(changed);
}

function shiftAll(tuning: Tuning, semitones: number): Result<Tuning> {
  return mapStrings(tuning, (open) => shifted(open, semitones));
}

/** Down is spelled with flats, up with sharps: the way people say it. */
function shifted(open: Pitch, semitones: number): Result<Pitch> {
  if (semitones === 0) return ok(open);
  if (Math.abs(semitones) > MOST_SEMITONES) {
    return err(`${semitones} semitones is too far for a string: at most ${MOST_SEMITONES}`);
  }
  const number = midiOf(open) + semitones;
  const lowest = semitones < 0 ? -6 : -1;
  const fifths = lowest + ((((number * 7 - lowest) % 12) + 12) % 12);
  const pitchClass = pitchClassAtFifths(fifths);
  const guess: Pitch = { ...pitchClass, octave: Math.floor(number / 12) - 1 };
  return ok({ ...guess, octave: guess.octave - (midiOf(guess) - midi(number)) / 12 });
}

const AMOUNT =
  /^(.*?)\s*(?:-\s*)?(semitones?|half[- ]steps?|whole[- ]steps?|full[- ]steps?|tones?|steps?)$/u;

/** `half step`, `3 semitones`, `1½ steps`, `2`: in semitones. */
function amountOf(text: string): number | undefined {
  const said = text.trim();
  if (/^\d{1,2}$/u.test(said)) return Number(said);
  const match = AMOUNT.exec(said);
  if (!match) return undefined;
  const unit = /semi|half/u.test(match[2]!) ? 1 : 2;
  const count = match[1]!.replace("½", ".5").trim();
  const number = count === "" ? 1 : (NUMBERS[count] ?? Number(count));
  const semitones = number * unit;
  return Number.isInteger(semitones) ? semitones : undefined;
}

/** `half step down`, `down 3 semitones`, `tuned up a tone`. @returns semitones, down negative. */
function shiftOf(said: string): number | undefined {
  const bare = said.replace(/^(?:all |everything |tuned |detuned )+/u, "");
  const behind = /^(.+?)\s+(down|lower|flat|up|higher|sharp)$/u.exec(bare);
  const before = /^(down|up)\s+(?:by\s+)?(.+)$/u.exec(bare);
  const [way, amount] = before ? [before[1], before[2]] : [behind?.[2], behind?.[1]];
  const semitones = amount === undefined ? undefined : amountOf(amount);
  if (way === undefined || semitones === undefined) return undefined;
  return /^(?:down|lower|flat)$/u.test(way) ? -semitones : semitones;
}

/** `drop C`: the thickest string a fourth and two below its neighbour's step, the rest follows. */
function droppedTuning(said: string, base: Tuning): Tuning | undefined {
  const name = /^drop(?:ped)? ([a-g][#b]?)$/u.exec(said)?.[1];
  const wanted = name === undefined ? undefined : parsePitchClass(name);
  if (!wanted?.ok) return undefined;
  const thickest = base.at(-1)!;
  const down = (((midiOf(thickest) - chromaOf(wanted.value)) % 12) + 12) % 12;
  if (down < 2) return undefined;
  const rest = shiftAll(base, 2 - down);
  const last = shifted(thickest, -down);
  if (!rest.ok || !last.ok) return undefined;
  const spelled = { ...wanted.value, octave: last.value.octave };
  const drift = (midiOf(spelled) - midiOf(last.value)) / 12;
  return [...rest.value.slice(0, -1), { ...spelled, octave: spelled.octave - drift }];
}

/** `6th to D`, `low E to D`, `string 1 down 2`, `first up a half step`. */
function oneString(
  said: string,
  base: Tuning,
  family: InstrumentFamily,
): ((tuning: Tuning) => Result<Tuning>) | undefined {
  const match =
    /^(?:the |string )?(.+?)(?: string)? (?:(?:tuned )?(?:down |up )?to (?:an? )?(.+)|((?:down|up) .+))$/u.exec(
      said,
    );
  const string = match && stringSaid(match[1]!, base, family);
  if (!string) return undefined;
  if (string > base.length) {
    return () => err(`there is no string ${string}: the tuning has ${base.length}`);
  }
  const only = (change: (open: Pitch) => Result<Pitch>) => (tuning: Tuning) =>
    mapStrings(tuning, (open, at) => (at === string ? change(open) : ok(open)));
  const shift = match[3] === undefined ? undefined : shiftOf(match[3]);
  if (shift !== undefined) return only((open) => shifted(open, shift));
  return match[2] === undefined ? undefined : only((open) => nearestCalled(match[2]!, open));
}

function stringSaid(said: string, base: Tuning, family: InstrumentFamily): number | undefined {
  const number = /^(\d)(?:st|nd|rd|th)?$/u.exec(said)?.[1];
  if (number !== undefined) return Number(number) || undefined;
  const ordinal = ORDINALS.indexOf(said) + 1;
  if (ordinal > 0) return ordinal;
  const [, side, name] = /^(low|thick|high|thin)? ?([a-g][#b]?)$/u.exec(said) ?? [];
  if (name === undefined) return undefined;
  const names = stringNames(base, family, "nominal").map((own) => own.toLowerCase());
  const alike = names.flatMap((own, index) => (own === name ? [index + 1] : []));
  if (alike.length === 1 && side === undefined) return alike[0];
  if (side === undefined) return undefined;
  return /low|thick/u.test(side) ? alike.at(-1) : alike[0];
}

/** `D` near the string as it is, rather below it; `D2` as it is. */
function nearestCalled(name: string, open: Pitch): Result<Pitch> {
  const said = name.replace(/^(?:low|high) /u, "");
  if (/\d$/u.test(said)) return parsePitch(said);
  const wanted = parsePitchClass(said);
  if (!wanted.ok) return wanted;
  const below = (((midiOf(open) - chromaOf(wanted.value)) % 12) + 12) % 12;
  // Strings are slackened further than they are tightened.
  const target = below <= 7 ? midiOf(open) - below : midiOf(open) + 12 - below;
  const guess = { ...wanted.value, octave: Math.floor(target / 12) - 1 };
  return ok({ ...guess, octave: guess.octave - (midiOf(guess) - target) / 12 });
}
