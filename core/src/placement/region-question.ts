import { eventsOf } from "../score/bar";
import { notesOf } from "../score/event";
import type { Line } from "../score/song";
import type { PlanOption } from "./advice";
import { POINTS } from "./weights";

/**
 * Ways this near to the best one are a question, not an answer: what they cost more, in units of the
 * weights, for each root of the number of moments. Of 110 phrases that a teacher placed it asks in
 * six of ten, and seven of ten that lie in another region than the best way are among what it shows.
 */
const NEAR = 0.65;

/**
 * The ways among which a teacher has to choose, the best one first: those that lie elsewhere and cost
 * little more.
 * @returns empty where the best way stands alone.
 */
export function nearWays(options: readonly PlanOption[], moments: number): readonly PlanOption[] {
  const [best] = options;
  if (!best) return [];
  const most = best.points + NEAR * POINTS * Math.sqrt(moments);
  return options.slice(1).some(({ points }) => points <= most) ? options : [];
}

/**
 * Whether it is open where a line lies: its places were suggested, nobody has taken them, and no note
 * of it was pinned by hand.
 */
export function isOpenQuestion({ isSuggested, bars }: Line): boolean {
  if (!isSuggested) return false;
  return !eventsOf(bars)
    .flatMap(notesOf)
    .some((note) => note.kind === "pitched" && note.pinned);
}
