"use client";

import { useEffect, useRef } from "react";
import type { Sweep } from "./use-sweep";
import type { Tuner } from "./use-tuner";

/** The tuner by keyboard alone. While it is shown its keys come before those of the song. */
export function useTunerKeys(tuner: Tuner, play: (string: number) => void, sweep: Sweep): void {
  const present = useRef({ tuner, play, sweep });
  useEffect(() => {
    present.current = { tuner, play, sweep };
  });
  useEffect(() => {
    const onKeyDown = (press: KeyboardEvent) => {
      if (press.ctrlKey || press.metaKey || press.altKey || isBusy(press.target)) return;
      if (!present.current.tuner.source) return;
      const isOnButton = press.target instanceof Element && press.target.closest("button, a");
      if (isOnButton && (press.key === " " || press.key === "Enter")) return;
      if (act(press)) {
        press.preventDefault();
        press.stopPropagation();
      }
    };
    const act = (press: KeyboardEvent): boolean => {
      const now = present.current;
      const { chosen, targets } = now.tuner;
      const digit = /^\d$/u.test(press.key) ? Number(press.key) : undefined;
      if (digit === 0) now.tuner.choose(undefined);
      else if (digit !== undefined && digit <= targets.length) now.play(digit);
      else if (press.key === " ") {
        if (!press.repeat) now.sweep.start();
      } else if (press.key === "Enter") {
        const target = targets.find(({ string }) => string === chosen);
        if (target) now.tuner.soundReference(target);
      } else if (press.key === "ArrowUp" || press.key === "ArrowDown") {
        if (chosen === undefined) return false;
        const by = press.shiftKey ? 10 : 1;
        const cents = press.key === "ArrowUp" ? by : -by;
        now.tuner.act({ kind: "turn-peg", string: chosen, cents });
      } else return false;
      return true;
    };
    const onKeyUp = (press: KeyboardEvent) => {
      if (press.key === " ") present.current.sweep.stop();
    };
    const onBlur = () => present.current.sweep.stop();
    window.addEventListener("keydown", onKeyDown, { capture: true });
    window.addEventListener("keyup", onKeyUp);
    window.addEventListener("blur", onBlur);
    return () => {
      window.removeEventListener("keydown", onKeyDown, { capture: true });
      window.removeEventListener("keyup", onKeyUp);
      window.removeEventListener("blur", onBlur);
    };
  }, []);
}

/** Where keys belong to what has the focus: a field, or a dialog laid over the page. */
function isBusy(target: EventTarget | null): boolean {
  return (
    target instanceof Element &&
    target.closest("input:not([type=checkbox]), textarea, select, [role=dialog]") !== null
  );
}
