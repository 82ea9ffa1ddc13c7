import { isPalmMuted, isRinging, linkOf, stringOf, type LineEvent } from "@intonazione/core/score";
import type { BarBox, Row } from "@intonazione/core/strip";
import type { Lane } from "@/open-song/state/shown-lanes";
import type { PartFacts } from "./facts";
import { frameWords } from "./frame-words";
import type { LaneWishes } from "./lanes";
import { nameLinesOf } from "./note-names";

type LaneWish = Parameters<LaneWishes["has"]["has"]>[0];

/** Lanes that are no rows of their own among the others. */
const DRAWN_ELSEWHERE: readonly Lane[] = ["staff", "length"];

/** The lanes that are wished for, and those that show themselves where there is something to show. */
export function laneWishes(
  row: Row,
  wished: ReadonlySet<Lane>,
  facts: PartFacts,
  {
    isCompact,
    isBeingSaid,
    isNumbered,
    isSaidAs,
  }: Readonly<Record<"isCompact" | "isBeingSaid" | "isNumbered" | "isSaidAs", boolean>>,
): LaneWishes {
  const boxes = row.bars.flatMap(({ box }) => box.events);
  const events = boxes.map(({ event }) => event);
  const has = new Set<LaneWish>();
  for (const name of wished) if (!DRAWN_ELSEWHERE.includes(name)) has.add(name as LaneWish);
  const only = (name: LaneWish, isThere: boolean) => {
    if (isThere) has.add(name);
    else has.delete(name);
  };
  only("chord", wished.has("chord") && row.bars.some(({ box }) => box.chords.length > 0));
  only("fingered", wished.has("fingered") && facts.shift !== 0);
  const hasChords = ({ frame }: BarBox) => frame.chords.length > 0 || frame.over !== undefined;
  only("of chord", wished.has("of chord") && row.bars.some(({ box }) => hasChords(box)));
  only("unplaced", row.hasUnplaced);
  // Where places are compared, words, values and what the palm does are the same in all of them.
  const among = (isThere: (event: LineEvent) => boolean) => !isCompact && events.some(isThere);
  only(
    "words",
    among(({ note }) => note !== undefined),
  );
  only(
    "lyric",
    among(({ lyric }) => lyric !== undefined),
  );
  only("voiceTwo", !isCompact && row.bars.some(({ box }) => box.bar.voiceTwo !== undefined));
  only(
    "mutes",
    among((event) => isPalmMuted(event) || isRinging(event)),
  );
  only("techniques", events.some(reachesUp));
  // While it is said a bar is short at every key: the lane shall not come and go with it.
  const hasHead = isBeingSaid || isSaidAs || saysSomething(row);
  only("head", hasHead || (!isCompact && !wished.has("count")));
  return {
    strings: facts.names.strings.length,
    nameLines: Math.max(1, ...boxes.map(nameLinesOf)),
    has,
    isCompact,
    isNumbered,
  };
}

/** Whether a bar of the row has words: what it says to all parts, or that it does not add up. */
function saysSomething({ bars }: Row): boolean {
  return bars.some(
    ({ box: { balance, frame } }, index) =>
      balance !== undefined || frameWords(frame, bars[index - 1]?.box.frame).length > 0,
  );
}

/** Note techniques whose signs stand above the strings. */
const ABOVE: ReadonlySet<string> = new Set(["trill", "pinched-harmonic", "fret-hand-mute"]);

/** Whether something of an event is drawn above the thinnest string. */
function reachesUp(event: LineEvent): boolean {
  if (event.fermata) return true;
  if (event.kind !== "notes") return false;
  if (event.techniques.some(({ kind }) => kind !== "palm-mute")) return true;
  return event.notes.some((note) => {
    if (note.kind === "dead") return false;
    const string = stringOf(note) ?? 1;
    return note.techniques.some(
      ({ kind }) =>
        ABOVE.has(kind) ||
        (kind === "bend" && string <= 2) ||
        (string === 1 && linkOf(note) === kind),
    );
  });
}
