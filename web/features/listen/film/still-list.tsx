"use client";

import type { Still, Take } from "@intonazione/core/takes";
import { X } from "lucide-react";
import { useOpenSong, useSong } from "@/open-song/context";
import { useStillUrl } from "@/open-song/use-still-url";
import { withoutStill, withStill } from "@/open-takes/edits";
import { Button } from "@/ui/button";
import { formatMoment } from "../moments";

/** The stills of a film take: what each shows, and which event it is evidence of. */
export function StillList({ take }: { readonly take: Take }) {
  if (take.stills.length === 0) return null;
  return (
    <ul aria-label="Stills" className="flex flex-col gap-1.5">
      {take.stills.map((still) => (
        <StillRow key={still.id} still={still} />
      ))}
    </ul>
  );
}

function StillRow({ still }: { readonly still: Still }) {
  const { takes } = useOpenSong();
  const url = useStillUrl(still);
  const eventId = useSong((state) => state.cursor.eventId);
  const put = (change: Partial<Still>) =>
    takes.store.change(
      "say what a still shows",
      (take) => withStill(take, { ...still, ...change }),
      `still ${still.id}`,
    );
  const when = formatMoment(still.seconds);
  return (
    <li className="flex items-start gap-1.5">
      <button
        type="button"
        aria-label={`Go to the still at ${when}`}
        onClick={() => takes.player.seek(still.seconds)}
        className="h-12 w-20 shrink-0 overflow-hidden rounded-sm border border-hairline bg-wood"
      >
        {url !== undefined && <img src={url} alt="" className="h-full w-full object-cover" />}
      </button>
      <div className="flex min-w-0 flex-1 flex-col gap-1">
        <input
          aria-label={`Words of the still at ${when}`}
          placeholder="what it shows"
          value={still.words}
          maxLength={500}
          onChange={({ target }) => put({ words: target.value })}
          className="w-full rounded-sm border border-hairline bg-sheet px-1.5 py-0.5"
        />
        <span className="flex items-center gap-1 text-xs text-soft">
          {when}
          {still.eventId === undefined ? (
            <Button
              size="small"
              disabled={eventId === undefined}
              onClick={() => eventId !== undefined && put({ eventId })}
            >
              Pin to the event
            </Button>
          ) : (
            " · pinned to an event"
          )}
        </span>
      </div>
      <button
        type="button"
        aria-label={`Drop the still at ${when}`}
        onClick={() => takes.store.change("drop a still", (now) => withoutStill(now, still.id))}
        className="inline-flex size-6 shrink-0 items-center justify-center text-soft hover:text-ink"
      >
        <X size={13} aria-hidden />
      </button>
    </li>
  );
}
