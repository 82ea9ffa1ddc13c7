import type { Finding } from "../foundation/finding";
import { err, ok, type Result } from "../foundation/result";
import { parseReference } from "../pitch/frequency";
import { atHeight, chromaOf, midiOf } from "../pitch/pitch";
import { changedTuning } from "./changed-tuning";
import type { InstrumentFamily } from "./instrument";
import { spelledTuning, type SpelledTuning } from "./spelled-tuning";
import { namedTuningOf, nameOfTuning, tuningCalled, TUNING_LIBRARY } from "./tuning-library";
import { formatTuning, reentrantStrings, type Tuning } from "./tuning";

export interface TuningReading {
  readonly tuning: Tuning;
  readonly family: InstrumentFamily;
  /** How far from the usual strings, in weighted semitones; 0 for what was said as a change. */
  readonly distance: number;
  /** What A4 is, in Hz, where the text says so. */
  readonly referenceHz?: number;
  /** What was assumed, and what is unusual; nothing here is an error. */
  readonly findings: readonly Finding[];
}

const COUNTS: Readonly<Record<string, number>> = {
  four: 4,
  five: 5,
  six: 6,
  seven: 7,
  eight: 8,
  nine: 9,
};

/**
 * Reads a tuning the way people write and say it: open pitches from the thickest string to the
 * thinnest (`D A D G B E`, `DADF#AD`, `E1 A1 D2 G2`), a name (`open G`), or what changes from the
 * usual tuning (`half step down`, `6th to D`, `−2 0 0 0 0 0`). It may name the instrument
 * (`bass drop D`, `seven strings half step down`) and the reference pitch (`A=442`).
 *
 * @param wanted The family, where it is known from elsewhere.
 * @returns an error that says what could not be read and what was expected.
 */
export function parseTuning(text: string, wanted?: InstrumentFamily): Result<TuningReading> {
  const { rest, reference } = splitReference(text);
  if (reference && !reference.ok) return reference;
  const said = splitInstrument(rest);
  const family = wanted ?? said.family;
  const whole = tuningCalled(rest, family ?? "guitar");
  const changed = whole
    ? ok(whole.tuning)
    : changedTuning(said.rest, {
        family: family ?? "guitar",
        ...(said.strings !== undefined && { strings: said.strings }),
        isNamed: said.family !== undefined || said.strings !== undefined,
      });
  if (changed && !changed.ok) return changed;
  const read = changed
    ? ok({ ...usuallySpelled(changed.value, family), distance: 0, isInferred: false })
    : byLibrary(spelledTuning(said.rest, family), family);
  if (!read.ok) return read;
  const { isInferred, ...reading } = read.value;
  if (said.strings !== undefined && said.strings !== reading.tuning.length) {
    return err(`${said.strings} strings were said, ${reading.tuning.length} are written`);
  }
  return ok({
    ...reading,
    ...(reference && { referenceHz: reference.value }),
    findings: findingsOf(reading.tuning, isInferred),
  });
}

/** Octaves that were guessed give way to those of a known tuning with the same letters. */
function byLibrary(
  spelled: Result<SpelledTuning>,
  wanted: InstrumentFamily | undefined,
): Result<SpelledTuning> {
  if (!spelled.ok || !spelled.value.isInferred) return spelled;
  const { tuning } = spelled.value;
  if (namedTuningOf(tuning)) return spelled;
  const known = TUNING_LIBRARY.find(
    (named) =>
      named.tuning.length === tuning.length &&
      (wanted === undefined || named.family === wanted) &&
      named.tuning.every((open, index) => chromaOf(open) === chromaOf(tuning[index]!)),
  );
  if (!known) return spelled;
  const octaves = tuning.map((open, index) => atHeight(open, midiOf(known.tuning[index]!)));
  return ok({ ...spelled.value, tuning: octaves, family: known.family });
}

/** The spelling of the library, and its family where nobody said one: a name may be that of a bass. */
function usuallySpelled(tuning: Tuning, wanted: InstrumentFamily | undefined) {
  const named = namedTuningOf(tuning, wanted);
  return { tuning: named?.tuning ?? tuning, family: wanted ?? named?.family ?? "guitar" };
}

function splitReference(text: string) {
  const match =
    /[,;(@\s]*\b(?:at\s+)?A4?\s*=\s*([\d.]+)\s*(?:hz)?\)?|[,;(@\s]+(?:at\s+)?([\d.]+)\s*hz\)?/iu.exec(
      text,
    );
  if (!match) return { rest: text, reference: undefined };
  const rest = text.slice(0, match.index) + text.slice(match.index + match[0].length);
  return { rest: rest.trim(), reference: parseReference(match[1] ?? match[2]!) };
}

function splitInstrument(text: string) {
  const counted = /\b(four|five|six|seven|eight|nine|[4-9])[- ]?strings?\b/iu.exec(text);
  const word = counted?.[1]!.toLowerCase();
  const withoutCount = counted ? text.replace(counted[0], " ") : text;
  const named = /\b(bass|baritone|guitar)\b/iu.exec(withoutCount);
  return {
    rest: (named ? withoutCount.replace(named[0], " ") : withoutCount)
      .replace(/\s(?:on|of|for)(?:\s+an?)?\s*$/iu, "")
      .replace(/^[\s,;:]+|[\s,;:]+$/gu, ""),
    family: named?.[1]!.toLowerCase() as InstrumentFamily | undefined,
    strings: word === undefined ? undefined : (COUNTS[word] ?? Number(word)),
  };
}

function findingsOf(tuning: Tuning, isInferred: boolean): readonly Finding[] {
  const findings: Finding[] = [];
  const tell = (code: string, message: string) =>
    findings.push({ code, severity: "info", where: {}, message });
  if (isInferred) {
    tell("octaves-inferred", `octaves were not written: read as ${formatTuning(tuning)}`);
  }
  for (const string of reentrantStrings(tuning)) {
    tell("re-entrant", `string ${string} is no higher than string ${string + 1}: re-entrant there`);
  }
  if (nameOfTuning(tuning) === undefined)
    tell("unnamed", "the library has no name for this tuning");
  return findings;
}
