import type { BarIndex } from "@intonazione/core/foundation";
import type { Capo, Instrument } from "@intonazione/core/instrument";
import type { Place } from "@intonazione/core/neck";
import { displayChord, displayPitch, otherName, type Chord } from "@intonazione/core/pitch";
import { compare, type Fraction } from "@intonazione/core/rhythm";
import type { MovedSong } from "@intonazione/core/remap";
import type {
  Bar,
  BarRelation,
  Edit,
  Line,
  LineContent,
  LineWishes,
  Part,
  Phrase,
  PitchedNote,
  Song,
  SongDetails,
  Transaction,
} from "@intonazione/core/score";
import { detailsOf, lineOf, MAX_ACCEPTED, withEvents, withNotes } from "@intonazione/core/score";

/** What a teacher can do to a song, as transactions with the name that undo shows. */

export function pinNote(
  at: { readonly phraseId: string; readonly partId: string },
  note: PitchedNote,
  place: Place,
): Transaction {
  const where = { ...at, noteId: note.id };
  return {
    label: `place ${displayPitch(note.pitch)}`,
    edits: [{ kind: "place-note", at: where, placement: { place, pinned: true } }],
  };
}

export function unpin(
  at: { readonly phraseId: string; readonly partId: string },
  note: PitchedNote,
): Transaction {
  const place = note.place ? { place: note.place } : {};
  return {
    label: `unpin ${displayPitch(note.pitch)}`,
    edits: [
      {
        kind: "place-note",
        at: { ...at, noteId: note.id },
        placement: { ...place, pinned: false },
      },
    ],
  };
}

export function writePhrase(
  song: Song,
  phrase: Phrase,
  partId: string,
  bars: readonly Bar[],
  /** Bars said as others; where nobody says, what was said before goes along. */
  relations?: readonly BarRelation[],
): Transaction {
  const said = relations && { relations };
  const setBars: Edit = { kind: "set-bars", phraseId: phrase.id, partId, bars, ...said };
  const before = song.phrases.find(({ id }) => id === phrase.id);
  if (before) {
    const mark: Edit[] = before.marks === phrase.marks ? [] : [{ kind: "replace-phrase", phrase }];
    return { label: `write ${phrase.name}`, edits: [...mark, setBars] };
  }
  const index = song.phrases.length;
  return {
    label: `write ${phrase.name}`,
    edits: [{ kind: "insert-phrase", index, phrase, lines: [] }, setBars],
  };
}

/** An earlier version comes back as a whole; undo leads to the present one. */
export function bringBack(song: Song, when: string): Transaction {
  return { label: `bring back ${when}`, edits: [{ kind: "replace-song", song }] };
}

/** Two windows' songs as one. */
export function mergeWindows(song: Song): Transaction {
  return { label: "merge both windows", edits: [{ kind: "replace-song", song }] };
}

/** How the phrases are played. */
export function setForm(form: Song["form"]): Transaction {
  return { label: "change the form", edits: [{ kind: "set-form", form }] };
}

/** A line with its versions. */
export function setLine(
  at: { readonly phraseId: string; readonly partId: string },
  label: string,
  line: LineContent,
): Transaction {
  return { label, edits: [{ kind: "set-line", ...at, line }] };
}

/** A line lies elsewhere, and keeps to other wishes; its other versions stay. */
export function placeLine(
  { phraseId, partId, ...content }: Line,
  label: string,
  bars: readonly Bar[],
  wishes: LineWishes | undefined,
): Transaction {
  const { wishes: _, isSuggested: _taken, ...rest } = content;
  const hasWishes = wishes && Object.keys(wishes).length > 0;
  const line = { ...rest, bars, ...(hasWishes && { wishes }) };
  return setLine({ phraseId, partId }, label, line);
}

/** Lines as they were chosen, and those that followed. */
export function settleLines(label: string, lines: readonly Line[]): Transaction {
  return {
    label,
    edits: lines.map(({ phraseId, partId, ...line }) => ({
      kind: "set-line",
      phraseId,
      partId,
      line,
    })),
  };
}

/** A phrase to fill in: its chords, and rests as long as its bars. */
export function addFrame(
  song: Song,
  phrase: Phrase,
  partId: string,
  bars: readonly Bar[],
): Transaction {
  return {
    label: `add ${phrase.name}`,
    edits: [
      { kind: "insert-phrase", index: song.phrases.length, phrase, lines: [] },
      { kind: "set-bars", phraseId: phrase.id, partId, bars },
    ],
  };
}

export function renamePhrase(phrase: Phrase): Transaction {
  return { label: "rename the phrase", edits: [{ kind: "replace-phrase", phrase }] };
}

/** The form and what was accepted in it forget the phrase as well. */
export function removePhrase({ id, name }: Phrase): Transaction {
  return { label: `remove ${name}`, edits: [{ kind: "remove-phrase", phraseId: id }] };
}

export function setDetails(details: SongDetails): Transaction {
  return { label: "change the song's details", edits: [{ kind: "set-details", details }] };
}

export function changeDetails(song: Song, change: Partial<SongDetails>): Transaction {
  return setDetails({ ...detailsOf(song), ...change });
}

/** What a change of the neck does not touch: name, strings, action, hand. Nothing sounds otherwise. */
export function equip(part: Part, instrument: Instrument): Transaction {
  return {
    label: `equip ${part.name}`,
    edits: [{ kind: "replace-part", part: { ...part, instrument } }],
  };
}

function setLines(partId: string, lines: readonly Line[]): readonly Edit[] {
  return lines.map(({ phraseId, partId: _, ...line }) => ({
    kind: "set-line",
    phraseId,
    partId,
    line,
  }));
}

/** The whole song higher or lower: its key, and every part with its lines. */
export function moveWhole(song: Song, { key, parts }: MovedSong, semitones: number): Transaction {
  return {
    label: `move the song ${semitones > 0 ? "up" : "down"} ${Math.abs(semitones)}`,
    edits: [
      { kind: "set-details", details: { ...detailsOf(song), key } },
      ...parts.flatMap(({ part, lines }): Edit[] => [
        { kind: "replace-part", part },
        ...setLines(part.id, lines),
      ]),
    ],
  };
}

/** The part with another instrument in hand, and its lines as they are played there. */
export function reinstrument(
  part: Part,
  to: { readonly instrument: Instrument; readonly capo: Capo },
  lines: readonly Line[],
  details?: SongDetails,
): Transaction {
  return {
    label: `set up ${part.name}`,
    edits: [
      ...(details ? [{ kind: "set-details", details } satisfies Edit] : []),
      { kind: "replace-part", part: { ...part, ...to } },
      ...setLines(part.id, lines),
    ],
  };
}

export function changePart(part: Part, label: string): Transaction {
  return { label, edits: [{ kind: "replace-part", part }] };
}

export function renamePart(part: Part, name: string): Transaction {
  return { label: "rename the part", edits: [{ kind: "replace-part", part: { ...part, name } }] };
}

/** A new part behind the others; lines may come for phrases that it brings along. */
export function addPart(
  song: Song,
  part: Part,
  lines: readonly Line[],
  phrases: readonly Phrase[] = [],
): Transaction {
  const ours = lines.map((line) => ({ ...line, partId: part.id }));
  return {
    label: `add ${part.name}`,
    edits: [
      ...phrases.map((phrase, at): Edit => ({
        kind: "insert-phrase",
        index: song.phrases.length + at,
        phrase,
        lines: [],
      })),
      { kind: "insert-part", index: song.parts.length, part, lines: ours },
    ],
  };
}

export function removePart({ id, name }: Part): Transaction {
  return { label: `remove ${name}`, edits: [{ kind: "remove-part", partId: id }] };
}

/** Puts right what Check found. */
export function mendFinding(words: string, edits: readonly Edit[]): Transaction {
  return { label: words, edits };
}

/** Lets a finding stay as it is, for a reason. */
export function acceptFinding(song: Song, finding: string, reason: string): Transaction {
  const others = (song.accepted ?? []).filter((one) => one.finding !== finding);
  const accepted = [...others, { finding, reason }].slice(-MAX_ACCEPTED);
  return { label: "accept a finding", edits: [{ kind: "set-accepted", accepted }] };
}

export function takeBackAcceptance(song: Song, finding: string): Transaction {
  const accepted = (song.accepted ?? []).filter((one) => one.finding !== finding);
  return { label: "open a finding again", edits: [{ kind: "set-accepted", accepted }] };
}

/** Writes a chord over a moment of a bar, by its index; one that stands there already gives way. */
export function nameChordAt(
  phrase: Phrase,
  bar: BarIndex,
  at: Fraction,
  chord: Chord,
): Transaction {
  const own = phrase.marks.find((mark) => mark.bar === bar) ?? { bar };
  const others = (own.chords ?? []).filter((one) => compare(one.at, at) !== 0);
  const chords = [...others, { at, chord }].sort((a, b) => compare(a.at, b.at));
  const marks = [...phrase.marks.filter((mark) => mark.bar !== bar), { ...own, chords }];
  return {
    label: `name ${displayChord(chord)}`,
    edits: [
      {
        kind: "replace-phrase",
        phrase: { ...phrase, marks: marks.sort((a, b) => a.bar - b.bar) },
      },
    ],
  };
}

/** Writes a line of a part anew; its other versions stay. */
export function writeLine(label: string, { phraseId, partId, bars }: Line): Transaction {
  return { label, edits: [{ kind: "set-bars", phraseId, partId, bars }] };
}

/** Calls a note by its other name: D♯ for E♭. */
export function respell(
  { phraseId, partId }: { readonly phraseId: string; readonly partId: string },
  song: Song,
  note: PitchedNote,
): Transaction {
  const pitch = otherName(note.pitch);
  const bars = lineOf(song, phraseId, partId)!.bars.map((bar) =>
    withEvents(bar, (event) =>
      withNotes(event, (one) => (one.id === note.id ? { ...note, pitch } : one)),
    ),
  );
  return {
    label: `spell ${displayPitch(pitch)}`,
    edits: [{ kind: "set-bars", phraseId, partId, bars }],
  };
}
