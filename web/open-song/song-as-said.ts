import { remembering } from "@intonazione/core/foundation";
import { applyEdit, type Song } from "@intonazione/core/score";
import { draftOf, type Draft } from "./draft";
import type { SongState } from "./state/store";
import { writePhrase } from "./transactions";

/** What a phrase is called while it is only being said. */
const SAYING = "saying";

/** The song as it will be once what is being said is written; the song itself while nothing is said. */
export function songAsSaid(state: SongState): Song {
  const draft = draftOf(state);
  const { song } = state.history;
  return draft.isChanged ? withDraft(draft, song, state.cursor.partId) : song;
}

const withDraft = remembering((draft: Draft, song: Song, partId: string): Song => {
  const { phraseId, marks, relations, likely, bars } = draft;
  const known = song.phrases.find(({ id }) => id === phraseId);
  const phrase = known ? { ...known, marks } : { id: SAYING, name: "", marks };
  // Of what is only likely nobody knows yet which of its bars it repeats.
  const { edits } = writePhrase(song, phrase, partId, likely ?? bars, likely ? [] : relations);
  return edits.reduce((made, edit) => applyEdit(made, edit).song, song);
});
