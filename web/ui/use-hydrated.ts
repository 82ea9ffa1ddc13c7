"use client";

import { useSyncExternalStore } from "react";

const never = () => () => undefined;

/**
 * False until the page's scripts have taken over. Fields stay disabled until then: what is typed
 * earlier would be lost.
 */
export function useHydrated(): boolean {
  return useSyncExternalStore(
    never,
    () => true,
    () => false,
  );
}
