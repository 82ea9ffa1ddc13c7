"use client";

import type { RefObject } from "react";
import { useSize } from "./use-size";

/** The width of an element in px, kept up to date; 0 until it is known. */
export function useWidth(ref: RefObject<HTMLElement | null>): number {
  return useSize(ref).width;
}
