"use client";

import type { Still } from "@intonazione/core/takes";
import { useMemo } from "react";
import { useTakes } from "@/open-song/context";
import { useStillUrl } from "@/open-song/use-still-url";

/** The stills of the song's takes that are evidence of an event. */
export function StillsOfEvent({ eventId }: { readonly eventId: string }) {
  const takes = useTakes(({ history }) => history.takes);
  const stills = useMemo(
    () => takes.flatMap((take) => take.stills.filter((still) => still.eventId === eventId)),
    [takes, eventId],
  );
  if (stills.length === 0) return null;
  return (
    <div role="group" aria-label="Stills" className="flex flex-col gap-1.5">
      {stills.map((still) => (
        <StillFigure key={still.id} still={still} />
      ))}
    </div>
  );
}

function StillFigure({ still }: { readonly still: Still }) {
  const url = useStillUrl(still);
  return (
    <figure className="flex flex-col gap-0.5">
      {url !== undefined && (
        <img
          src={url}
          alt={still.words || "A still of a take"}
          className="max-h-40 w-full rounded-sm border border-hairline object-contain"
        />
      )}
      {still.words !== "" && <figcaption className="text-xs text-soft">{still.words}</figcaption>}
    </figure>
  );
}
