"use client";

import { SHELF_SORTS } from "@intonazione/core/catalogue";
import { Select } from "@/ui/select";
import type { OrderProps } from "./order-props";

/** The orders, open. */
export default function OrderList({
  sort,
  words,
  onChange,
  isOpenAtFirst,
}: OrderProps & { readonly isOpenAtFirst: true }) {
  return (
    <Select
      label="Order"
      value={sort}
      options={SHELF_SORTS.map((one) => ({ value: one, label: words[one] }))}
      onChange={onChange}
      isOpenAtFirst={isOpenAtFirst}
      look="button"
    />
  );
}
