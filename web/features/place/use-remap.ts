"use client";

import type { RemappedPart } from "@intonazione/core/remap";
import type { Part, Song } from "@intonazione/core/score";
import { useEffect, useState } from "react";
import type { ChosenInstrument } from "@/ui/instrument-picker";
import { atTheDesk, Cancelled } from "@/workers/at-the-desk";

export type RemapState =
  | { readonly kind: "working" }
  | { readonly kind: "done"; readonly moved: RemappedPart; readonly to: ChosenInstrument }
  | { readonly kind: "cancelled" }
  | { readonly kind: "failed" };

/** Moves a part in a worker whenever the target changes; `cancel` stops it at once. */
export function useRemap(
  song: Song,
  part: Part,
  to: ChosenInstrument | undefined,
): { readonly state: RemapState; readonly cancel: () => void } {
  const [state, setState] = useState<RemapState>({ kind: "working" });
  const [control, setControl] = useState<AbortController>();
  const wanted = to && JSON.stringify(to);
  useEffect(() => {
    if (wanted === undefined) return;
    const target = JSON.parse(wanted) as ChosenInstrument;
    const abort = new AbortController();
    setControl(abort);
    setState({ kind: "working" });
    atTheDesk((desk) => desk.remapPart(song, part, target), abort.signal)
      .then((moved) => setState({ kind: "done", moved, to: target }))
      .catch((error: unknown) => {
        setState({ kind: error instanceof Cancelled ? "cancelled" : "failed" });
      });
    return () => abort.abort();
  }, [song, part, wanted]);
  return { state, cancel: () => control?.abort() };
}
