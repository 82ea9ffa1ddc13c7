import { useCallback, useRef, useState } from "react";
import type { Card } from "@/calls/shelf-cards";

/** What is selected, by id; a range goes from the one that was selected last. */
export function useSelection(cards: ReadonlyMap<number, Card>) {
  const [ids, setIds] = useState<ReadonlySet<string>>(new Set());
  const last = useRef<string>(undefined);
  const toggle = (id: string, isRange: boolean) => {
    const places = new Map([...cards].map(([at, card]) => [card.id, at]));
    const [from, to] = [places.get(last.current ?? id) ?? 0, places.get(id) ?? 0];
    last.current = id;
    setIds((before) => {
      const next = new Set(before);
      if (isRange) {
        for (let at = Math.min(from, to); at <= Math.max(from, to); at++) {
          const card = cards.get(at);
          if (card) next.add(card.id);
        }
      } else if (!next.delete(id)) next.add(id);
      return next;
    });
  };
  const clear = useCallback(() => setIds((before) => (before.size > 0 ? new Set() : before)), []);
  return { ids, toggle, clear };
}
