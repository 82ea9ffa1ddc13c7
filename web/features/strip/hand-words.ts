import type { Neck } from "@intonazione/core/neck";
import { suggestFingers } from "@intonazione/core/placement";
import { suggestStrokes, type Handwork } from "@intonazione/core/playing";
import {
  eventsOf,
  notesOf,
  type Bar,
  type BarFrame,
  type PickingSchool,
} from "@intonazione/core/score";

/** The strokes of each bar in one word an event, so that bars with the same ones need no drawing. */
export function strokesOf(
  bars: readonly Bar[],
  frames: readonly BarFrame[],
  picking: PickingSchool,
  strings: number,
): readonly string[] {
  const works = suggestStrokes(bars, frames, picking, strings);
  return bars.map(({ events }) => events.map((event) => wordOf(works.get(event.id))).join(" "));
}

/** The fingers of each bar, by its notes in their order. */
export function fingersOf(bars: readonly Bar[], neck: Neck): readonly string[] {
  const fingers = suggestFingers(bars, neck);
  return bars.map((bar) =>
    eventsOf([bar])
      .flatMap(notesOf)
      .map((note) => String(fingers.get(note.id) || "-"))
      .join(" "),
  );
}

function wordOf(work: Handwork | undefined): string {
  if (!work) return "-";
  const plucks = work.plucks?.filter((pluck) => pluck !== undefined).join(",");
  const word = work.stroke ?? (plucks || "-");
  return work.isByHand ? `${word}!` : word;
}
