"use client";

import { SlidersHorizontal } from "lucide-react";
import { Button } from "@/ui/button";
import type { LookedFor } from "./looked-for";
import { opensLater } from "./opens-later";

/** What can be looked for, to be chosen. */
export const Choices = opensLater<LookedFor>(
  () => import("./choices-panel"),
  (_, press) => (
    <Button aria-haspopup="dialog" onClick={press}>
      <SlidersHorizontal size={14} aria-hidden /> Choices
    </Button>
  ),
);
