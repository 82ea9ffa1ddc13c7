import type { Finding } from "../../foundation/finding";
import type { Song } from "../../score/song";
import { writtenForm } from "../musicxml/written-form";
import { countFeatures } from "./features";
import { FORMAT_WORDS, LOSSES, SOMEWHERE, type LossyFormat } from "./losses.data";
import { lostSomewhere } from "./lost-somewhere";

/**
 * What a format cannot carry of this song, one finding for each kind of thing, with how often it
 * occurs. Empty where nothing is lost.
 *
 * @param partId the part that is written, where the format holds one
 * Like “plain text cannot carry fermatas: 2 places”.
 */
export function lossesIn(song: Song, format: LossyFormat, partId?: string): readonly Finding[] {
  const counts = countFeatures(song, partId);
  const losses: Finding[] = [];
  const lose = (code: string, words: string, count: number, instead?: string) => {
    const places = count === 1 ? "1 place" : `${count} places`;
    const rest = instead === undefined ? "" : ` (${instead})`;
    losses.push({
      code: `lost-${code}`,
      severity: "info",
      where: {},
      message: `${FORMAT_WORDS[format]} cannot carry ${words}: ${places}${rest}`,
    });
  };
  for (const [feature, count] of counts) {
    const loss = LOSSES[feature];
    if (loss?.in.includes(format)) lose(feature, loss.words, count, loss.instead);
  }
  for (const [feature, count] of lostSomewhere(song, format, partId)) {
    const { words, instead } = SOMEWHERE[feature] ?? {};
    if (words !== undefined && !LOSSES[feature]?.in.includes(format)) {
      lose(feature, words, count, instead);
    }
  }
  if (format === "musicxml") {
    const { isCut, unplayed } = writtenForm(song);
    if (isCut) lose("form", "a form of so many bars", 1, "every phrase stands once");
    if (unplayed.length > 0) {
      lose("unplayed", "phrases outside the form", unplayed.length, "they follow at the end");
    }
  }
  return losses;
}
