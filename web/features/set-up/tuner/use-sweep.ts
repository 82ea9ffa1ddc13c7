"use client";

import { useCallback, useEffect, useRef, useState } from "react";
import type { Tuner } from "./use-tuner";

/** Long enough for a bass string to be read. */
const EACH_MS = 1150;

export interface Sweep {
  readonly isSweeping: boolean;
  readonly start: () => void;
  readonly stop: () => void;
}

/** While it is held: all strings one after the other, thickest first, again and again. */
export function useSweep(tuner: Tuner, play: (string: number) => void): Sweep {
  const [isSweeping, setSweeping] = useState(false);
  const present = useRef({ tuner, play });
  useEffect(() => {
    present.current = { tuner, play };
  });
  useEffect(() => {
    if (!isSweeping) return;
    const strings = present.current.tuner.targets.length;
    let string = strings;
    const step = () => {
      present.current.play(string);
      string = string > 1 ? string - 1 : strings;
    };
    step();
    const timer = setInterval(step, EACH_MS);
    return () => clearInterval(timer);
  }, [isSweeping]);
  return {
    isSweeping,
    start: useCallback(() => {
      if (present.current.tuner.source) setSweeping(true);
    }, []),
    stop: useCallback(() => setSweeping(false), []),
  };
}
