"use client";

import { useCallback, useEffect, useState } from "react";
import type { InstrumentValues } from "@/ui/instrument-values";

/** The draft of an instrument that is not in the rack yet. */
export const NEW = "new";

export type RackDrafts = Readonly<Record<string, InstrumentValues>>;

const KEY = "intonazione-rack-drafts";

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
    const found: unknown = JSON.parse(sessionStorage.getItem(KEY) ?? "{}");
    return typeof found === "object" && found !== null ? (found as RackDrafts) : {};
  } catch {
    return {};
  }
}
