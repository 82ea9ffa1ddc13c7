"use client";

import { useLayoutEffect, useState, type RefObject } from "react";

/** How far beside the window something counts as near, as a share of its height. */
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
    const margin = MARGIN * window.innerHeight;
    const { top, bottom } = element.getBoundingClientRect();
    // Before anything is painted: what is in sight at once shall not flash.
    if (top < window.innerHeight && bottom > 0) return setNear(true);
    const observer = new IntersectionObserver(
      (entries) => {
        if (entries.some(({ isIntersecting }) => isIntersecting)) setNear(true);
      },
      { rootMargin: `${margin}px` },
    );
    observer.observe(element);
    return () => observer.disconnect();
  }, [ref, isNear]);
  return isNear;
}
