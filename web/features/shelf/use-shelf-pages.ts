import { useCallback, useEffect, useRef, useState } from "react";
import { CARDS_A_PAGE } from "@intonazione/core/catalogue";
import { problemOf } from "@/calls/answer";
import {
  addressQuery,
  fetchCards,
  type Card,
  type CardPage,
  type ShelfAddress,
} from "@/calls/shelf-cards";

/** Results are asked for when nobody types for a moment. */
const PAUSE_MS = 110;

interface Found {
  /** The address that was asked for. */
  readonly query: string;
  readonly total: number;
  /** By their place in the order; what was not fetched yet is missing. */
  readonly cards: ReadonlyMap<number, Card>;
}

function foundFrom(query: string, { total, songs }: CardPage, from = 0): Found {
  return { query, total, cards: new Map(songs.map((card, index) => [from + index, card])) };
}

/**
 * The cards at an address: the first page at once, others as they come into view. While another
 * address is looked up, what was there stays.
 */
export function useShelfPages(address: ShelfAddress, first: CardPage) {
  const query = addressQuery(address);
  const [found, setFound] = useState(() => foundFrom(query, first));
  const [problem, setProblem] = useState<string>();
  const asking = useRef(new Set<number>());
  const current = useRef(address);
  useEffect(() => {
    current.current = address;
  });

  /** Counts what was changed here: an answer from before a change knows nothing of it. */
  const changes = useRef(0);

  const lookUp = useCallback(async (signal?: AbortSignal) => {
    const wanted = current.current;
    let page: Awaited<ReturnType<typeof fetchCards>>;
    let before: number;
    do {
      before = changes.current;
      page = await fetchCards(wanted, 0, signal);
      if (signal?.aborted || addressQuery(wanted) !== addressQuery(current.current)) return;
    } while (changes.current !== before);
    if (page.kind !== "done") setProblem(problemOf(page));
    else {
      asking.current.clear();
      setProblem(undefined);
      setFound(foundFrom(addressQuery(wanted), page.value));
    }
  }, []);

  const isCurrent = found.query === query;
  useEffect(() => {
    if (isCurrent) return;
    const control = new AbortController();
    const timer = setTimeout(() => void lookUp(control.signal), PAUSE_MS);
    return () => {
      clearTimeout(timer);
      control.abort();
    };
  }, [query, isCurrent, lookUp]);

  /** Fetches the pages in which these places lie, unless they are there or on their way. */
  const show = useCallback(
    (start: number, end: number) => {
      for (let page = Math.floor(start / CARDS_A_PAGE); page * CARDS_A_PAGE < end; page++) {
        const from = page * CARDS_A_PAGE;
        if (found.cards.has(from) || from >= found.total || asking.current.has(page)) continue;
        asking.current.add(page);
        void fetchCards(current.current, from).then((answer) => {
          if (answer.kind !== "done") {
            asking.current.delete(page);
            setProblem(problemOf(answer));
            return;
          }
          setFound((before) => {
            if (before.query !== addressQuery(current.current)) return before;
            const more = foundFrom(before.query, answer.value, from);
            return { ...more, cards: new Map([...before.cards, ...more.cards]) };
          });
        });
      }
    },
    [found],
  );

  /** Shows a change of cards before the server has answered. */
  const change = useCallback((ids: ReadonlySet<string>, with_: Partial<Card>) => {
    changes.current++;
    setFound((before) => ({
      ...before,
      cards: new Map(
        [...before.cards].map(([at, card]) => [
          at,
          ids.has(card.id) ? { ...card, ...with_ } : card,
        ]),
      ),
    }));
  }, []);

  /** Shows a card at another place before the server has answered. */
  const move = useCallback((from: number, before: number) => {
    changes.current++;
    setFound((was) => {
      const order = Array.from({ length: was.total }, (_, at) => was.cards.get(at));
      const [card] = order.splice(from, 1);
      order.splice(before > from ? before - 1 : before, 0, card);
      const cards = order.flatMap((one, at) => (one ? [[at, one] as const] : []));
      return { ...was, cards: new Map(cards) };
    });
  }, []);

  return { ...found, isCurrent, problem, show, change, move, again: lookUp };
}
