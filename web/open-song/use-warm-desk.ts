"use client";

import { profileById } from "@intonazione/core/placement";
import { useEffect } from "react";
import { whenIdle } from "@/jobs/when-idle";
import { atTheDesk } from "@/workers/at-the-desk";
import { selectPart, useOpenSong, useSong } from "./context";

/** How long nothing else may be asked for before the desk is warmed, in ms. */
const QUIET_MS = 1500;

/**
 * While the page is idle, lets the desk work out the hands of the part at the cursor: the first
 * question of placing then costs what every later one does. Once for each neck and profile.
 */
export function useWarmDesk(): void {
  const { store } = useOpenSong();
  const part = useSong(selectPart);
  const profiles = useSong((state) => state.profiles);
  const { id, instrument, capo, profile } = part;
  useEffect(() => {
    const control = new AbortController();
    const warm = () => {
      if (control.signal.aborted) return;
      const { song } = store.getState().history;
      const judged = profileById(profile, profiles);
      // Nobody waits for it, and nobody is told where it fails: then the first question pays.
      atTheDesk((desk) => desk.warmUp(song, id, judged), control.signal).catch(() => undefined);
    };
    const timer = setTimeout(() => whenIdle(warm), QUIET_MS);
    return () => {
      clearTimeout(timer);
      control.abort();
    };
  }, [store, id, instrument, capo, profile, profiles]);
}
