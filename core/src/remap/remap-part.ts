import type { Finding } from "../foundation/finding";
import type { Capo } from "../instrument/capo";
import type { Instrument } from "../instrument/instrument";
import { neckOf } from "../neck/neck";
import { cutIntoLines, linesOfPart, type Line, type Part, type Song } from "../score/song";
import { remapBars, type Unreachable } from "./remap-bars";

export interface RemappedPart {
  /** The part's lines in the order of the phrases, still under its old id. */
  readonly lines: readonly Line[];
  /** Bars count through the whole part. */
  readonly unreachable: readonly (Unreachable & { readonly phraseId: string })[];
  readonly findings: readonly Finding[];
}

/** All lines of a part on another instrument or under another capo, as one way through the song. */
export function remapPart(
  song: Song,
  part: Part,
  to: { readonly instrument: Instrument; readonly capo: Capo },
  newId: () => string,
): RemappedPart {
  const before = linesOfPart(song, part.id);
  const moved = remapBars(
    before.flatMap((line) => line.bars),
    neckOf(part.instrument, part.capo),
    neckOf(to.instrument, to.capo),
    newId,
  );
  const phraseOfBar = before.flatMap((line) => line.bars.map(() => line.phraseId));
  return {
    lines: cutIntoLines(before, moved.bars),
    unreachable: moved.unreachable.map((one) => ({ ...one, phraseId: phraseOfBar[one.bar - 1]! })),
    findings: moved.findings,
  };
}
