import { SHELF_SORTS } from "@intonazione/core/catalogue";
import type { ShelfAddress } from "@/calls/shelf-cards";

/** What the address of the page says; what it does not understand counts as not said. */
export function readAddress(query: Readonly<Record<string, unknown>>): ShelfAddress {
  const { find, sort, in: place } = query;
  return {
    find: typeof find === "string" ? find.slice(0, 400) : "",
    sort: SHELF_SORTS.find((one) => one === sort) ?? "change",
    ...(typeof place === "string" && place !== "" && { in: place }),
  };
}
