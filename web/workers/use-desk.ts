"use client";

import type { Remote } from "comlink";
import { useCallback, useEffect, useRef, useState } from "react";
import { Cancelled } from "@/jobs/outcome";
import { atTheDesk } from "./at-the-desk";
import type { Desk } from "./protocol";

export type DeskRequest<Value> = (desk: Remote<Desk>) => Promise<Value>;

type Outcome<Value> =
  | { readonly kind: "done"; readonly value: Value }
  | { readonly kind: "cancelled" }
  | { readonly kind: "failed" };

export type DeskState<Value> =
  { readonly kind: "idle" } | { readonly kind: "working" } | Outcome<Value>;

/**
 * Runs a request in a worker, after a pause, whenever it becomes another function (keep it by
 * `useCallback`); the one before is given up. `cancel` stops the running one at once, as does the end of its time
 * where it has a time box.
 */
export function useDesk<Value>(
  request: DeskRequest<Value> | undefined,
  pauseMs = 0,
  timeBoxMs?: number,
): { readonly state: DeskState<Value>; readonly cancel: () => void } {
  const [settled, setSettled] = useState<{
    readonly request: DeskRequest<Value>;
    readonly outcome: Outcome<Value>;
  }>();
  const control = useRef<AbortController>(undefined);
  useEffect(() => {
    if (!request) return;
    const abort = new AbortController();
    control.current = abort;
    let isGivenUp = false;
    const settle = (outcome: Outcome<Value>) => {
      if (!isGivenUp) setSettled({ request, outcome });
    };
    let timeBox: ReturnType<typeof setTimeout> | undefined;
    const timer = setTimeout(() => {
      if (timeBoxMs !== undefined) timeBox = setTimeout(() => abort.abort(), timeBoxMs);
      atTheDesk(request, abort.signal)
        .then((value) => settle({ kind: "done", value }))
        .catch((error: unknown) =>
          settle({ kind: error instanceof Cancelled ? "cancelled" : "failed" }),
        );
    }, pauseMs);
    return () => {
      isGivenUp = true;
      clearTimeout(timer);
      clearTimeout(timeBox);
      abort.abort();
    };
  }, [request, pauseMs, timeBoxMs]);
  const cancel = useCallback(() => control.current?.abort(), []);
  if (!request) return { state: { kind: "idle" }, cancel };
  const isSettled = settled?.request === request;
  return { state: isSettled ? settled.outcome : { kind: "working" }, cancel };
}
