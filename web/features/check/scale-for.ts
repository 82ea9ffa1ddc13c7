import { isOfKey, type StretchKey } from "@intonazione/core/analysis";
import type { Song } from "@intonazione/core/score";
import { scaleOfKey, type Scale } from "@intonazione/core/theory";

/** The scale that steps are counted in: the mode that the line is heard in where that is of the song's key. */
export function scaleFor(
  song: Song,
  keys: readonly StretchKey[] | undefined,
  phraseId: string,
  partId: string,
): Scale {
  const own = keys?.find((one) => one.phraseId === phraseId && one.partId === partId)?.clear;
  const isMode =
    own &&
    isOfKey(own.scale, song.key) &&
    !/pentatonic|blues|diminished|tone/u.test(own.scale.name);
  return isMode ? own.scale : scaleOfKey(song.key);
}
