import { lineOf } from "@intonazione/core/score";
import { neckOfPart } from "@/open-song/derived";
import { followWish } from "@/open-song/follow-wish";
import { openQuestion } from "@/open-song/open-question";
import { noteHere } from "@/open-song/note-here";
import type { SongStore } from "@/open-song/state/store";
import { LANDMARKS } from "@/open-song/state/view";
import { pinNote } from "@/open-song/transactions";
import { otherPlaces } from "@/ui/other-places";
import type { Command } from "../command";

/** The view in which they are chosen; in others digits choose what is shown there. */
const RINGS = LANDMARKS.places.view;

/** One key is one hint, or one ring. */
const DIGITS: readonly number[] = [1, 2, 3, 4, 5, 6, 7, 8, 9];

/** Digits move the note at the cursor to the rings on the neck. */
export function ringCommands(store: SongStore): readonly Command[] {
  const isOn = () => (store.getState().views[LANDMARKS.places.stage] ?? RINGS) === RINGS;
  return DIGITS.map((digit) => ({
    id: `ring-${digit}`,
    label: `Move the note to ring ${digit}`,
    keys: [String(digit)],
    isOn,
    run: () => {
      const here = noteHere(store.getState());
      const place = here && otherPlaces(here.note, here.event, neckOfPart(here.part))[digit - 1];
      if (place) store.run(pinNote(here.at, here.note, place));
    },
  }));
}

/** Where the phrase at the cursor shall lie, asked from any stage. */
export function hintCommands(store: SongStore): readonly Command[] {
  return [
    ...DIGITS.map((fret): Command => ({
      id: `around-${fret}`,
      label: `Place this phrase around fret ${fret}`,
      keys: [`alt+${fret}`],
      run: () => placeAround(store, fret),
    })),
    {
      id: "answer-question",
      label: "Answer the question above the strips",
      keys: ["shift+a"],
      isOn: () => openQuestion() !== null,
      run: () => openQuestion()?.focus(),
    },
    {
      id: "place-best",
      label: "Place this phrase the best way",
      keys: ["alt+0"],
      run: () => placeAround(store, undefined),
    },
  ];
}

function placeAround(store: SongStore, fret: number | undefined): void {
  const { cursor, history } = store.getState();
  const { phraseId, partId } = cursor;
  if (phraseId === undefined) return;
  const { around: _, ...others } = lineOf(history.song, phraseId, partId)?.wishes ?? {};
  const wishes = fret === undefined ? others : { ...others, around: fret };
  void followWish(store, { phraseId, partId }, wishes);
}
