"use client";

import { useEffect, useRef } from "react";

/** Lets the digits 1–9 choose among what a view shows, while nothing is typed and nothing lies over it. */
export function useDigitKeys(onDigit: (digit: number) => void): void {
  const newest = useRef(onDigit);
  useEffect(() => {
    newest.current = onDigit;
  });
  useEffect(() => {
    const onKeyDown = (press: KeyboardEvent) => {
      const { target } = press;
      const isTyped =
        target instanceof HTMLElement &&
        (target.isContentEditable || target.matches("input, textarea, select, [role=combobox]"));
      const isElsewhere =
        target instanceof Element &&
        target.closest("[role=dialog], [role=listbox] [role=option], [role=menu]");
      const hasModifier = press.ctrlKey || press.metaKey || press.altKey || press.shiftKey;
      if (isTyped || isElsewhere || hasModifier || !/^[1-9]$/u.test(press.key)) return;
      press.preventDefault();
      newest.current(Number(press.key));
    };
    window.addEventListener("keydown", onKeyDown);
    return () => window.removeEventListener("keydown", onKeyDown);
  }, []);
}
