"use client";

import { useEffect, useRef } from "react";
import { isTypedInto } from "./typed-into";

/** Lets the digits 1–9 choose among what a view shows, while nothing is typed and nothing lies over it. */
export function useDigitKeys(onDigit: (digit: number) => void): void {
  const newest = useRef(onDigit);
  useEffect(() => {
    newest.current = onDigit;
  });
  useEffect(() => {
    const onKeyDown = (press: KeyboardEvent) => {
      const hasModifier = press.ctrlKey || press.metaKey || press.altKey || press.shiftKey;
      if (isTypedInto(press.target) || hasModifier || !/^[1-9]$/u.test(press.key)) return;
      press.preventDefault();
      newest.current(Number(press.key));
    };
    window.addEventListener("keydown", onKeyDown);
    return () => window.removeEventListener("keydown", onKeyDown);
  }, []);
}
