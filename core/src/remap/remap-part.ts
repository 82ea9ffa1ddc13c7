import type { Finding } from "../foundation/finding";
import type { Capo } from "../instrument/capo";
import type { Instrument } from "../instrument/instrument";
import { neckOf } from "../neck/neck";
import { changeLines, linesOfPart, type Line, type Part, type Song } from "../score/song";
import { remapBars, type Remapped, type Unreachable } from "./remap-bars";

export interface RemappedPart {
  /** The part's lines in the order of the phrases, still under its old id. */
  readonly lines: readonly Line[];
  /** Bars count through the whole part. */
  readonly unreachable: readonly (Unreachable & { readonly phraseId: string })[];
  readonly findings: readonly Finding[];
}

/**
 * All lines of a part on another instrument or under another capo, as one way through the song. Other
 * versions move along; what is unreachable is told of the lines themselves.
 */
export function remapPart(
  song: Song,
  part: Part,
  to: { readonly instrument: Instrument; readonly capo: Capo },
  newId: () => string,
): RemappedPart {
  const before = linesOfPart(song, part.id);
  const from = neckOf(part.instrument, part.capo);
  const neck = neckOf(to.instrument, to.capo);
  const moved: Remapped[] = [];
  const lines = changeLines(before, (bars) => {
    const here = remapBars(bars, from, neck, newId);
    moved.push(here);
    return here.bars;
  });
  const phraseOfBar = before.flatMap((line) => line.bars.map(() => line.phraseId));
  const [whole] = moved as [Remapped, ...Remapped[]];
  return {
    lines,
    unreachable: whole.unreachable.map((one) => ({ ...one, phraseId: phraseOfBar[one.bar - 1]! })),
    findings: whole.findings,
  };
}
