import { fret, midiAt, type Place } from "../../neck/neck";
import { parseFret, type PlaceNames } from "../../neck/place-names";
import { spellMidi } from "../../pitch/spelling";
import { formatDuration } from "../../rhythm/duration";
import type { Note, NotesEvent, PitchedNote } from "../../score/event";
import { inOrder, type Technique } from "../../score/technique";
import type { CalloutContext } from "../context";
import { sayEventWords, sayNote } from "../print-note";
import { unisonTarget, WHOLE_STEP, type Draft, type DraftNote } from "./draft";

/** Drafts in the call-out's own words, one piece an event or bar line. */
export function sayDrafts(
  drafts: readonly Draft[],
  context: CalloutContext,
): readonly { readonly draft: Draft; readonly text: string }[] {
  let length = "";
  return drafts.flatMap((draft) => {
    if (draft.kind === "bar-line") return [{ draft, text: "|" }];
    const value = draft.duration ? formatDuration(draft.duration) : "?";
    const said = value === length ? "" : `'${value} `;
    length = value;
    const quoted = draft.quoted === undefined ? "" : `${draft.quoted} `;
    const plain = draft.signs ?? (draft.kind === "rest" ? "-" : sayDraft(draft, context));
    const own = draft.fermata ? withHold(plain) : plain;
    return Array.from({ length: draft.times }, (_, time) => ({
      draft,
      text: time === 0 ? said + quoted + own : draft.link ? withoutLink(own) : own,
    }));
  });
}

/** The word for a fermata stands behind the event itself, within what brackets are about it. */
function withHold(text: string): string {
  return text.replace(/\]*$/u, (brackets) => `.hold${brackets}`);
}

/** The second time a note comes it is reached from itself, and struck again. */
function withoutLink(text: string): string {
  return text.replace(/^[hpsSt~](?=[A-Ga-g\d])/u, "");
}

function sayDraft(draft: Draft, context: CalloutContext): string {
  const notes = draft.notes.map((note) => noteOf(note, draft, context));
  const event: NotesEvent = {
    kind: "notes",
    id: "",
    duration: { num: 1, den: 8 },
    notes,
    techniques: inOrder(draft.manners),
    ...(draft.stroke && { stroke: draft.stroke }),
  };
  const alone = { string: undefined, groups: new Set<string>() };
  const said = notes.map((note) => sayNote(note, alone, context.names)).join("+");
  return said + sayEventWords(event, alone.groups);
}

function noteOf(said: DraftNote, draft: Draft, { names, neck, key }: CalloutContext): Note {
  const string = said.string!;
  const pluck = draft.pluck && { pluck: draft.pluck };
  if (said.fret === "x") return { kind: "dead", id: "", string, ...pluck };
  const place = placeOf({ string, fret: said.fret }, names);
  return {
    kind: "pitched",
    id: "",
    pitch: spellMidi(midiAt(place, neck), key),
    place,
    pinned: said.pinned === true,
    ...(said.finger && { finger: said.finger }),
    ...pluck,
    techniques: inOrder(techniquesOf(said, draft, { names, neck })),
  } satisfies PitchedNote;
}

function techniquesOf(
  note: DraftNote,
  draft: Draft,
  { names, neck }: Pick<CalloutContext, "names" | "neck">,
): readonly Technique[] {
  const { bend, link } = draft;
  const own = [...draft.techniques, ...(link ? [{ kind: link }] : [])];
  const from = placeOf(note, names);
  const unison = draft.isUnisonBend ? unisonTarget(note, draft.notes) : undefined;
  const to = unison ?? bend?.to;
  if (to) {
    const place = placeOf(to, names);
    const cents = 100 * (midiAt(place, neck) - midiAt(from, neck));
    const course = unison || !bend ? "bend" : bend.course;
    return [...own, { kind: "bend", cents, course, to: place }];
  }
  if (!bend || draft.isUnisonBend) return own;
  return [...own, { kind: "bend", cents: bend.cents ?? WHOLE_STEP, course: bend.course }];
}

/** A place as it is said, with its fret counted from where the string begins to sound. */
export function placeOf(
  { string, fret: said }: Pick<DraftNote, "string" | "fret">,
  names: PlaceNames,
): Place {
  return { string: string!, fret: fret(parseFret(string!, Number(said), names)) };
}
