import { useCallback, useEffect, useState } from "react";
import { addressQuery, type ShelfAddress } from "@/calls/shelf-cards";

/** Where one stands before the shelf, in the page's address too, so that it can be kept as a link. */
export function useShelfAddress(initial: ShelfAddress) {
  const [address, setAddress] = useState(initial);
  const go = useCallback((change: Partial<ShelfAddress>) => {
    setAddress((before) => ({ ...before, ...change }));
  }, []);
  useEffect(() => {
    const query = addressQuery(address);
    const path = query === "" ? "/" : `/?${query}`;
    if (`${location.pathname}${location.search}` !== path) history.replaceState(null, "", path);
  }, [address]);
  return { address, go };
}
