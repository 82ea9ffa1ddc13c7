"use client";

import type { Neck, Place, PlaceNames } from "@intonazione/core/neck";
import { midiOf } from "@intonazione/core/pitch";
import { explainUnreachable, whyUnreachable, type WeighedPlace } from "@intonazione/core/placement";
import { barsBefore, type LineEvent, type Note, type PitchedNote } from "@intonazione/core/score";
import { useMemo } from "react";
import { selectPart, selectSong, useSong } from "@/open-song/context";
import { otherPlaces } from "@/ui/other-places";
import { placeInWords } from "@/ui/words";
import type { LineAddress } from "@/workers/protocol";
import { useDesk, type DeskRequest } from "@/workers/use-desk";
import { costInWords, travelInWords } from "./cost-words";
import { useProfile } from "./use-line-at-hand";

/** Where else a note could lie, and what that would cost. */
export function OtherPlaces({
  at,
  note,
  event,
  neck,
  names,
  before,
  onChoose,
}: {
  readonly at: LineAddress;
  readonly note: PitchedNote;
  readonly event: LineEvent;
  readonly neck: Neck;
  readonly names: PlaceNames;
  readonly before: readonly Note[];
  readonly onChoose: (place: Place) => void;
}) {
  const places = otherPlaces(note, event, neck);
  const weighed = useWeighed(at, note);
  const song = useSong(selectSong);
  const why = whyUnreachable(midiOf(note.pitch), neck);
  return (
    <section aria-labelledby="other-places">
      <h3 id="other-places" className="mb-1.5 text-[13px] font-semibold">
        {note.place ? "Other places for this pitch" : "Places for this pitch"}
      </h3>
      {places.length === 0 && (
        <p className="text-[13px] text-soft">
          {why ? `None: ${explainUnreachable(why)}.` : "None that is free on this neck."}
        </p>
      )}
      <ol className="flex flex-col gap-1.5">
        {places.map((place, index) => (
          <li key={`${place.string}:${place.fret}`}>
            <button
              type="button"
              onClick={() => onChoose(place)}
              className="flex w-full items-center gap-3 rounded-md border border-hairline bg-sheet px-2.5 py-1.5 text-left hover:border-ink"
            >
              <span
                aria-hidden
                className="flex size-5.5 shrink-0 items-center justify-center rounded-full border-[1.5px] border-madder font-mono text-[11px] text-madder"
              >
                {index + 1}
              </span>
              <span className="min-w-0">
                <span className="block text-[13px] font-semibold">
                  {placeInWords(place, names)}
                </span>
                <span className="block text-xs text-soft">
                  {costInWords(place, weighed, barsBefore(song, at)) ??
                    travelInWords(place, before, neck)}
                </span>
              </span>
            </button>
          </li>
        ))}
      </ol>
    </section>
  );
}

/** What each place of the note would cost the whole line; nothing while that is not known. */
function useWeighed(at: LineAddress, note: PitchedNote): readonly WeighedPlace[] | undefined {
  const song = useSong(selectSong);
  const part = useSong(selectPart);
  const profile = useProfile(part);
  const { phraseId, partId } = at;
  const { id } = note;
  const request = useMemo(
    (): DeskRequest<readonly WeighedPlace[]> => (desk) =>
      desk.weighPlaces(song, { phraseId, partId }, id, profile),
    [song, phraseId, partId, id, profile],
  );
  const { state } = useDesk(request, PAUSE_MS);
  return state.kind === "done" ? state.value : undefined;
}

/** Walking along a line asks nothing of the desk; staying somewhere does. */
const PAUSE_MS = 150;
