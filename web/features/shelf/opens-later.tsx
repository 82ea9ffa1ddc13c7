"use client";

import { lazy, Suspense, useState, type ComponentType, type ReactNode } from "react";

/**
 * Something that opens at a button, fetched when the button is pressed first: most cards of a shelf are
 * never opened.
 * @param load Gives the component, which opens by itself when `isOpenAtFirst`.
 * @param button The button until then; it gets what presses it.
 */
export function opensLater<Props extends object>(
  load: () => Promise<{ readonly default: ComponentType<Props & { isOpenAtFirst: true }> }>,
  button: (props: Props, press: () => void) => ReactNode,
): ComponentType<Props> {
  const Opened = lazy(load);
  return function OpensLater(props: Props) {
    const [isWanted, setIsWanted] = useState(false);
    const closed = button(props, () => setIsWanted(true));
    if (!isWanted) return closed;
    return (
      <Suspense fallback={closed}>
        <Opened {...props} isOpenAtFirst />
      </Suspense>
    );
  };
}
