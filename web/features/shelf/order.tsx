"use client";

import { ChevronDown } from "lucide-react";
import { selectLook } from "@/ui/select-look";
import { opensLater } from "./opens-later";
import type { OrderProps } from "./order-props";

/** In which order the songs stand. */
export const Order = opensLater<OrderProps>(
  () => import("./order-list"),
  ({ sort, words }, press) => (
    <button
      type="button"
      role="combobox"
      aria-expanded={false}
      aria-haspopup="listbox"
      aria-label="Order"
      onClick={press}
      className={selectLook("button")}
    >
      <span className="truncate">{words[sort]}</span>
      <ChevronDown size={13} aria-hidden className="shrink-0 text-soft" />
    </button>
  ),
);
