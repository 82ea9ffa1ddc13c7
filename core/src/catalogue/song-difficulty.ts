import { difficultyOf } from "../placement/difficulty";
import type { HandTable } from "../placement/hand-table";
import { standingPlan, tableFor } from "../placement/place-part";
import { lineOf, type Line, type Song } from "../score/song";

/**
 * How hard a song is, 1–10: as hard as the hardest of its lines as they are placed. One step for each
 * line, so that whoever asks can do something else between; the last step's value is the answer,
 * undefined for a song without music.
 */
export function* songDifficulty(song: Song): Generator<void, number | undefined> {
  let hardest: number | undefined;
  for (const part of song.parts) {
    const table = tableFor(song, part);
    for (const { id } of song.phrases) {
      const line = lineOf(song, id, part.id);
      if (!line || line.bars.every(({ events }) => events.length === 0)) continue;
      hardest = Math.max(hardest ?? 1, levelOf(song, line, table));
      yield;
    }
  }
  return hardest;
}

function levelOf(song: Song, line: Line, table: HandTable): number {
  const { neck, player } = table.judgement;
  return difficultyOf(standingPlan(song, line, table), neck, player).level;
}
