import { midiAt, neckOf, type Neck } from "../neck/neck";
import { spellMidi } from "../pitch/spelling";
import { midiOf } from "../pitch/pitch";
import { withEvents, type Bar } from "../score/bar";
import { madeToFollow } from "../score/bar-relation";
import type { Edit } from "../score/edit";
import { withNotes, type LineEvent, type Note, type PitchedNote } from "../score/event";
import { detailsOf, lineOf, type Song } from "../score/song";
import { inOrder, isLink, type Technique } from "../score/technique";
import { spellBars } from "../theory/spell-bars";
import type { ReviewPlace } from "./finding";
import type { Mend, NoteMend } from "./mend";

/**
 * The edits that a mend amounts to; none where the song has changed since and its place is gone.
 * @param newId For what it adds.
 */
export function editsOf(
  song: Song,
  where: ReviewPlace,
  mend: Mend,
  newId: () => string,
): readonly Edit[] {
  if (mend.kind === "set-key") {
    return [{ kind: "set-details", details: { ...detailsOf(song), key: mend.key } }];
  }
  const { phraseId, partId } = where;
  if (phraseId === undefined || partId === undefined) return [];
  const line = lineOf(song, phraseId, partId);
  const part = song.parts.find(({ id }) => id === partId);
  if (!line || !part) return [];
  const neck = neckOf(part.instrument, part.capo);
  const bars = mendedBars(line.bars, where, mend, { song, neck, newId });
  const isSame = bars.every((bar, index) => bar === line.bars[index]);
  return isSame ? [] : [{ kind: "set-bars", phraseId, partId, bars }];
}

interface Tools {
  readonly song: Song;
  readonly neck: Neck;
  readonly newId: () => string;
}

function mendedBars(
  bars: readonly Bar[],
  { noteId, eventId }: ReviewPlace,
  mend: Exclude<Mend, { readonly kind: "set-key" }>,
  tools: Tools,
): readonly Bar[] {
  switch (mend.kind) {
    case "respell":
      return spellBars(bars, tools.song.key);
    case "add-rest": {
      const { duration } = mend;
      return bars.map((bar, index) => {
        if (index !== mend.bar) return bar;
        return { ...bar, events: [...bar.events, { kind: "rest", id: tools.newId(), duration }] };
      });
    }
    case "follow-bar": {
      const { relation } = mend;
      const ground = { neck: tools.neck, key: tools.song.key };
      return madeToFollow(bars, relation, ground, tools.newId) ?? bars;
    }
    case "drop-tremolo":
      return onEvents(bars, (event) => {
        if (event.kind !== "notes" || event.id !== eventId) return event;
        const techniques = event.techniques.filter(({ kind }) => kind !== "tremolo");
        return { ...event, techniques };
      });
    default: {
      const onNote = (note: Note) =>
        note.kind === "pitched" && note.id === noteId ? mendedNote(note, mend, tools) : note;
      return onEvents(bars, (event) => withNotes(event, onNote));
    }
  }
}

function mendedNote(note: PitchedNote, mend: NoteMend, { song, neck }: Tools): PitchedNote {
  const { techniques } = note;
  const having = (changed: readonly Technique[]) => ({ ...note, techniques: inOrder(changed) });
  switch (mend.kind) {
    case "relink": {
      const others = techniques.filter((one) => !isLink(one));
      return having(mend.link ? [...others, { kind: mend.link }] : others);
    }
    case "drop-technique":
      return having(techniques.filter(({ kind }) => kind !== mend.technique));
    case "set-bend":
    case "set-bend-course": {
      const { kind: _, ...change } = mend;
      return having(techniques.map((one) => (one.kind === "bend" ? { ...one, ...change } : one)));
    }
    case "re-place": {
      const height = midiAt(mend.place, neck);
      const isSame = height === midiOf(note.pitch);
      const pitch = isSame ? note.pitch : { ...note.pitch, ...spellMidi(height, song.key) };
      const { finger: _finger, ...rest } = note;
      return { ...rest, pitch, place: mend.place, pinned: true };
    }
  }
}

function onEvents(bars: readonly Bar[], change: (event: LineEvent) => LineEvent): readonly Bar[] {
  return bars.map((bar) => withEvents(bar, change));
}
