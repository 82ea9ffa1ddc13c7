import { fingertipMm } from "../../neck/fret-geometry";
import { HARMONIC_FRETS } from "../../neck/harmonic";
import { fretFromNut } from "../../neck/neck";
import { displayPitch } from "../../pitch/pitch";
import { reachMm } from "../../placement/player-hand";
import { toNumber } from "../../rhythm/fraction";
import { wholeSeconds } from "../../rhythm/tempo";
import { eventTechniqueOf, linkOf, notesOf, stringOf, techniqueOf } from "../../score/event";
import type { ReviewFinding } from "../finding";
import { found, type LineScan, type ScannedEvent } from "../line-scan";

/** The fastest that a wrist repeats a stroke, a second: near the limit of tapping with one hand. */
const MOST_TREMOLO = 16;
/** What the thumb needs for each string it leaps, in seconds. */
const THUMB_SECONDS_A_STRING = 0.09;

/** Harmonics where there are none, ringing that is cut, trills, slaps and tremolos beyond the hands. */
export function checkSingleNotes(scan: LineScan): readonly ReviewFinding[] {
  return [
    ...scan.events.flatMap((at, index) => [
      ...harmonics(scan, at),
      ...cutRinging(scan, at, index),
      ...trills(scan, at),
      ...tremolos(scan, at),
    ]),
    ...slaps(scan),
  ];
}

function harmonics(scan: LineScan, at: ScannedEvent): readonly ReviewFinding[] {
  return notesOf(at.event).flatMap((note) => {
    if (note.kind === "dead" || note.place || !techniqueOf(note, "natural-harmonic")) return [];
    const message = `no string has ${displayPitch(note.pitch)} as a natural harmonic`;
    const evidence = [`harmonics speak over frets ${HARMONIC_FRETS.slice(0, 8).join(", ")} …`];
    return [
      found(scan, "technique", "no-harmonic-there", "warning", { at, note }, message, evidence, {
        kind: "drop-technique",
        technique: "natural-harmonic",
      }),
    ];
  });
}

/** Left ringing, and the very next event frets its string. */
function cutRinging(scan: LineScan, at: ScannedEvent, index: number): readonly ReviewFinding[] {
  const next = scan.events
    .slice(index + 1)
    .find(({ isGrace, start }) => !isGrace && start > at.start);
  if (!next || next.bar !== at.bar) return [];
  return notesOf(at.event).flatMap((note) => {
    if (!techniqueOf(note, "let-ring")) return [];
    const taker = notesOf(next.event).find((one) => stringOf(one) === stringOf(note));
    if (taker?.kind !== "pitched" || (taker.place?.fret ?? 0) === 0) return [];
    if (linkOf(taker) !== undefined || techniqueOf(taker, "let-ring")) return [];
    const message = `string ${stringOf(note)} shall ring, and is fretted by the next note`;
    const evidence = [
      `fret ${taker.place!.fret} cuts it off after ${(next.start - at.start).toFixed(2)} s`,
    ];
    return [
      found(scan, "technique", "ring-cut", "warning", { at, note }, message, evidence, {
        kind: "drop-technique",
        technique: "let-ring",
      }),
    ];
  });
}

function trills(scan: LineScan, at: ScannedEvent): readonly ReviewFinding[] {
  const { neck, player } = scan;
  return notesOf(at.event).flatMap((note) => {
    const trill = techniqueOf(note, "trill");
    if (!trill || note.kind === "dead" || !note.place) return [];
    const from = fretFromNut(note.place, neck);
    const isOpen = note.place.fret === 0;
    const wide = fingertipMm(from + trill.semitones, neck) - fingertipMm(from, neck);
    const reach = reachMm(player, 1, 4);
    const isOffTheNeck = from + trill.semitones > neck.frets;
    if (!isOffTheNeck && (isOpen || wide <= reach)) return [];
    const message = isOffTheNeck
      ? `the trill's upper note lies beyond the last fret`
      : `a trill over ${trill.semitones} frets from fret ${note.place.fret} is too wide`;
    const evidence = [
      `${Math.round(wide)} mm; a ${player.size} hand reaches ${Math.round(reach)} mm`,
    ];
    return [
      found(scan, "technique", "trill-too-wide", "warning", { at, note }, message, evidence, {
        kind: "drop-technique",
        technique: "trill",
      }),
    ];
  });
}

function tremolos(scan: LineScan, at: ScannedEvent): readonly ReviewFinding[] {
  const tremolo = eventTechniqueOf(at.event, "tremolo");
  if (!tremolo?.value) return [];
  const { tempoBpm } = scan.frames[at.bar]!;
  const perSecond = 1 / (toNumber(tremolo.value) * wholeSeconds(tempoBpm));
  if (perSecond <= MOST_TREMOLO) return [];
  const message = `a tremolo of ${perSecond.toFixed(0)} strokes a second is faster than a hand can`;
  const evidence = [`at ${tempoBpm} quarter notes a minute; ${MOST_TREMOLO} a second is the most`];
  const mend = { kind: "drop-tremolo" } as const;
  return [found(scan, "technique", "tremolo-too-fast", "warning", { at }, message, evidence, mend)];
}

/** The thumb from one slapped string to the next but one, without the time for it. */
function slaps(scan: LineScan): readonly ReviewFinding[] {
  let last: { readonly at: ScannedEvent; readonly string: number } | undefined;
  const findings: ReviewFinding[] = [];
  for (const at of scan.events) {
    for (const note of notesOf(at.event)) {
      const string = stringOf(note);
      if (note.pluck !== "slap" || string === undefined) continue;
      const apart = last ? Math.abs(last.string - string) : 0;
      const seconds = last ? at.start - last.at.start : 0;
      if (apart >= 2 && seconds < apart * THUMB_SECONDS_A_STRING) {
        const message = `the thumb has to leap ${apart} strings in ${seconds.toFixed(2)} s`;
        const evidence = [`it needs about ${(apart * THUMB_SECONDS_A_STRING).toFixed(2)} s`];
        findings.push(
          found(scan, "technique", "slap-out-of-reach", "warning", { at, note }, message, evidence),
        );
      }
      last = { at, string };
    }
  }
  return findings;
}
