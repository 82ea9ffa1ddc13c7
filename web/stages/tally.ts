import { checkBars } from "@intonazione/core/checks";
import {
  eventsOf,
  linesOfPart,
  notesOf,
  type Bar,
  type BarFrame,
  type Line,
  type Part,
  type Song,
} from "@intonazione/core/score";
import { framesFor } from "@/open-song/derived";

/** What is written in a line, or in all lines of a part. */
export interface Tally {
  readonly bars: number;
  /** Bars that do not add up. */
  readonly open: number;
  readonly homeless: number;
  readonly pinned: number;
}

const tallies = new WeakMap<readonly Bar[], { frames: readonly BarFrame[]; tally: Tally }>();

/** Counted once for each line and what holds in its bars; an edit counts its own line only. */
function tallyOf(song: Song, { phraseId, bars }: Line): Tally {
  const phrase = song.phrases.find(({ id }) => id === phraseId)!;
  const frames = framesFor(song, phrase, bars.length);
  const known = tallies.get(bars);
  if (known?.frames === frames) return known.tally;
  const pitched = eventsOf(bars)
    .flatMap(notesOf)
    .filter((note) => note.kind === "pitched");
  const tally = {
    bars: bars.length,
    open: checkBars(bars, frames).filter(({ severity }) => severity !== "info").length,
    homeless: pitched.filter(({ place }) => !place).length,
    pinned: pitched.filter(({ pinned }) => pinned).length,
  };
  tallies.set(bars, { frames, tally });
  return tally;
}

export function tallyOfPart(song: Song, part: Part): Tally {
  const total = { bars: 0, open: 0, homeless: 0, pinned: 0 };
  for (const line of linesOfPart(song, part.id)) {
    const tally = tallyOf(song, line);
    total.bars += tally.bars;
    total.open += tally.open;
    total.homeless += tally.homeless;
    total.pinned += tally.pinned;
  }
  return total;
}
