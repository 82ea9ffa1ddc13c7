"use client";

import { useEffect } from "react";
import { useOpenSong, useTakes } from "@/open-song/context";
import { takeAtHand } from "@/open-takes/store";
import { Button } from "@/ui/button";
import { DropTakes } from "./drop-takes";
import { EmptyBench } from "./empty-bench";
import { HearRow } from "./hear-row";
import { Overview } from "./overview";
import { PicturePane } from "./picture/picture-pane";
import { problemInWords } from "./words";
import type { Take } from "@intonazione/core/takes";

/** The recording on the bench: the whole of it, how it is heard, and the window with its pitches. */
export function ListenView() {
  const { takes } = useOpenSong();
  const take = useTakes(takeAtHand);
  const opening = useTakes((state) => state.opening);
  useEffect(() => {
    void takes.hearing.attend();
    void takes.player.prepare();
  }, [takes, take?.id]);
  if (!take && opening === "opening") {
    return (
      <p role="status" className="p-4 text-soft">
        Looking for the takes …
      </p>
    );
  }
  if (!take && opening === "away") {
    return (
      <p role="alert" className="rounded-md border border-ochre bg-ochre-wash p-4">
        The takes of this song cannot be fetched: the server or its database does not answer. They
        come as soon as it is back.
      </p>
    );
  }
  return (
    <DropTakes>
      {take ? (
        <>
          <Overview take={take} />
          <HearRow take={take} />
          <SoundState take={take} />
          <PicturePane key={take.id} take={take} />
        </>
      ) : (
        <EmptyBench />
      )}
    </DropTakes>
  );
}

/** Why nothing is heard or drawn of a take, where that is so. */
function SoundState({ take }: { readonly take: Take }) {
  const { takes } = useOpenSong();
  const sound = useTakes(({ sounds }) => sounds[take.id]);
  const isSilent = useTakes(({ heard }) => heard?.takeId === take.id && heard.isSilent);
  const again = () => {
    void takes.hearing.attend();
    void takes.player.prepare();
  };
  const look = "flex items-center gap-3 rounded-md border px-3 py-1.5 text-[13px]";
  switch (sound?.kind) {
    case "fetching":
      return (
        <p role="status" className={`${look} border-hairline text-soft`}>
          Fetching the sound of “{take.name}”: {Math.round(100 * sound.done)} %
        </p>
      );
    case "missing":
      return (
        <p role="alert" className={`${look} border-ochre bg-ochre-wash`}>
          The sound of “{take.name}” lies in the browser that brought it and has not been sent from
          there yet. Open the song there once.
        </p>
      );
    case "away":
      return (
        <div role="alert" className={`${look} border-ochre bg-ochre-wash`}>
          <p className="flex-1">
            The sound of “{take.name}” cannot be fetched: the server does not answer.
          </p>
          <Button size="small" onClick={again}>
            Try again
          </Button>
        </div>
      );
    case "problem":
      return (
        <p role="alert" className={`${look} border-madder bg-madder-wash`}>
          {problemInWords(take.name, sound.problem)}
        </p>
      );
    default:
      return isSilent ? (
        <p role="status" className={`${look} border-ochre bg-ochre-wash`}>
          Nothing sounds in “{take.name}”: all of it is silence.
        </p>
      ) : null;
  }
}
