import { barEntries, barsOn, formatBars } from "../foundation/bar-index";
import { balanceOf, checkBars } from "../checks/bar-arithmetic";
import { checkForm } from "../checks/form";
import { checkTuplets } from "../checks/tuplets";
import { durationInWords } from "../rhythm/duration";
import { compare, formatFraction, type Fraction } from "../rhythm/fraction";
import { formatMetre } from "../rhythm/metre";
import type { BarFrame } from "../score/frame";
import { hasUnknownLength } from "../score/bar";
import { isInDoubt } from "../score/event";
import { lineOf, type Song } from "../score/song";
import type { ReviewFinding } from "./finding";
import { found, type LineScan } from "./line-scan";
import type { Mend } from "./mend";

/** Bars that do not add up, and tuplets left open. */
export function checkArithmetic(scan: LineScan): readonly ReviewFinding[] {
  const { line, frames, barsBefore, events } = scan;
  const bars = checkBars(line.bars, frames, barsBefore).flatMap((one): ReviewFinding[] => {
    const bar = barsOn(one.where.bar!, -barsBefore);
    const { filled, excess } = balanceOf(line.bars[bar]!, frames[bar]!);
    const evidence = [
      `${formatFraction(filled)} of a whole note where ${formatFraction(frames[bar]!.length)} fit in ${formatMetre(frames[bar]!.metre)}`,
    ];
    const missing = { num: -excess.num, den: excess.den };
    if (bar === line.bars.length - 1 && leavesRoomForPickUp(missing, frames)) return [];
    const mend: Mend | undefined =
      one.code === "bar-under" && missing.num > 0
        ? { kind: "add-rest", bar, duration: missing }
        : undefined;
    return [
      found(scan, "arithmetic", one.code, one.severity, { bar }, one.message, evidence, mend),
    ];
  });
  const places = new Map(events.map((at) => [at.event.id, at]));
  const tuplets = checkTuplets(line.bars, barsBefore).map((one) => {
    const at = places.get(one.where.eventId!)!;
    const evidence = [`it begins with ${durationInWords(at.event.duration)}`];
    return found(scan, "arithmetic", one.code, one.severity, { at }, one.message, evidence);
  });
  const open = events
    .filter((at) => isInDoubt(at.event))
    .map((at) => {
      const evidence = ["it was written while the question was open; change its words to close it"];
      const message = `still open: “${at.event.note}”`;
      return found(scan, "arithmetic", "still-in-doubt", "info", { at }, message, evidence);
    });
  return [...bars, ...tuplets, ...unsaidRhythm(scan), ...open];
}

/** Where the rhythm was never said; once for a line, since one tapping mends it all. */
function unsaidRhythm(scan: LineScan): readonly ReviewFinding[] {
  const { line, barsBefore } = scan;
  const bars = barEntries(line.bars).flatMap(([bar, own]) => (hasUnknownLength(own) ? [bar] : []));
  const [first] = bars;
  if (first === undefined) return [];
  const message = `rhythm not said yet in ${formatBars(bars.map((bar) => barsOn(bar, barsBefore)))}`;
  const evidence = ["it is drawn and played evenly until somebody says or taps it"];
  return [found(scan, "arithmetic", "rhythm-unsaid", "info", { bar: first }, message, evidence)];
}

/** A last bar that is short by the pick-up makes one bar with it. */
function leavesRoomForPickUp(missing: Fraction, frames: readonly BarFrame[]): boolean {
  const [first] = frames;
  if (!first || first.from.num === 0) return false;
  return compare(missing, first.length) === 0;
}

/** Endings that are never reached, repeats that do not close, and forms longer than they are called. */
export function checkSongForm(song: Song): readonly ReviewFinding[] {
  const ofForm = checkForm(song).map((one): ReviewFinding => ({
    ...one,
    group: "arithmetic",
    where: {},
    evidence: ["the form as it is said under Write"],
  }));
  return [...ofForm, ...repeatsWithPickUp(song), ...statedLengths(song)];
}

/** A repeated phrase that begins with a pick-up has to leave room for it at its end. */
function repeatsWithPickUp(song: Song): readonly ReviewFinding[] {
  const items = song.form.flatMap((section) => section.items);
  return items.flatMap(({ phraseId, times, endings }) => {
    const phrase = song.phrases.find(({ id }) => id === phraseId);
    const from = phrase?.marks.find(({ bar }) => bar === 0)?.from;
    if (!phrase || !from || times < 2 || endings.length > 0) return [];
    return song.parts.flatMap((part): ReviewFinding[] => {
      const bars = lineOf(song, phraseId, part.id)?.bars ?? [];
      const last = bars.at(-1);
      if (!last || bars.length < 2) return [];
      const { filled } = balanceOf(last, { length: from });
      if (filled.num * from.den <= from.num * filled.den) return [];
      return [
        {
          code: "repeat-does-not-close",
          group: "arithmetic",
          severity: "warning",
          where: { phraseId, partId: part.id },
          message: `${phrase.name} is played ${times} times and begins with a pick-up, but ${part.name} leaves no room for it in the last bar`,
          evidence: [
            `the pick-up begins ${formatFraction(from)} into its bar; the last bar holds ${formatFraction(filled)}`,
          ],
        },
      ];
    });
  });
}

const NUMBERS: Readonly<Record<string, number>> = {
  eight: 8,
  twelve: 12,
  sixteen: 16,
  "twenty-four": 24,
  "thirty-two": 32,
};
const STATED = /\b(\d{1,3}|eight|twelve|sixteen|twenty-four|thirty-two)[ -]bars?\b/iu;

/** A phrase or section that is called by its length, and has another. */
function statedLengths(song: Song): readonly ReviewFinding[] {
  const lengthOf = (phraseId: string) =>
    Math.max(0, ...song.parts.map(({ id }) => lineOf(song, phraseId, id)?.bars.length ?? 0));
  const check = (name: string, bars: number, where: ReviewFinding["where"]): ReviewFinding[] => {
    const said = STATED.exec(name)?.[1]?.toLowerCase();
    if (said === undefined || bars === 0) return [];
    const stated = NUMBERS[said] ?? Number(said);
    if (stated === bars) return [];
    return [
      {
        code: "form-length",
        group: "arithmetic",
        severity: "warning",
        where,
        message: `“${name}” has ${bars} bars`,
        evidence: [`its name says ${stated}`],
      },
    ];
  };
  const ofPhrases = song.phrases.flatMap(({ id, name }) =>
    check(name, lengthOf(id), { phraseId: id }),
  );
  const ofSections = song.form.flatMap(({ name, items }) =>
    check(
      name,
      items.reduce((sum, { phraseId, times }) => sum + times * lengthOf(phraseId), 0),
      {},
    ),
  );
  return [...ofPhrases, ...ofSections];
}
