"use client";

import type { TextTabReading } from "@intonazione/core/formats/text-tab";
import { useEffect, useState } from "react";
import { readChoice, type InstrumentChoice } from "@/ui/instrument-picker";
import { atTheDesk, Cancelled } from "@/workers/at-the-desk";

const PAUSE_MS = 180;

export type TabReadingState =
  | { readonly kind: "empty" }
  | { readonly kind: "reading" }
  | { readonly kind: "read"; readonly reading: TextTabReading }
  | { readonly kind: "failed" };

/** Reads a tablature in a worker a moment after it last changed; an earlier reading is cancelled. */
export function useTabReading(text: string, choice: InstrumentChoice | undefined): TabReadingState {
  const [state, setState] = useState<TabReadingState>({ kind: "empty" });
  const strings = choice?.strings;
  const capo = choice?.capo;
  useEffect(() => {
    if (text.trim() === "") {
      setState({ kind: "empty" });
      return;
    }
    setState({ kind: "reading" });
    const control = new AbortController();
    const timer = setTimeout(() => {
      const chosen = strings === undefined ? undefined : readChoice({ strings, capo: capo ?? "0" });
      const options = chosen?.ok
        ? {
            tuning: chosen.value.instrument.tuning,
            kind: chosen.value.instrument.kind,
            capo: chosen.value.capo,
          }
        : {};
      atTheDesk((desk) => desk.readTextTab(text, options), control.signal)
        .then((reading) => setState({ kind: "read", reading }))
        .catch((error: unknown) => {
          if (!(error instanceof Cancelled)) setState({ kind: "failed" });
        });
    }, PAUSE_MS);
    return () => {
      clearTimeout(timer);
      control.abort();
    };
  }, [text, strings, capo]);
  return state;
}
