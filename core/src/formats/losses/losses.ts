import type { Finding } from "../../foundation/finding";
import { placeNamesOf, USUAL_STYLE } from "../../neck/place-names";
import { lineOf, type Song } from "../../score/song";
import { writtenForm } from "../musicxml/written-form";
import { ColumnMaker } from "../text-tab/text-columns";
import { countFeatures, type Feature } from "./features";
import { FORMAT_WORDS, LOSSES, type LossyFormat } from "./losses.data";

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
  if (format === "text") {
    for (const [feature, count] of signsLost(song, partId)) {
      const words =
        feature === "tie"
          ? "ties of single notes of a chord"
          : "slides into a note that would be read as coming from the note before";
      lose(feature, words, count);
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

/** What has a sign in text, but not everywhere: found by writing it. */
function signsLost(
  song: Song,
  partId: string | undefined,
): readonly (readonly [Feature, number])[] {
  const totals = { "slide-in": 0, tie: 0 };
  for (const part of song.parts) {
    if (partId !== undefined && part.id !== partId) continue;
    const maker = new ColumnMaker(part.instrument.tuning.length, placeNamesOf(part, USUAL_STYLE));
    for (const { id } of song.phrases) {
      for (const bar of lineOf(song, id, part.id)?.bars ?? []) maker.bar(bar);
    }
    totals["slide-in"] += maker.lost["slide-in"];
    totals.tie += maker.lost.tie;
  }
  return (Object.entries(totals) as [Feature, number][]).filter(([, count]) => count > 0);
}
