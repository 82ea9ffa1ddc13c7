import { barsOn, type BarIndex } from "../foundation/bar-index";
import { holds, sayRelation, type BarRelation } from "../score/bar-relation";
import { barsBefore, type Line, type Song } from "../score/song";
import { acceptedReason, type ReviewFinding } from "./finding";
import { found, type LineBasis } from "./line-scan";
import type { Mend } from "./mend";

type Where = Pick<LineBasis, "phrase" | "part" | "line" | "barsBefore">;

/** A bar that is no longer what it was said to be. */
export interface BarApart {
  readonly relation: BarRelation;
  /** Through the part. */
  readonly bar: BarIndex;
  readonly finding: ReviewFinding;
}

/** Bars that were said as others and have drifted apart since. */
export function checkRelations(where: Where): readonly ReviewFinding[] {
  return barsApart(where).map(({ finding }) => finding);
}

/** The same, but for those of which somebody said that they may differ. */
export function openBarsApart(song: Song, line: Line): readonly BarApart[] {
  const phrase = song.phrases.find(({ id }) => id === line.phraseId);
  const part = song.parts.find(({ id }) => id === line.partId);
  if (!phrase || !part || !line.relations) return [];
  const apart = barsApart({ phrase, part, line, barsBefore: barsBefore(song, line) });
  return apart.filter(({ finding }) => acceptedReason(song, finding) === undefined);
}

function barsApart(where: Where): readonly BarApart[] {
  const { barsBefore } = where;
  const { bars, relations = [] } = where.line;
  return relations.flatMap((relation): BarApart[] => {
    if (!bars[relation.bar] || !bars[relation.of] || holds(bars, relation)) return [];
    const bar = barsOn(relation.bar, barsBefore);
    const message = `it was said as ${sayRelation(relation, barsBefore)}, and is so no longer`;
    const evidence = [
      "one of the two was changed since",
      relation.but ? "where it was said to be otherwise it may be" : "all of it was to be the same",
    ];
    const mend: Mend = { kind: "follow-bar", relation, bar };
    const at = { bar: relation.bar };
    const finding = found(where, "words", "bars-apart", "warning", at, message, evidence, mend);
    return [{ relation, bar, finding }];
  });
}
