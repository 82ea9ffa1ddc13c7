"use client";

import { MoreHorizontal } from "lucide-react";
import type { CardMenuProps, StateChoice } from "./card-acts";
import { moreButtonLook, stateButtonLook } from "./menu-look";
import { opensLater } from "./opens-later";
import { StateSign } from "./state-sign";

/** How far a song is, and what else it may be. */
export const StateMenu = opensLater<StateChoice>(
  () => import("./state-menu"),
  ({ state }, press) => (
    <button
      type="button"
      tabIndex={-1}
      aria-haspopup="menu"
      aria-label={`State: ${state}`}
      onClick={press}
      className={stateButtonLook}
    >
      <StateSign state={state} />
    </button>
  ),
);

/** What else can be done with a card. */
export const CardMenu = opensLater<CardMenuProps>(
  () => import("./card-menu"),
  ({ card }, press) => (
    <button
      type="button"
      tabIndex={-1}
      aria-haspopup="menu"
      aria-label={`More with ${card.title}`}
      onClick={press}
      className={moreButtonLook}
    >
      <MoreHorizontal size={16} aria-hidden />
    </button>
  ),
);
