import type { ShelfSort } from "@intonazione/core/catalogue";

/** In which order the songs stand, and how another one is asked for. */
export interface OrderProps {
  readonly sort: ShelfSort;
  /** What each order is called here. */
  readonly words: Readonly<Record<ShelfSort, string>>;
  readonly onChange: (sort: ShelfSort) => void;
}
