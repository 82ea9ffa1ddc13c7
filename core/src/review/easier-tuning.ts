import { formatTuningShort, isSameTuning } from "../instrument/tuning";
import { familyOf } from "../instrument/instrument";
import { linesOfPart, type Part, type Song } from "../score/song";
import { findTuning, nameOf } from "../tuning-finder/find-tuning";
import type { ReviewFinding } from "./finding";

/** So few bars say nothing about a tuning. */
const LEAST_BARS = 4;
/** How sure the finder has to be of another one, among all there are, and how much surer than of the next. */
const SURE = 0.25;
const TIMES_THE_NEXT = 2.5;

/**
 * A tuning under which a part would lie easier, where the finder is sure of it and does not even think
 * of the one in hand. Takes a while.
 */
export function checkTuning(song: Song, part: Part): readonly ReviewFinding[] {
  const { instrument, capo } = part;
  if (capo.strings || instrument.kind === "other" || instrument.kind === "slide") return [];
  const phrases = linesOfPart(song, part.id).map(({ bars }) => bars);
  if (phrases.reduce((sum, bars) => sum + bars.length, 0) < LEAST_BARS) return [];
  const family = familyOf(instrument);
  const { found } = findTuning({ phrases, family, key: song.key, top: 5 });
  const [best, next] = found;
  const isOther =
    best &&
    best.share >= SURE &&
    best.share >= TIMES_THE_NEXT * (next?.share ?? 0) &&
    best.tiedWith.length === 0 &&
    best.tuning.length === instrument.tuning.length &&
    !found.some((one) => one.capo === capo.fret && isSameTuning(one.tuning, instrument.tuning));
  if (!isOther) return [];
  return [
    {
      code: "easier-tuning",
      group: "set-up",
      severity: "info",
      where: { partId: part.id },
      message: `${part.name} would lie easier in ${nameOf(best)}`,
      evidence: [
        `by its open strings and places ${(best.share / (next?.share ?? best.share)).toFixed(1)} times as likely as ${next ? nameOf(next) : "any other"}; the tuning in hand is not among the likely ones`,
        `its strings are ${formatTuningShort(best.tuning)}`,
      ],
    },
  ];
}
