"use client";

import type { Song } from "@intonazione/core/score";
import { useState } from "react";
import { useOpenSong } from "@/open-song/context";
import { moveWhole } from "@/open-song/transactions";
import { Button } from "@/ui/button";
import { atTheDesk } from "@/workers/at-the-desk";

/** Everything so many semitones higher; capos that can go along keep their shapes. */
export function MoveTheSong({
  song,
  steps,
  onMoved,
}: {
  readonly song: Song;
  readonly steps: number;
  readonly onMoved: () => void;
}) {
  const { store } = useOpenSong();
  const [message, setMessage] = useState<string>();
  const move = async () => {
    setMessage("Working it out …");
    try {
      const moved = await atTheDesk(
        (desk) => desk.moveSong(song, steps),
        new AbortController().signal,
      );
      store.run(moveWhole(song, moved, steps));
      onMoved();
    } catch {
      setMessage("This could not be worked out: a note would leave the range of hearing.");
    }
  };
  const follows = song.parts.filter(
    ({ capo }) => capo.fret > 0 && !capo.strings && capo.fret + steps >= 0,
  );
  return (
    <p className="flex items-center gap-3 rounded-md border border-hairline px-3 py-1.5 text-[13px]">
      <span className="flex-1">
        The whole song {Math.abs(steps)} {Math.abs(steps) === 1 ? "semitone" : "semitones"}{" "}
        {steps > 0 ? "higher" : "lower"}:{" "}
        {follows.length > 0
          ? `${follows.map(({ name, capo }) => `${name} keeps its shapes at capo ${capo.fret + steps}`).join(", ")}${follows.length < song.parts.length ? "; the other parts find new places" : ""}.`
          : "no capo can go along, so every part finds new places."}{" "}
        {message}
      </span>
      <Button look="main" onClick={() => void move()}>
        Move the song
      </Button>
    </p>
  );
}
