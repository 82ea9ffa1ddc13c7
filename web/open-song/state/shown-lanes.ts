import { z } from "zod";
import { remembered } from "./remembered";

export const LANES = [
  "chord",
  "count",
  "stroke",
  "value",
  "finger",
  "sounds",
  "fingered",
  "degree",
  "of chord",
  "length",
  "staff",
] as const;
/** The tablature itself is always there. */
export type Lane = (typeof LANES)[number];
export type LaneSet = ReadonlySet<Lane>;

export const USUAL_LANES: LaneSet = new Set([
  "chord",
  "count",
  "stroke",
  "sounds",
  "fingered",
  "length",
]);

/** What strips show: all of them the same, but for phrases with lanes of their own. */
export interface ShownLanes {
  readonly lanes: LaneSet;
  /** By phrase. */
  readonly ownLanes: Readonly<Record<string, LaneSet>>;
}

export function shownLanes({ lanes, ownLanes }: ShownLanes, phraseId: string | undefined): LaneSet {
  return (phraseId !== undefined && ownLanes[phraseId]) || lanes;
}

/** Shows or hides a lane: of the phrase where it has lanes of its own, else of all strips. */
export function toggleLane(
  wishes: ShownLanes,
  phraseId: string | undefined,
  lane: Lane,
): Partial<ShownLanes> {
  const next = new Set(shownLanes(wishes, phraseId));
  if (!next.delete(lane)) next.add(lane);
  const isOwn = phraseId !== undefined && wishes.ownLanes[phraseId] !== undefined;
  return isOwn ? { ownLanes: { ...wishes.ownLanes, [phraseId]: next } } : { lanes: next };
}

/** Gives a phrase lanes of its own, the same as all have to begin with, or takes them away again. */
export function toggleOwnLanes({ lanes, ownLanes }: ShownLanes, phraseId: string) {
  const { [phraseId]: own, ...others } = ownLanes;
  return { ownLanes: own ? others : { ...others, [phraseId]: lanes } };
}

/** Beside the lanes that were shown those that could be: what came later is as usual. */
const lanesMemory = remembered(
  "intonazione-shown-lanes",
  z.object({ shown: z.array(z.enum(LANES)), known: z.array(z.string()) }),
  { shown: [...USUAL_LANES], known: [...LANES] },
);

/** What the strips of this browser showed last. */
export function rememberedLanes(): LaneSet {
  const { shown, known } = lanesMemory.read();
  const later = [...USUAL_LANES].filter((lane) => !known.includes(lane));
  return new Set([...shown, ...later]);
}

export function rememberLanes(lanes: LaneSet): void {
  lanesMemory.write({ shown: [...lanes], known: [...LANES] });
}
