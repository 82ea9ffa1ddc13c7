"use client";

import { useEffect } from "react";
import { whenIdle } from "@/jobs/when-idle";

const SIGNS_OF_LIFE = ["pointermove", "pointerdown", "keydown"] as const;

/**
 * Fetches what a song's page is made of as soon as somebody moves on the shelf: opening one then costs
 * no waiting for it, and who only looks at the shelf has not paid for it.
 */
export function WarmSong() {
  useEffect(() => {
    const controller = new AbortController();
    const { signal } = controller;
    const warm = () => {
      controller.abort();
      whenIdle(() => {
        // Where it fails, opening a song pays.
        import("@/features/song/song-page").then(({ warmUp }) => warmUp()).catch(() => undefined);
      });
    };
    for (const sign of SIGNS_OF_LIFE) window.addEventListener(sign, warm, { signal });
    return () => controller.abort();
  }, []);
  return null;
}
