import { lastFretOf, fret, midiAt } from "../../neck/neck";
import { formatFret } from "../../neck/place-names";
import { eventsOf, type Bar } from "../../score/bar";
import { linkOf, type LineEvent, type Note } from "../../score/event";
import { isLink, type Technique } from "../../score/technique";
import type { CalloutContext } from "../context";
import { newDraft, type Draft, type DraftNote } from "./draft";
import { parseCallout } from "../parse-callout";
import { gripsOf } from "../grips-of";
import { placeOf } from "./say-drafts";
import { spokenStrings, type StringCalls } from "./string-calls";
import type { TalkContext } from "./talk";

/** What talk is understood against, where call-outs are understood against `context`. */
export function talkContext(context: CalloutContext, before: readonly Bar[] = []): TalkContext {
  const { names, neck } = context;
  const strings = names.strings.map((_, index) => index + 1);
  const calls = stringCallsOf(context);
  return {
    ...calls,
    spoken: spokenStrings(calls),
    firstFrets: strings.map((string) => formatFret({ string, fret: fret(0) }, names)),
    lastFrets: strings.map((string) =>
      formatFret({ string, fret: fret(lastFretOf(neck, string)) }, names),
    ),
    before: draftsOf(before, context),
    gripsOf: (name) => gripsOf(name, context),
    centsBetween: (from, to) =>
      100 * (midiAt(placeOf(to, names), neck) - midiAt(placeOf(from, names), neck)),
    calloutOf: (signs) => calloutOf(signs, context),
  };
}

/** How the strings of a part may be called in talk. */
export function stringCallsOf({ names }: Pick<CalloutContext, "names">): StringCalls {
  return {
    count: names.strings.length,
    schools: names.schools.map((school) => school.map(bareName)),
  };
}

/** A second voice can be long; longer signs are no word. */
const MOST_SIGNS = 20_000;

/** The notes of the last event that signs say; undefined where they are no call-out, or a plain place. */
function calloutOf(signs: string, context: CalloutContext): readonly DraftNote[] | undefined {
  if (/^[a-g]?[#♯b♭]?\d*[xX]?\d*!?$/iu.test(signs) || signs.length > MOST_SIGNS) return undefined;
  const { bars, findings } = parseCallout(signs, context, () => "");
  const events = eventsOf(bars);
  const last = events.at(-1);
  if (!last || findings.some(({ severity }) => severity === "error")) return undefined;
  return last.kind === "notes" ? last.notes.flatMap((note) => noteOf(note, context)) : [];
}

/** Without what tells two strings of one letter apart: “dd” and “D” are both called D. */
function bareName(name: string): string {
  const small = name.toLowerCase();
  return /^([a-g])\1+$/u.test(small) && small !== "bb" ? small[0]! : small;
}

/** Bars that were said before, as talk refers to them. */
function draftsOf(bars: readonly Bar[], context: CalloutContext): readonly Draft[] {
  return bars.flatMap((bar, index) => [
    ...(index === 0 ? [] : [draftOf({ kind: "bar-line" })]),
    ...eventsOf([{ events: bar.events }]).flatMap((event) => fromEvent(event, context)),
  ]);
}

function fromEvent(event: LineEvent, context: CalloutContext): readonly Draft[] {
  const duration = event.lengthUnknown ? {} : { duration: event.duration };
  if (event.kind === "rest") return [draftOf({ kind: "rest", ...duration })];
  if (event.kind === "hit") return [];
  const notes = event.notes.flatMap((note) => noteOf(note, context));
  if (notes.length === 0) return [];
  const [first] = event.notes;
  const link = first && linkOf(first);
  const own: readonly Technique[] = first?.kind === "pitched" ? first.techniques : [];
  return [
    draftOf({
      kind: "notes",
      notes,
      ...duration,
      ...(link && link !== "tie" && { link }),
      ...(event.stroke && { stroke: event.stroke }),
      ...(first?.pluck && { pluck: first.pluck }),
      manners: [...event.techniques],
      techniques: own.filter((one) => !isLink(one) && one.kind !== "bend"),
      ...bendOf(own),
    }),
  ];
}

function bendOf(techniques: readonly Technique[]): Pick<Draft, "bend"> {
  const bend = techniques.find((one) => one.kind === "bend");
  return bend ? { bend: { cents: bend.cents, course: bend.course } } : {};
}

function noteOf(note: Note, { names }: CalloutContext): readonly DraftNote[] {
  if (note.kind === "dead") return [{ string: note.string, fret: "x" }];
  if (!note.place) return [];
  const { string } = note.place;
  return [{ string, fret: formatFret(note.place, names) }];
}

const BEFORE = { join: "none", clause: -1, segment: -1, sentence: -1, from: 0, to: 0 } as const;

function draftOf({ kind, ...said }: Pick<Draft, "kind"> & Partial<Draft>): Draft {
  return { ...newDraft(kind, BEFORE), ...said };
}
