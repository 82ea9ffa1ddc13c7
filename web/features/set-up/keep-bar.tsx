"use client";

import type { Part, Song } from "@intonazione/core/score";
import type { ChosenInstrument } from "@/ui/instrument-picker";
import { setUpInWords } from "@/ui/instrument-picker";
import { Button } from "@/ui/button";
import { useReinstrument, type Keep } from "./use-reinstrument";

/**
 * A change of the strings that waits to be made. Under a written line it asks what is meant: that
 * the sound stays, or the shapes; never silently either.
 */
export function KeepBar({
  song,
  part,
  to,
  onDone,
  onLeave,
}: {
  readonly song: Song;
  readonly part: Part;
  readonly to: ChosenInstrument;
  readonly onDone: (to: ChosenInstrument) => void;
  readonly onLeave: () => void;
}) {
  const { setUp, isWorking, problem } = useReinstrument(song, part);
  const hasNotes = song.lines.some((line) => line.partId === part.id);
  const hasFewerStrings = to.instrument.tuning.length < part.instrument.tuning.length;
  const make = async (keep: Keep) => {
    if (await setUp(to, keep)) onDone(to);
  };
  return (
    <div
      role="group"
      aria-label="Change the set-up"
      className="flex flex-wrap items-center gap-x-2 gap-y-1 rounded-md border border-ochre bg-ochre-wash px-3 py-2"
    >
      <p className="min-w-40 flex-1 text-[13px]">
        <b className="font-semibold">{setUpInWords(to)}</b>
        {hasNotes
          ? hasFewerStrings
            ? ": fewer strings than are written for, so every note looks for a new place."
            : ": there are notes already. What shall stay?"
          : " for this part"}
      </p>
      <Button look="quiet" onClick={onLeave}>
        Leave it
      </Button>
      {hasNotes && !hasFewerStrings && (
        <Button
          disabled={isWorking}
          title="Every fret stays; what sounds changes"
          onClick={() => void make("shapes")}
        >
          Keep the shapes
        </Button>
      )}
      <Button
        look="main"
        disabled={isWorking}
        title={hasNotes ? "Every pitch stays; the places are found anew" : undefined}
        onClick={() => void make("sound")}
      >
        {isWorking ? "Working it out …" : hasNotes ? "Keep what sounds" : "Set it up like this"}
      </Button>
      {problem && (
        <p role="alert" className="w-full text-madder">
          {problem}
        </p>
      )}
    </div>
  );
}
