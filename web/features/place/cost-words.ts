import { fingertipMm, fretFromNut, type Neck, type Place } from "@intonazione/core/neck";
import { POINTS, reasonInWords, type WeighedPlace } from "@intonazione/core/placement";
import type { Note } from "@intonazione/core/score";

/** So dear is nothing but a rule that is broken. */
const BREAKS_A_RULE = 500 * POINTS;

/** @example "costs 2.1 more: fewer shifts: 1 instead of 3; moves 4 others" */
export function costInWords(
  place: Place,
  weighed: readonly WeighedPlace[] | undefined,
  barsBefore: number,
): string | undefined {
  const own = weighed?.find(
    (one) => one.place.string === place.string && one.place.fret === place.fret,
  );
  if (!own) return undefined;
  if (own.more === 0) return "costs no more";
  if (own.more > BREAKS_A_RULE) return "tears a slur, or a note that should ring on";
  const [reason] = own.against;
  const others = own.movesOthers === 1 ? "1 other" : `${own.movesOthers} others`;
  return [
    `costs ${(own.more / POINTS).toFixed(1)} more`,
    ...(own.movesOthers > 0 ? [`best with ${others} moved`] : []),
    ...(reason ? [`the best way: ${reasonInWords(reason, barsBefore)}`] : []),
  ].join("; ");
}

/** How far the hand goes from the event before, along the neck. */
export function travelInWords(place: Place, before: readonly Note[], neck: Neck): string {
  if (place.fret === 0) return "open: needs no finger";
  const frets = before.flatMap((note) =>
    note.kind === "pitched" && note.place && note.place.fret > 0
      ? [fretFromNut(note.place, neck)]
      : [],
  );
  if (frets.length === 0) return "after an open string or a rest";
  const from = fingertipMm(Math.min(...frets), neck);
  const distance = Math.round(Math.abs(fingertipMm(fretFromNut(place, neck), neck) - from));
  return distance < 1 ? "the hand stays" : `the hand moves ${distance} mm`;
}
