"use client";

import { useEffect, useRef } from "react";
import { isTypedInto } from "./typed-into";

/** The digit 1–9 that a press is, if it is one by itself. */
export function digitOf(
  press: Pick<KeyboardEvent, "key" | "ctrlKey" | "metaKey" | "altKey" | "shiftKey">,
): number | undefined {
  const hasModifier = press.ctrlKey || press.metaKey || press.altKey || press.shiftKey;
  return hasModifier || !/^[1-9]$/u.test(press.key) ? undefined : Number(press.key);
}

/** Lets the digits 1–9 choose among what a view shows, while nothing is typed and nothing lies over it. */
export function useDigitKeys(onDigit: (digit: number) => void): void {
  const newest = useRef(onDigit);
  useEffect(() => {
    newest.current = onDigit;
  });
  useEffect(() => {
    const onKeyDown = (press: KeyboardEvent) => {
      const digit = digitOf(press);
      if (isTypedInto(press.target) || digit === undefined) return;
      press.preventDefault();
      newest.current(digit);
    };
    window.addEventListener("keydown", onKeyDown);
    return () => window.removeEventListener("keydown", onKeyDown);
  }, []);
}
