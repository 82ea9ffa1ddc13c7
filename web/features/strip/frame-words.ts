import { formatMetre, formatOnset } from "@intonazione/core/rhythm";
import type { BarFrame } from "@intonazione/core/score";

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
