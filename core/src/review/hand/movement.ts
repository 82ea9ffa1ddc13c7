import { fingertipMm } from "../../neck/fret-geometry";
import { placesOf, fretFromNut, type Neck, type Place } from "../../neck/neck";
import { midiOf } from "../../pitch/pitch";
import { compare } from "../../rhythm/fraction";
import { widestGripMm } from "../../placement/fingering";
import { harmonicOf, notesOf, stringOf, techniqueOf } from "../../score/event";
import { isStruck } from "../../sounding/attack";
import { secondsInLine } from "../../sounding/line-sound";
import type { ReviewFinding } from "../finding";
import { found, type LineScan } from "../line-scan";
import type { HeldGrip } from "./held-grips";

/**
 * The least time a hand needs for a way of `mm` along the neck, in seconds: Fitts's law
 * (Fitts 1954, J. Exp. Psychol. 47), `b·log2(2D/W)`, with a fret's breadth of 12 mm to hit and `b` of a
 * practised hand. The constants are ours.
 */
function shiftSeconds(mm: number): number {
  return mm <= TARGET_MM / 2 ? 0 : SECONDS_A_BIT * Math.log2((2 * mm) / TARGET_MM);
}

const TARGET_MM = 12;
const SECONDS_A_BIT = 0.04;
/** Shorter ways are no jump, in mm. */
const JUMP_MM = 150;

/** Shifts that there is no time for, and jumps that another string would save. */
export function checkMovement(
  scan: LineScan,
  moments: readonly HeldGrip[],
): readonly ReviewFinding[] {
  const { neck, player } = scan;
  const reach = widestGripMm({ ...player, usesThumb: false });
  const findings: ReviewFinding[] = [];
  const fretted = moments.filter(({ grip }) => grip.fretted);
  for (const [index, moment] of fretted.entries()) {
    const before = fretted[index - 1];
    if (!before || moment.isLed || moment.isBarred || before.isBarred) continue;
    const way = leastWayMm(before, moment, neck, reach);
    if (way === 0) continue;
    const seconds = moment.at.start - before.at.start;
    const needed = shiftSeconds(way);
    const dodge = dodgeOf(moment, before, fretted[index + 1], neck, reach);
    const [from, to] = [before.grip.fretted!.lowest, moment.grip.fretted!.lowest];
    const note = moment.fresh[0]!;
    const evidence = [
      `${Math.round(way)} mm in ${seconds.toFixed(2)} s; a practised hand needs ${needed.toFixed(2)} s`,
      ...(dodge ? [`string ${dodge.string} fret ${dodge.fret} sounds the same`] : []),
    ];
    const mend = dodge && ({ kind: "re-place", place: dodge } as const);
    const where = { at: moment.at, note };
    if (seconds < needed) {
      const message = `from fret ${from} to fret ${to} there is no time at this tempo`;
      findings.push(
        found(scan, "hand", "shift-too-far", "warning", where, message, evidence, mend),
      );
    } else if (way >= JUMP_MM && dodge) {
      const message = `the jump from fret ${from} to fret ${to} can be dodged: the same pitch lies on string ${dodge.string}, fret ${dodge.fret}`;
      findings.push(found(scan, "hand", "jump-to-dodge", "info", where, message, evidence, mend));
    }
  }
  return findings;
}

/** How far the hand has to go at least, in mm: what fingers can stretch is no way. */
function leastWayMm(a: HeldGrip, b: HeldGrip, neck: Neck, reach: number): number {
  const range = ({ grip }: HeldGrip) => {
    const { lowest, highest } = grip.fretted!;
    return { low: fingertipMm(highest, neck) - reach, high: fingertipMm(lowest, neck) };
  };
  const [from, to] = [range(a), range(b)];
  return Math.max(0, to.low - from.high, from.low - to.high);
}

/** Another place of a single note within reach of what is held before and after it. */
function dodgeOf(
  moment: HeldGrip,
  before: HeldGrip,
  after: HeldGrip | undefined,
  neck: Neck,
  reach: number,
): Place | undefined {
  const [note] = moment.fresh;
  const isFree =
    note?.kind === "pitched" && moment.notes.length === 1 && !note.pinned && !harmonicOf(note);
  if (!isFree || !note.place || techniqueOf(note, "bend")) return undefined;
  const around = [before, ...(after ? [after] : [])];
  const own = placesOf(midiOf(note.pitch), neck).filter(
    ({ string }) => string !== note.place!.string,
  );
  return own.find((place) => {
    if (place.fret === 0) return true;
    const at = fingertipMm(fretFromNut(place, neck), neck);
    return around.every(({ grip }) => {
      const { lowest, highest } = grip.fretted!;
      return (
        Math.abs(at - fingertipMm(lowest, neck)) <= reach &&
        Math.abs(at - fingertipMm(highest, neck)) <= reach
      );
    });
  });
}

/** Strokes in a row that are faster than the stated rate; all down half of it. */
const LONG_ROW = 8;

export function checkPicking(scan: LineScan, perSecond: number): readonly ReviewFinding[] {
  const { part, events } = scan;
  if (part.picking === "fingers" || part.picking === "slap") return [];
  const most = part.picking === "all-down" ? perSecond / 2 : perSecond;
  const struck = events.filter(
    ({ event, voice, isGrace }) => voice === 1 && !isGrace && notesOf(event).some(isStruck),
  );
  const findings: ReviewFinding[] = [];
  let from = 0;
  for (let index = 1; index <= struck.length; index++) {
    const gap = index < struck.length ? struck[index]!.start - struck[index - 1]!.start : Infinity;
    if (gap < 1 / most - 1e-6) continue;
    const count = index - from;
    if (count >= LONG_ROW) {
      const first = struck[from]!;
      const seconds = struck[index - 1]!.start - first.start;
      const rate = (count - 1) / seconds;
      const message = `${count} strokes in a row, ${rate.toFixed(1)} a second: faster than ${most} a second`;
      const evidence = [`at ${scan.frames[first.bar]!.tempoBpm} quarter notes a minute`];
      findings.push(
        found(scan, "hand", "picking-too-fast", "warning", { at: first }, message, evidence),
      );
    }
    from = index;
  }
  return findings;
}

/** A note of one voice that is held by what is written while the other takes its string. */
export function checkHeldStrings(scan: LineScan): readonly ReviewFinding[] {
  const { events, sound } = scan;
  const eventOf = new Map(events.map((at) => [at.event, at]));
  return sound.notes.flatMap((one): ReviewFinding[] => {
    if (one.stoppedBy !== "its-string" || compare(one.until, one.end) >= 0) return [];
    const string = stringOf(one.note);
    const at = eventOf.get(one.event);
    if (!at || string === undefined) return [];
    const lost = at.end - secondsInLine(sound, one.bar, one.until);
    const message = `string ${string} is still needed: the other voice takes it before its note ends`;
    const evidence = [`${lost.toFixed(2)} s of it would be lost`];
    const { note } = one;
    return [found(scan, "hand", "string-still-needed", "warning", { at, note }, message, evidence)];
  });
}
