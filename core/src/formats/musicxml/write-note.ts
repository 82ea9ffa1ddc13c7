import { noteValueOf } from "../../rhythm/duration";
import { fraction, multiply, type Fraction } from "../../rhythm/fraction";
import { isPalmMuted, techniqueOf, type LineEvent, type PitchedNote } from "../../score/event";
import type { Pitch } from "../../pitch/pitch";
import { leaf, node, type XmlNode } from "../xml/write-xml";
import { TYPE_OF_VALUE } from "./vocabulary.data";
import { notationsOf } from "./write-notations";
import type { WrittenEvent, WrittenNote } from "./written-notes";

/** Where on the page and in the time of its part something stands. */
export interface Stand {
  readonly staff: 1 | 2;
  readonly voice: number;
  /** How many units of time a quarter note has. */
  readonly divisions: number;
  /** What the strings sound open: string 1 first. */
  readonly open: readonly Pitch[];
}

export const TAB_STAFF = 2;

/** A duration in the units of the part. */
export function unitsOf(duration: Fraction, divisions: number): number {
  const { num, den } = multiply(duration, fraction(4 * divisions));
  // Not whole only where the units would have to be finer than any program reads.
  return den === 1 ? num : Number((num / den).toFixed(6));
}

/** The elements of one event, a note after the other. */
export function noteElements(written: WrittenEvent, stand: Stand): readonly XmlNode[] {
  const { event, notes } = written;
  if (notes.length > 0) {
    return notes.map((note, index) => noteElement(written, note, index > 0, stand));
  }
  const isHit = event.kind === "hit" && written.isFirst;
  const sound = isHit ? unpitched() : node("rest");
  const alone = { next: undefined, isContinued: false, isContinuation: !written.isFirst };
  return [
    node(
      "note",
      {},
      sound,
      ...timeOf(written, stand),
      isHit && leaf("notehead", "x"),
      leaf("staff", stand.staff),
      notationsOf(event, undefined, alone, written.lead, stand.staff === TAB_STAFF),
      lyricOf(written, stand),
    ),
  ];
}

function noteElement(
  written: WrittenEvent,
  { note, joined }: WrittenNote,
  isChord: boolean,
  stand: Stand,
): XmlNode {
  const { event, lead } = written;
  const isGhost = techniqueOf(note, "ghost") !== undefined && !joined.isContinuation;
  const ties = [
    ...(joined.isContinuation || techniqueOf(note, "tie") ? ["stop"] : []),
    ...(joined.isContinued || joined.next === "tie" ? ["start"] : []),
  ].map((type) => node("tie", { type }));
  const pitch = note.kind === "dead" ? stand.open[note.string - 1]! : note.pitch;
  return node(
    "note",
    {},
    graceOf(event),
    isChord && node("chord"),
    pitchElement(pitch),
    ...(event.kind === "notes" && event.grace ? [ties] : [durationOf(written, stand), ties]),
    leaf("voice", stand.voice),
    ...typeOf(written),
    headOf(note.kind === "dead", isGhost),
    leaf("staff", stand.staff),
    notationsOf(event, note, joined, isChord ? undefined : lead, stand.staff === TAB_STAFF),
    !isChord && lyricOf(written, stand),
    isPalmMuted(event) && node("play", {}, leaf("mute", "palm")),
  );
}

function headOf(isDead: boolean, isGhost: boolean): XmlNode | undefined {
  if (isDead) return leaf("notehead", "x");
  return isGhost ? leaf("notehead", "normal", { parentheses: "yes" }) : undefined;
}

function graceOf(event: LineEvent): XmlNode | undefined {
  if (event.kind !== "notes" || !event.grace) return undefined;
  return event.grace === "before"
    ? node("grace", { "steal-time-previous": 50, slash: "yes" })
    : node("grace", { "steal-time-following": 50, slash: "no" });
}

/** @param pitch as it sounds; the clef says that it is written an octave higher. */
function pitchElement(pitch: PitchedNote["pitch"]): XmlNode {
  const alter = pitch.alter + (pitch.cents ?? 0) / 100;
  return node(
    "pitch",
    {},
    leaf("step", pitch.step),
    alter !== 0 && leaf("alter", alter),
    leaf("octave", pitch.octave),
  );
}

function unpitched(): XmlNode {
  return node("unpitched", {}, leaf("display-step", "B"), leaf("display-octave", 3));
}

function timeOf(written: WrittenEvent, stand: Stand): readonly (XmlNode | undefined)[] {
  return [durationOf(written, stand), leaf("voice", stand.voice), ...typeOf(written)];
}

function durationOf({ length }: WrittenEvent, { divisions }: Stand): XmlNode {
  return leaf("duration", unitsOf(length, divisions));
}

/** A value that no note can say has no type: it is told by its duration alone. */
function typeOf({ value, event }: WrittenEvent): readonly (XmlNode | undefined)[] {
  const isGrace = event.kind === "notes" && event.grace !== undefined;
  const written = noteValueOf(value) ?? (isGrace ? { value: 16, dots: 0 } : undefined);
  if (!written) return [];
  const { tuplet } = "tuplet" in written ? written : {};
  return [
    leaf("type", TYPE_OF_VALUE[written.value]!),
    ...Array.from({ length: written.dots }, () => node("dot")),
    tuplet &&
      node(
        "time-modification",
        {},
        leaf("actual-notes", tuplet.actual),
        leaf("normal-notes", tuplet.normal),
      ),
  ];
}

function lyricOf({ event, isFirst }: WrittenEvent, { staff }: Stand): XmlNode | undefined {
  if (!event.lyric || !isFirst || staff === TAB_STAFF) return undefined;
  return node("lyric", { number: 1 }, leaf("syllabic", "single"), leaf("text", event.lyric));
}
