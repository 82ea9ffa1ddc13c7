"use client";

import { SONG_STATES } from "@intonazione/core/catalogue";
import Link from "next/link";
import {
  lazy,
  Suspense,
  useCallback,
  useEffect,
  useRef,
  useState,
  type KeyboardEvent,
} from "react";
import type { CardPage, CollectionRow, ShelfAddress } from "@/calls/shelf-cards";
import { buttonLook } from "@/ui/button";
import { CardGrid } from "./card-grid";
import { Choices } from "./choices";
import { CollectionRail } from "./collection-rail";
import { EmptyBin } from "./empty-bin";
import { FindField, FIND_ID } from "./find-field";
import { Order } from "./order";
import { NothingHere } from "./nothing-here";
import type { CardActs } from "./card-acts";
import { SongCard } from "./song-card";
import { Toast } from "@/ui/toast";
import { useSelection } from "./use-selection";
import { useShelfActs } from "./use-shelf-acts";
import { useShelfAddress } from "./use-shelf-address";
import { useShelfPages } from "./use-shelf-pages";

/** Fetched when something is selected. */
const SelectionBar = lazy(() => import("./selection-bar"));

const SORT_WORDS = {
  change: "last changed",
  title: "by title",
  tempo: "by tempo",
  difficulty: "by difficulty",
} as const;

/** The shelf in hand: what is looked for, what was found, and what is done with it. */
export function ShelfBoard({
  first,
  collections: firstCollections,
  initial,
}: {
  readonly first: CardPage;
  readonly collections: readonly CollectionRow[];
  readonly initial: ShelfAddress;
}) {
  const { address, go } = useShelfAddress(initial);
  const pages = useShelfPages(address, first);
  const { cards, total } = pages;
  const cardOf = useCallback(
    (id: string) => [...cards.values()].find((card) => card.id === id),
    [cards],
  );
  const acts = useShelfActs({ cardOf, change: pages.change, again: pages.again }, firstCollections);
  const { collections } = acts;
  const selection = useSelection(cards);
  const [renaming, setRenaming] = useState<string>();
  const [wantsFocus, setWantsFocus] = useState(0);
  const scroller = useRef<HTMLDivElement>(null);
  const isBin = address.in === "bin";
  const collection = collections.find(({ id }) => id === address.in);

  const goTo = (change: Partial<ShelfAddress>) => {
    scroller.current?.scrollTo({ top: 0 });
    go(change);
  };
  const { clear } = selection;
  useEffect(() => clear(), [clear, address.in]);

  const { undo } = acts;
  useEffect(() => {
    const onKey = (press: globalThis.KeyboardEvent) => {
      const isTyping = (press.target as HTMLElement).matches("input, textarea, select");
      if (isTyping) return;
      if (press.key === "/") {
        press.preventDefault();
        document.getElementById(FIND_ID)?.focus();
      } else if (press.key === "z" && (press.ctrlKey || press.metaKey)) {
        press.preventDefault();
        undo();
      }
    };
    window.addEventListener("keydown", onKey);
    return () => window.removeEventListener("keydown", onKey);
  }, [undo]);

  /** The selected songs where the card is one of them, else that one alone. */
  const meant = (id: string) => (selection.ids.has(id) ? [...selection.ids] : [id]);
  const cardActs: CardActs = {
    setState: (id, state) => void acts.setState(meant(id), state),
    toggle: selection.toggle,
    rename: (id, title) => void acts.rename(id, title),
    startRenaming: setRenaming,
    copy: (id) => void acts.copy(meant(id)),
    remove: (id) => {
      void acts.remove(meant(id));
      selection.clear();
    },
    bringBack: (id) => {
      void acts.bringBack(meant(id));
      selection.clear();
    },
    putInto: (id, collectionId, isIn) => void acts.putInto(meant(id), collectionId, isIn),
  };

  const onKey = (press: KeyboardEvent, index: number): boolean => {
    const card = cards.get(index);
    if (!card || press.ctrlKey || press.metaKey || press.altKey) return false;
    const state = SONG_STATES[Number(press.key) - 1];
    if (press.key === "x" || press.key === " ") selection.toggle(card.id, press.shiftKey);
    else if (press.key === "Escape" && selection.ids.size > 0) selection.clear();
    else if (isBin) return false;
    else if (state) cardActs.setState(card.id, state);
    else if (press.key === "F2") setRenaming(card.id);
    else if (press.key === "c") cardActs.copy(card.id);
    else if (press.key === "Delete") cardActs.remove(card.id);
    else return false;
    return true;
  };

  const hasOwnOrder = collection !== undefined && address.sort === "change";
  const onMove = (from: number, before: number) => {
    const card = cards.get(from);
    if (!card || !collection) return;
    pages.move(from, before);
    void acts.move(collection.id, card.id, cards.get(before)?.id);
  };

  return (
    <div className="flex min-h-0 flex-1 gap-4 px-6">
      <CollectionRail
        collections={collections}
        here={address.in}
        onGo={(place) => goTo({ in: place, find: "", sort: "change" })}
        onCreate={(name) =>
          void acts.create(name).then((id) => id !== undefined && goTo({ in: id, find: "" }))
        }
        onRename={(id, name) => void acts.renameCollection(id, name)}
        onRemove={(one) => {
          goTo({ in: undefined });
          void acts.dissolve(one);
        }}
      />
      <main className="flex min-w-0 flex-1 flex-col border-l border-hairline pl-5">
        <div className="flex items-start gap-2 py-3">
          <h1 className="max-w-52 shrink-0 truncate pr-2 font-serif text-2xl leading-8">
            {isBin ? "Bin" : (collection?.name ?? "Shelf")}
          </h1>
          <FindField
            value={address.find}
            onChange={(find) => goTo({ find })}
            onLeave={() => setWantsFocus((count) => count + 1)}
          />
          {!isBin && <Choices value={address.find} onChange={(find) => goTo({ find })} />}
          <Order
            sort={address.sort}
            words={collection ? { ...SORT_WORDS, change: "its own order" } : SORT_WORDS}
            onChange={(sort) => goTo({ sort })}
          />
          {isBin ? (
            <EmptyBin count={total} onEmpty={() => void acts.emptyBin()} />
          ) : (
            <>
              <Link href="/songs/new?from=tablature" className={buttonLook()}>
                Read a file
              </Link>
              <Link href="/songs/new" className={buttonLook("main")}>
                New song
              </Link>
            </>
          )}
        </div>
        <p role="status" className="flex gap-4 pb-1 text-xs text-soft">
          <span>
            {total === 1 ? "1 song" : `${total.toLocaleString("en")} songs`}
            {!pages.isCurrent && " · looking …"}
          </span>
          {pages.problem !== undefined && <span className="text-madder">{pages.problem}</span>}
          {total > 0 && !isBin && (
            <span className="ml-auto hidden xl:inline">
              1–5 state · x select · F2 rename · c copy · Del bin
              {hasOwnOrder && " · Alt arrows order"}
            </span>
          )}
        </p>
        <div ref={scroller} className="min-h-0 flex-1 overflow-y-auto pt-1 pr-1 pb-4">
          {total === 0 ? (
            <NothingHere
              address={address}
              collectionName={collection?.name}
              onShowAll={() => goTo({ find: "", in: undefined })}
            />
          ) : (
            <CardGrid
              scroller={scroller}
              count={total}
              onShow={pages.show}
              onKey={onKey}
              onMove={hasOwnOrder ? onMove : undefined}
              wantsFocus={wantsFocus}
              draw={(index, isActive) => {
                const card = cards.get(index);
                return card ? (
                  <SongCard
                    card={card}
                    collections={collections}
                    isActive={isActive}
                    isSelected={selection.ids.has(card.id)}
                    isRenaming={renaming === card.id}
                    acts={cardActs}
                  />
                ) : (
                  <div className="h-full rounded-md border border-hairline bg-sheet opacity-60" />
                );
              }}
            />
          )}
        </div>
        {selection.ids.size > 0 && (
          <Suspense>
            <SelectionBar
              count={selection.ids.size}
              isBin={isBin}
              collections={collections}
              onState={(state) => void acts.setState([...selection.ids], state)}
              onCollection={(id) => void acts.putInto([...selection.ids], id, true)}
              onCopy={() => void acts.copy([...selection.ids])}
              onRemove={() => {
                void acts.remove([...selection.ids]);
                selection.clear();
              }}
              onBringBack={() => {
                void acts.bringBack([...selection.ids]);
                selection.clear();
              }}
              onLetGo={selection.clear}
            />
          </Suspense>
        )}
        <div className="pb-1">
          <Toast told={acts.done} onUndo={acts.done?.undo && acts.undo} onClose={acts.dismiss} />
        </div>
      </main>
    </div>
  );
}
