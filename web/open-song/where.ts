import { formatBar, type BarIndex } from "@intonazione/core/foundation";
import type { Song } from "@intonazione/core/score";

/**
 * A bar as every screen names it: its phrase, and its number through the part.
 * @example "Verse · bar 13"
 */
export function barInWords(
  song: Song,
  { phraseId, barOfPart }: { readonly phraseId: string; readonly barOfPart: BarIndex },
): string {
  const phrase = song.phrases.find(({ id }) => id === phraseId)!;
  return `${phrase.name} · ${formatBar(barOfPart)}`;
}
