import { formatMetre, formatOnset } from "@intonazione/core/rhythm";
import {
  holds,
  sayRelation,
  type Bar,
  type BarFrame,
  type BarRelation,
} from "@intonazione/core/score";

/**
 * What a bar says to all parts: a new metre or tempo, and where a pick-up begins.
 * @param last What held in the bar before it in its row.
 */
export function frameWords(frame: BarFrame, last: BarFrame | undefined): readonly string[] {
  return [
    ...(last && formatMetre(last.metre) !== formatMetre(frame.metre)
      ? [formatMetre(frame.metre)]
      : []),
    ...(last && last.tempoBpm !== frame.tempoBpm ? [`♩ = ${frame.tempoBpm}`] : []),
    ...(frame.from.num > 0 ? [`from ${formatOnset(frame.from, frame.metre)}`] : []),
  ];
}

/** For every bar what it was said as, and whether it is so still; empty where it stands for itself. */
export function relationWords(
  bars: readonly Bar[],
  relations: readonly BarRelation[],
  barsBefore: number,
): readonly string[] {
  const words = bars.map(() => "");
  for (const relation of relations) {
    if (relation.bar >= bars.length) continue;
    const sign = holds(bars, relation) ? "=" : "≠";
    words[relation.bar] = `${sign} ${sayRelation(relation, barsBefore)}`;
  }
  return words;
}
