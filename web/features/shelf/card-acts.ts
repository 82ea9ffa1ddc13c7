import type { SongState } from "@intonazione/core/catalogue";
import type { Card, CollectionRow } from "@/calls/shelf-cards";

/** What can be done with a card. */
export interface CardActs {
  readonly setState: (id: string, state: SongState) => void;
  readonly toggle: (id: string, isRange: boolean) => void;
  readonly rename: (id: string, title: string) => void;
  readonly startRenaming: (id: string | undefined) => void;
  readonly copy: (id: string) => void;
  readonly remove: (id: string) => void;
  readonly bringBack: (id: string) => void;
  readonly putInto: (id: string, collectionId: string, isIn: boolean) => void;
}

export interface StateChoice {
  readonly state: SongState;
  readonly onState: (state: SongState) => void;
}

export interface CardMenuProps {
  readonly card: Card;
  readonly collections: readonly CollectionRow[];
  readonly acts: CardActs;
}
