import { eventsOf } from "../score/bar";
import { isPalmMuted, isRinging, isUnplaced, notesOf } from "../score/event";
import type { Row } from "../strip/layout";
import type { Extent } from "./extent";
import type { HandoutLane } from "./options";

/** Where the lanes of one row stand on paper, from its upper edge; undefined where it has none. */
export interface PaperLanes {
  /** Where the drawing of the staff has its origin. */
  readonly staff: number | undefined;
  readonly head: number;
  readonly chords: number | undefined;
  readonly words: number | undefined;
  readonly count: number | undefined;
  readonly strokes: number | undefined;
  readonly values: number | undefined;
  readonly unplaced: number | undefined;
  /** The middle of the signs above the strings. */
  readonly signs: number;
  /** The thinnest string. */
  readonly tab: number;
  readonly strings: number;
  readonly voiceTwo: number | undefined;
  readonly mutes: number | undefined;
  readonly lyric: number | undefined;
  readonly fingers: number | undefined;
  readonly sounds: number | undefined;
  readonly fingered: number | undefined;
  readonly degrees: number | undefined;
  readonly height: number;
}

const STRING_GAP = 14;
/** Air above and below what is drawn on the staff. */
const STAFF_AIR = 5;
export const NAME_GAP = 12;

/**
 * Only what some bar of the row has gets room.
 * @param staff - How far the engraved staff reaches around its origin; absent where there is none.
 */
export function paperLanes(
  row: Row,
  strings: number,
  wished: ReadonlySet<HandoutLane>,
  staff?: Extent,
): PaperLanes {
  const events = eventsOf(row.bars.map(({ box }) => box.bar));
  const most = Math.max(1, ...events.map((event) => notesOf(event).length));
  const has = (lane: HandoutLane, is = true) => wished.has(lane) && is;
  let y = 0;
  const take = (height: number, isWanted: boolean) => {
    if (!isWanted) return undefined;
    y += height;
    return y - height / 2;
  };
  const isSigned = events.some(
    (event) =>
      event.fermata === true ||
      (event.kind === "notes" &&
        (event.techniques.length > 0 ||
          event.notes.some((note) => note.kind === "pitched" && note.techniques.length > 0))),
  );
  const origin = staff && STAFF_AIR - staff.top;
  if (staff) y += staff.bottom - staff.top + 2 * STAFF_AIR;
  const head = take(13, true)!;
  const chords = take(
    18,
    has(
      "chords",
      row.bars.some(({ box }) => box.chords.length > 0),
    ),
  );
  const words = take(
    14,
    events.some((event) => event.note !== undefined),
  );
  const count = take(16, has("count"));
  const strokes = take(15, has("strokes"));
  // A staff says the values already.
  const values = take(28, has("values", !staff));
  const unplaced = take(18, events.some(isUnplaced));
  const signs = take(isSigned ? 18 : 6, true)!;
  const tab = y + 4;
  y = tab + (strings - 1) * STRING_GAP + 9;
  const hasVoiceTwo = row.bars.some(({ box }) => box.bar.voiceTwo);
  const voiceTwo = take(22, hasVoiceTwo && values !== undefined);
  const mutes = take(
    13,
    events.some((event) => isPalmMuted(event) || isRinging(event)),
  );
  const lyric = take(
    16,
    events.some((event) => event.lyric !== undefined),
  );
  const fingers = take(13, has("fingers"));
  const names = (lane: HandoutLane) => {
    if (!has(lane)) return undefined;
    y += 3;
    const first = y + NAME_GAP / 2;
    y += NAME_GAP * most;
    return first;
  };
  const sounds = names("sounds");
  const fingered = names("fingered");
  const degrees = names("degrees");
  return {
    staff: origin,
    head,
    chords,
    words,
    count,
    strokes,
    values,
    unplaced,
    signs,
    tab,
    strings,
    voiceTwo,
    mutes,
    lyric,
    fingers,
    sounds,
    fingered,
    degrees,
    height: y + 2,
  };
}

export function stringY({ tab }: PaperLanes, string: number): number {
  return tab + (string - 1) * STRING_GAP;
}
