"use client";

import { lineOf } from "@intonazione/core/score";
import { useEffect } from "react";
import { useSong } from "@/open-song/context";

/** Scrolls to the event at the cursor when it leaves the sight. */
export function useKeepCursorInSight(): void {
  const eventId = useSong((state) => state.cursor.eventId);
  const hasLine = useSong(
    (state) =>
      state.cursor.phraseId !== undefined &&
      lineOf(state.history.song, state.cursor.phraseId, state.cursor.partId) !== undefined,
  );
  useEffect(() => {
    if (eventId === undefined || !hasLine) return;
    // A phrase that was written just now is measured and drawn only in the next frame.
    const frame = requestAnimationFrame(() => {
      document
        .getElementById(`event-${eventId}`)
        ?.closest("svg")
        ?.scrollIntoView({ block: "nearest" });
    });
    return () => cancelAnimationFrame(frame);
  }, [eventId, hasLine]);
}
