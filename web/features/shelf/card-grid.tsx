"use client";

import {
  draggable,
  dropTargetForElements,
} from "@atlaskit/pragmatic-drag-and-drop/element/adapter";
import { useVirtualizer } from "@tanstack/react-virtual";
import {
  useEffect,
  useRef,
  useState,
  type KeyboardEvent,
  type ReactNode,
  type RefObject,
} from "react";
import { useWidth } from "@/ui/use-width";

const CARD = { leastWidth: 300, height: 224, gap: 14 } as const;
/** Before the page knows how wide it is. */
const USUAL_WIDTH = 960;
const ROWS_A_PAGE = 3;

export interface GridKeys {
  /** Anything but moving about. @returns whether the key meant something. */
  readonly onKey: (press: KeyboardEvent, index: number) => boolean;
}

/**
 * Cards in rows, of which only those in view are drawn, however many there are. Arrows, Home, End and
 * the page keys move from card to card; the one they are at is the one that Tab leads to.
 *
 * @param draw The card at a place; `isActive` where the keys are.
 * @param onShow Is told which places are in view.
 * @param onMove Moves the card at a place before another's; absent where the order is not ours.
 */
export function CardGrid({
  scroller,
  count,
  draw,
  onShow,
  onKey,
  onMove,
  wantsFocus,
}: {
  readonly scroller: RefObject<HTMLElement | null>;
  readonly count: number;
  readonly draw: (index: number, isActive: boolean) => ReactNode;
  readonly onShow: (start: number, end: number) => void;
  readonly onMove?: ((from: number, before: number) => void) | undefined;
  /** Changes when the keys shall come here. */
  readonly wantsFocus: number;
} & GridKeys) {
  const list = useRef<HTMLDivElement>(null);
  const width = useWidth(list) || USUAL_WIDTH;
  const columns = Math.max(1, Math.floor((width + CARD.gap) / (CARD.leastWidth + CARD.gap)));
  const rows = Math.ceil(count / columns);
  // eslint-disable-next-line react-hooks/incompatible-library
  const virtual = useVirtualizer({
    count: rows,
    getScrollElement: () => scroller.current,
    estimateSize: () => CARD.height + CARD.gap,
    overscan: 2,
    initialRect: { width: USUAL_WIDTH, height: 700 },
  });
  const [active, setActive] = useState(0);
  const at = Math.min(active, Math.max(0, count - 1));
  /** Whether the keys are to be at the active card, as soon and as often as it is drawn. */
  const isWanted = useRef(false);
  /** The wish for focus that was granted last. */
  const given = useRef(0);
  const items = virtual.getVirtualItems();
  const start = (items[0]?.index ?? 0) * columns;
  const end = Math.min(count, ((items.at(-1)?.index ?? 0) + 1) * columns);

  useEffect(() => onShow(start, end), [onShow, start, end]);

  useEffect(() => {
    if (wantsFocus > 0) isWanted.current = true;
  }, [wantsFocus]);

  useEffect(() => {
    const letGo = () => (isWanted.current = false);
    window.addEventListener("pointerdown", letGo);
    return () => window.removeEventListener("pointerdown", letGo);
  }, []);

  // While it scrolls, a card may be drawn, gone and drawn again: the focus it takes along is given back.
  useEffect(() => {
    const card = list.current?.querySelector<HTMLElement>(`[data-index="${at}"] [data-card-link]`);
    const here = document.activeElement;
    if (!isWanted.current || !card || here === card) return;
    const isOurs = !here || here === document.body || here.matches("[data-card-link]");
    if (isOurs || wantsFocus !== given.current) card.focus({ preventScroll: true });
    // It has gone elsewhere.
    else isWanted.current = false;
    given.current = wantsFocus;
  });

  const goTo = (from: number, index: number) => {
    const next = Math.max(0, Math.min(count - 1, index));
    // At either end nothing moves: no later drawing may then take the focus from where it has gone.
    if (next === from) return;
    isWanted.current = true;
    setActive(next);
    virtual.scrollToIndex(Math.floor(next / columns));
  };
  const onKeyDown = (press: KeyboardEvent) => {
    const target = press.target as HTMLElement;
    if (!target.matches("[data-card-link]")) return;
    // Where the focus is, even if it came there before the page was alive; else where it is going.
    const here = isWanted.current ? at : (indexAt(target) ?? at);
    const steps: Readonly<Record<string, number>> = {
      ArrowRight: 1,
      ArrowLeft: -1,
      ArrowDown: columns,
      ArrowUp: -columns,
      PageDown: ROWS_A_PAGE * columns,
      PageUp: -ROWS_A_PAGE * columns,
      Home: -count,
      End: count,
    };
    const step = steps[press.key];
    if (step !== undefined && press.altKey && onMove) {
      press.preventDefault();
      const to = Math.max(0, Math.min(count - 1, here + step));
      if (to === here) return;
      onMove(here, to > here ? to + 1 : to);
      goTo(here, to);
    } else if (step !== undefined && !press.altKey && !press.ctrlKey && !press.metaKey) {
      press.preventDefault();
      goTo(here, here + step);
    } else if (onKey(press, here)) press.preventDefault();
  };

  return (
    <div
      ref={list}
      role="list"
      aria-label="Songs"
      onKeyDown={onKeyDown}
      onFocus={({ target }) => {
        const index = indexAt(target);
        if (index !== undefined) setActive(index);
      }}
      className="relative"
      style={{ height: virtual.getTotalSize() }}
    >
      {Array.from({ length: Math.max(0, end - start) }, (_, offset) => {
        const index = start + offset;
        const [row, column] = [Math.floor(index / columns), index % columns];
        const each = (width - (columns - 1) * CARD.gap) / columns;
        return (
          <Place
            key={index}
            index={index}
            count={count}
            onMove={onMove}
            style={{
              transform: `translate(${column * (each + CARD.gap)}px, ${row * (CARD.height + CARD.gap)}px)`,
              width: each,
              height: CARD.height,
            }}
          >
            {draw(index, index === at)}
          </Place>
        );
      })}
    </div>
  );
}

/** Where a card lies; it can be drawn to another place where the order is the teacher's. */
function Place({
  index,
  count,
  onMove,
  style,
  children,
}: {
  readonly index: number;
  readonly count: number;
  readonly onMove: ((from: number, before: number) => void) | undefined;
  readonly style: React.CSSProperties;
  readonly children: ReactNode;
}) {
  const place = useRef<HTMLDivElement>(null);
  const [isOver, setIsOver] = useState(false);
  const move = useRef(onMove);
  useEffect(() => {
    move.current = onMove;
  });
  const isMovable = onMove !== undefined;
  useEffect(() => {
    const element = place.current;
    if (!isMovable || !element) return;
    const stopDrag = draggable({ element, getInitialData: () => ({ index }) });
    const stopDrop = dropTargetForElements({
      element,
      onDragEnter: () => setIsOver(true),
      onDragLeave: () => setIsOver(false),
      onDrop: ({ source }) => {
        setIsOver(false);
        const from = source.data["index"];
        if (typeof from === "number" && from !== index) {
          move.current?.(from, from < index ? index + 1 : index);
        }
      },
    });
    return () => {
      stopDrag();
      stopDrop();
    };
  }, [index, isMovable]);
  return (
    <div
      ref={place}
      role="listitem"
      aria-setsize={count}
      aria-posinset={index + 1}
      data-index={index}
      className={`absolute top-0 left-0 ${isOver ? "outline-2 outline-offset-2 outline-madder" : ""}`}
      style={style}
    >
      {children}
    </div>
  );
}

/** Which card an element belongs to. */
function indexAt(element: HTMLElement): number | undefined {
  const index = element.closest<HTMLElement>("[data-index]")?.dataset["index"];
  return index === undefined ? undefined : Number(index);
}
