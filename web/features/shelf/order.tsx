"use client";

import { ChevronDown } from "lucide-react";
import type { ShelfSort } from "@intonazione/core/catalogue";
import { selectLook } from "@/ui/select-look";
import { opensLater } from "./opens-later";

export interface OrderProps {
  readonly sort: ShelfSort;
  /** What each order is called here. */
  readonly words: Readonly<Record<ShelfSort, string>>;
  readonly onChange: (sort: ShelfSort) => void;
}

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
