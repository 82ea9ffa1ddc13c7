"use client";

import { useEffect, useRef } from "react";
import { useOpenSong, useTakes } from "@/open-song/context";

/** The line that walks with the record. */
export function TakeCursor({
  xOf,
  onPlace,
}: {
  /** Where a moment stands, in px. */
  readonly xOf: (seconds: number) => number;
  /** Told at every frame while it plays. */
  readonly onPlace?: (seconds: number) => void;
}) {
  const { takes } = useOpenSong();
  const line = useRef<HTMLDivElement>(null);
  const at = useTakes((state) => state.at);
  const isPlaying = useTakes(({ playing }) => playing.kind === "playing");
  const place = useRef({ xOf, onPlace });
  useEffect(() => {
    place.current = { xOf, onPlace };
  });
  useEffect(() => {
    const put = (seconds: number) => {
      if (line.current)
        line.current.style.transform = `translateX(${place.current.xOf(seconds)}px)`;
    };
    put(at);
    if (!isPlaying) return;
    let frame = 0;
    const step = () => {
      frame = requestAnimationFrame(step);
      const now = takes.player.positionNow();
      if (!now) return;
      put(now.seconds);
      place.current.onPlace?.(now.seconds);
    };
    frame = requestAnimationFrame(step);
    return () => cancelAnimationFrame(frame);
  }, [at, isPlaying, takes, xOf]);
  return (
    <div
      ref={line}
      aria-hidden
      className="pointer-events-none absolute inset-y-0 left-0 w-0.5 -ml-px bg-madder"
    />
  );
}
