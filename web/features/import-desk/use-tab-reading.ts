"use client";

import type { TextTabReading } from "@intonazione/core/formats/text-tab";
import { familyOf } from "@intonazione/core/instrument";
import { useMemo } from "react";
import { readChoice, type InstrumentChoice } from "@/ui/instrument-picker";
import { useDesk, type DeskRequest, type DeskState } from "@/workers/use-desk";

const PAUSE_MS = 180;

/** Reads a tablature a moment after it last changed; with a tuning and capo, as those of the text. */
export function useTabReading(
  text: string,
  choice: InstrumentChoice | undefined,
): DeskState<TextTabReading> {
  const strings = choice?.strings;
  const capo = choice?.capo ?? "0";
  const request = useMemo((): DeskRequest<TextTabReading> | undefined => {
    if (text.trim() === "") return undefined;
    const chosen = strings === undefined ? undefined : readChoice({ strings, capo });
    if (!chosen?.ok) return (desk) => desk.readTextTab(text, {});
    const { instrument, capo: at } = chosen.value;
    const family = familyOf(instrument);
    return (desk) => desk.readTextTab(text, { tuning: instrument.tuning, family, capo: at });
  }, [text, strings, capo]);
  return useDesk(request, PAUSE_MS).state;
}
