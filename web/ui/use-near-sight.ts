"use client";

import { useLayoutEffect, useState, type RefObject } from "react";

/** How far beside the sight something counts as near, as a share of the window's height. */
const MARGIN = 0.75;

/**
 * Whether something is in sight, or near enough to be drawn; true from then on. What is far away can
 * wait with its drawing until one scrolls there.
 */
export function useNearSight(ref: RefObject<HTMLElement | null>): boolean {
  const [isNear, setNear] = useState(false);
  useLayoutEffect(() => {
    const element = ref.current;
    if (isNear || !element) return;
    const frame = scrollFrameOf(element);
    const sight = frame?.getBoundingClientRect() ?? { top: 0, bottom: window.innerHeight };
    const margin = MARGIN * window.innerHeight;
    const { top, bottom } = element.getBoundingClientRect();
    // Before anything is painted: what is in sight at once shall not flash.
    if (top < sight.bottom && bottom > sight.top) return setNear(true);
    const observer = new IntersectionObserver(
      (entries) => {
        if (entries.some(({ isIntersecting }) => isIntersecting)) setNear(true);
      },
      { root: frame, rootMargin: `${margin}px` },
    );
    observer.observe(element);
    return () => observer.disconnect();
  }, [ref, isNear]);
  return isNear;
}

/** What an element is scrolled in; null where that is the window. */
function scrollFrameOf(element: HTMLElement): HTMLElement | null {
  for (let at = element.parentElement; at; at = at.parentElement) {
    if (/auto|scroll/u.test(getComputedStyle(at).overflowY)) return at;
  }
  return null;
}
