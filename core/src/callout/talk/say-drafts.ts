import { fret, midiAt } from "../../neck/neck";
import { parseFret } from "../../neck/place-names";
import { spellMidi } from "../../pitch/spelling";
import { formatDuration } from "../../rhythm/duration";
import type { Note, NotesEvent, PitchedNote } from "../../score/event";
import { inOrder, type Technique } from "../../score/technique";
import type { CalloutContext } from "../context";
import { sayEventWords, sayNote } from "../print-note";
import type { Draft, DraftNote } from "./draft";

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
    const hold = draft.fermata ? ".hold" : "";
    const own = (draft.signs ?? (draft.kind === "rest" ? "-" : sayDraft(draft, context))) + hold;
    return Array.from({ length: draft.times }, (_, time) => ({
      draft,
      text: time === 0 ? said + quoted + own : draft.link ? withoutLink(own) : own,
    }));
  });
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
  const isMuted = draft.manners.some(({ kind }) => kind === "palm-mute");
  const said = notes.map((note) => sayNote(note, event, context.names)).join("+");
  const text = said + (isMuted ? ".pm" : "") + sayEventWords(event);
  // What all of it does, a bracket says.
  const has = (kind: Technique["kind"]) => draft.techniques.some((one) => one.kind === kind);
  const ringing = has("let-ring") ? `ring[${text}]` : text;
  return has("slide-bar") ? `slidebar[${ringing}]` : ringing;
}

function noteOf(said: DraftNote, draft: Draft, { names, neck, key }: CalloutContext): Note {
  const string = said.string!;
  const pluck = draft.pluck && { pluck: draft.pluck };
  if (said.fret === "x") return { kind: "dead", id: "", string, ...pluck };
  const place = { string, fret: fret(parseFret(string, said.fret, names)) };
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
  if (draft.isUnisonBend) {
    const [low, high] = [...draft.notes].sort((a, b) => Number(b.fret) - Number(a.fret));
    if (!high || note !== low) return own;
    const placed = (one: DraftNote) => ({
      string: one.string!,
      fret: fret(parseFret(one.string!, Number(one.fret), names)),
    });
    const cents = 100 * (midiAt(placed(high), neck) - midiAt(placed(low), neck));
    return [...own, { kind: "bend", cents, course: "bend", to: placed(high) }];
  }
  if (!bend) return own;
  const to = bend.to && {
    string: bend.to.string,
    fret: fret(parseFret(bend.to.string, bend.to.fret, names)),
  };
  const from = {
    string: note.string!,
    fret: fret(parseFret(note.string!, Number(note.fret), names)),
  };
  const cents = to ? 100 * (midiAt(to, neck) - midiAt(from, neck)) : (bend.cents ?? 200);
  return [...own, { kind: "bend", cents, course: bend.course, ...(to && { to }) }];
}
