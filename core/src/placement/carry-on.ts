import type { Bar } from "../score/bar";
import { linesOfPart, type Line, type Part, type Song } from "../score/song";
import type { HandTable } from "./hand-table";
import { withPlan } from "./place-bars";
import { lineRequest } from "./place-part";
import { planLine } from "./plan-line";
import { isOpenQuestion } from "./region-question";

/**
 * A choice carries: the line as it was chosen, and every line of its part behind it that is still a
 * suggestion, placed anew after it. Lines on which the teacher has pinned a note stay as they are.
 * @param bars The chosen line's bars as they lie now.
 * @returns the lines that change, the chosen one first; the others remain suggestions.
 */
export function carryOn(
  song: Song,
  part: Part,
  phraseId: string,
  bars: readonly Bar[],
  table: HandTable,
): readonly Line[] {
  const lines = linesOfPart(song, part.id);
  const at = lines.findIndex((line) => line.phraseId === phraseId);
  const own = lines[at];
  if (!own) return [];
  const { isSuggested: _, ...decided } = own;
  const changed: Line[] = [{ ...decided, bars }];
  let now = withLine(song, changed[0]!);
  for (const line of lines.slice(at + 1)) {
    if (!isOpenQuestion(line)) continue;
    const asked = line.wishes ? { wishes: line.wishes } : {};
    const request = lineRequest(now, part, line.phraseId, table, asked);
    const placed = withPlan(line.bars, planLine(request, table), request.scope);
    if (placed.every((bar, index) => bar === line.bars[index])) continue;
    changed.push({ ...line, bars: placed });
    now = withLine(now, changed.at(-1)!);
  }
  return changed;
}

function withLine(song: Song, line: Line): Song {
  return {
    ...song,
    lines: song.lines.map((one) =>
      one.phraseId === line.phraseId && one.partId === line.partId ? line : one,
    ),
  };
}
