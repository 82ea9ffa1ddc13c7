import type { StoreApi } from "zustand/vanilla";
import { usualFolds, type Folds } from "./folds";
import { USUAL_LANES, type LaneSet, type ShownLanes } from "./shown-lanes";

/** A view of a stage, by their ids in the register of stages. */
export interface ViewAddress {
  readonly stage: string;
  /** The stage's view that was shown last, where it is left out. */
  readonly view?: string;
}

/** Views that others lead to; a test holds them against the register. */
export const LANDMARKS = {
  strips: { stage: "write", view: "strips" },
  places: { stage: "place", view: "places" },
  moveTo: { stage: "place", view: "move to" },
  findings: { stage: "check", view: "findings" },
  tuner: { stage: "set-up", view: "tune" },
  whichTuning: { stage: "place", view: "tuning" },
} as const satisfies Readonly<Record<string, ViewAddress>>;

/** What lies over the page. */
export type Overlay =
  | { readonly kind: "palette" }
  | { readonly kind: "read-tab" }
  | { readonly kind: "open-talk" }
  | { readonly kind: "move-phrase"; readonly phraseId: string }
  | { readonly kind: "tap-rhythm"; readonly phraseId: string };

/** What the screen shows of the song. */
export interface View extends ShownLanes {
  /** Its id in the register; another one shows the usual stage. */
  readonly stage: string;
  /** By stage, the id of the view it shows; the first one where none is named. */
  readonly views: Readonly<Record<string, string>>;
  /** All parts of a phrase one above the other, or only the one at the cursor. */
  readonly showsAllParts: boolean;
  readonly folds: Folds;
  readonly overlay: Overlay | undefined;
  /** What was said last; what offers the way back goes once something else is done. */
  readonly told: Told | undefined;
}

/** Something to be said once. */
export interface Told {
  readonly words: string;
  readonly kind?: "caution" | "problem";
  readonly details?: readonly string[];
  /** What undo would take back, while it is still the last step of the history. */
  readonly undoes?: object;
}

export function openView(stage: string, lanes: LaneSet = USUAL_LANES, folds = usualFolds): View {
  return {
    stage,
    views: {},
    lanes,
    ownLanes: {},
    showsAllParts: false,
    folds,
    overlay: undefined,
    told: undefined,
  };
}

export interface ViewActions {
  /** Same song, same cursor, another view. */
  readonly goTo: (address: ViewAddress) => void;
  /** Says something beside the strips; nothing takes back what was said. */
  readonly tell: (told: Told | undefined) => void;
}

export function viewActions(store: StoreApi<View>): ViewActions {
  return {
    goTo: ({ stage, view }) =>
      store.setState(({ views }) => ({
        stage,
        ...(view !== undefined && { views: { ...views, [stage]: view } }),
      })),
    tell: (told) => store.setState({ told }),
  };
}
