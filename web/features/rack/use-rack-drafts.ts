"use client";

import { INSTRUMENT_KINDS } from "@intonazione/core/instrument";
import { STRING_MATERIALS } from "@intonazione/core/strings";
import { useCallback, useEffect, useState } from "react";
import { z } from "zod";
import type { InstrumentValues } from "@/ui/instrument-values";

/** The draft of an instrument that is not in the rack yet. */
export const NEW = "new";

export type RackDrafts = Readonly<Record<string, InstrumentValues>>;

const KEY = "intonazione-rack-drafts";

/** A draft of an earlier version of the page is no draft any more. */
const draftsSchema = z.record(
  z.string(),
  z.object({
    name: z.string(),
    kind: z.enum(INSTRUMENT_KINDS),
    tuning: z.string(),
    frets: z.string(),
    bodyFret: z.string(),
    scale: z.string(),
    handed: z.enum(["right", "left"]),
    gauges: z.string(),
    material: z.enum(STRING_MATERIALS),
    actionMm: z.string(),
  }),
) satisfies z.ZodType<RackDrafts>;

/** What was typed and not saved, by instrument; it survives a reload of this window. */
export function useRackDrafts() {
  const [drafts, setDrafts] = useState<RackDrafts>({});
  useEffect(() => {
    // After hydration only: the server does not know this window's drafts.
    // eslint-disable-next-line react-hooks/set-state-in-effect
    setDrafts(kept());
  }, []);
  const change = useCallback((next: (before: RackDrafts) => RackDrafts) => {
    setDrafts((before) => {
      const after = next(before);
      try {
        sessionStorage.setItem(KEY, JSON.stringify(after));
      } catch {
        // A full or forbidden store: the drafts stay on the screen.
      }
      return after;
    });
  }, []);
  return {
    drafts,
    keepDraft: useCallback(
      (id: string, values: InstrumentValues) => change((before) => ({ ...before, [id]: values })),
      [change],
    ),
    dropDraft: useCallback((id: string) => change(({ [id]: _, ...others }) => others), [change]),
  };
}

function kept(): RackDrafts {
  try {
    const found = draftsSchema.safeParse(JSON.parse(sessionStorage.getItem(KEY) ?? "{}"));
    return found.success ? found.data : {};
  } catch {
    return {};
  }
}
