import { writtenFret } from "../neck/place-names";
import { formatPitch } from "../pitch/pitch";
import { formatDuration } from "../rhythm/duration";
import { compare, sum } from "../rhythm/fraction";
import { barLength } from "../rhythm/metre";
import { barKey } from "../score/merge-bars";
import { linkOf, notesOf, stringOf, type Bar, type LineEvent, type Note } from "../score/song";
import { sayString, type CalloutContext } from "./context";

type Names = Pick<CalloutContext, "names" | "metre">;

const LETTER_OF_LINK = { "hammer-on": "h", "pull-off": "p", slide: "s" } as const;

const BEND_SIGN: Readonly<Record<number, string>> = {
  50: "¼",
  100: "½",
  150: "¾",
  200: "1",
  300: "1½",
  400: "2",
  500: "2½",
  600: "3",
};

/**
 * Says bars as a call-out: the inverse of `parseCallout`, but for ids, fingers, reasons and
 * respelled pitches, which no call-out says. Bars that come several times in a row are said once.
 */
export function printCallout(bars: readonly Bar[], context: Names): string {
  const words: string[] = [];
  let duration = "";
  for (let index = 0; index < bars.length;) {
    const bar = bars[index]!;
    let times = 1;
    while (
      times < 99 &&
      index + times < bars.length &&
      barKey(bars[index + times]!) === barKey(bar)
    ) {
      times++;
    }
    const isGroup = times > 1 && bar.events.length > 1;
    if (!isGroup) times = 1;
    // A repeated bar must say its first note value itself: it may end on another one.
    const said = sayBar(bar, context, isGroup ? "" : duration);
    duration = said.duration;
    const isLast = index + times === bars.length;
    if (isGroup) words.push(`( ${said.text} | )x${times}`);
    else words.push(isLast ? said.text : `${said.text} |`);
    index += times;
  }
  const only = bars.length === 1 ? bars[0]! : undefined;
  return words.join(" ") + (only && wouldSplit(only, context) ? " |" : "");
}

/** A single bar that runs over would be cut in two where no bar line is said. */
function wouldSplit(bar: Bar, { metre }: Names): boolean {
  const head = sum(bar.events.slice(0, -1).map((event) => event.duration));
  return compare(head, barLength(metre)) >= 0;
}

function sayBar(bar: Bar, context: Names, durationBefore: string) {
  let duration = durationBefore;
  let text = "";
  let previous: LineEvent | undefined;
  let isMuting = false;
  for (const event of bar.events) {
    const value = formatDuration(event.duration);
    const palmMuted = event.kind === "notes" && event.palmMuted;
    const isChained =
      previous !== undefined &&
      value === duration &&
      palmMuted === isMuting &&
      isChain(previous, event);
    if (isChained) {
      text += sayChained(event, context);
    } else {
      if (isMuting && !palmMuted) text += "]";
      if (text !== "") text += " ";
      if (value !== duration) text += `'${value} `;
      if (palmMuted && !isMuting) text += "pm[";
      text += sayEvent(event, context);
    }
    duration = value;
    isMuting = palmMuted;
    previous = event;
  }
  return { text: isMuting ? `${text}]` : text, duration };
}

/** True when `event` can be said as `h5` right behind `before`. */
function isChain(before: LineEvent, event: LineEvent): boolean {
  const [from, ...others] = notesOf(before);
  const [to, ...more] = notesOf(event);
  if (!from || !to || others.length > 0 || more.length > 0) return false;
  const string = stringOf(from);
  return (
    linkOf(to) !== undefined &&
    string !== undefined &&
    to.kind === "pitched" &&
    to.place?.string === string &&
    from.kind === "pitched"
  );
}

function sayChained(event: LineEvent, { names }: Names): string {
  const [note] = notesOf(event);
  if (note?.kind !== "pitched") return "";
  return sayLink(note) + writtenFret(note.place!, names) + saySuffixes(note);
}

function sayEvent(event: LineEvent, context: Names): string {
  if (event.kind === "rest") return "-";
  return event.notes.map((note) => sayNote(note, context)).join("+");
}

function sayNote(note: Note, context: Names): string {
  if (note.kind === "dead") return `${nameOf(note.string, context)}x`;
  const where = note.place
    ? nameOf(note.place.string, context) + writtenFret(note.place, context.names)
    : `@${formatPitch(note.pitch)}`;
  return sayLink(note) + where + saySuffixes(note);
}

function nameOf(string: number, { names }: Names): string {
  return sayString(names.strings[string - 1] ?? String(string));
}

function sayLink(note: Note): string {
  const link = linkOf(note);
  return link ? LETTER_OF_LINK[link] : "";
}

function saySuffixes(note: Note): string {
  if (note.kind === "dead") return "";
  let text = "";
  for (const technique of note.techniques) {
    if (technique.kind === "bend") text += `b${BEND_SIGN[technique.cents] ?? "1"}`;
    if (technique.kind === "vibrato") text += "v";
  }
  return text + (note.place && note.pinned ? "!" : "");
}
