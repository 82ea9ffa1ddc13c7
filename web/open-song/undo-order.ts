import type { StoreApi } from "zustand/vanilla";
import type { TakesStore } from "@/open-takes/store";
import type { SongStore } from "./state/store";

type Whose = "song" | "takes";

/** In which order song and takes were changed, so that what was done last is taken back first. */
export class UndoOrder {
  private past: Whose[] = [];
  private future: Whose[] = [];

  constructor(
    private readonly song: SongStore,
    private readonly takes: TakesStore,
  ) {
    this.watch("song", song);
    this.watch("takes", takes);
  }

  readonly undo = (): void => {
    if (this.past.at(-1) === "takes") this.takes.undo();
    else this.song.undo();
  };

  readonly redo = (): void => {
    if (this.future[0] === "takes") this.takes.redo();
    else this.song.redo();
  };

  /** What undo and redo would do, as they name it; undefined where there is nothing. */
  next(): { readonly undo: string | undefined; readonly redo: string | undefined } {
    const [song, takes] = [this.song.getState().history, this.takes.getState().history];
    const back = this.past.at(-1) === "takes" ? takes : song;
    const again = this.future[0] === "takes" ? takes : song;
    return { undo: back.past.at(-1)?.label, redo: again.future[0]?.label };
  }

  /** Steps count themselves: whoever takes one back, here or elsewhere, is noticed. */
  private watch(
    whose: Whose,
    store: Pick<
      StoreApi<{ history: { past: readonly unknown[]; future: readonly unknown[] } }>,
      "subscribe"
    >,
  ): void {
    store.subscribe(({ history }, { history: before }) => {
      const steps = history.past.length - before.past.length;
      const isBack = history.future.length > before.future.length;
      const isAgain = !isBack && history.future.length < before.future.length;
      if (steps < 0 && !isBack) {
        // Opened anew: nothing leads back behind that.
        this.past = this.past.filter((one) => one !== whose);
        this.future = this.future.filter((one) => one !== whose);
      } else if (steps === -1) {
        removeLast(this.past, whose);
        this.future.unshift(whose);
      } else if (steps === 1) {
        const at = this.future.indexOf(whose);
        if (isAgain && history.future.length > 0 && at >= 0) this.future.splice(at, 1);
        else if (history.future.length === 0) {
          this.future = this.future.filter((one) => one !== whose);
        }
        this.past.push(whose);
      }
    });
  }
}

function removeLast(order: Whose[], whose: Whose): void {
  const at = order.lastIndexOf(whose);
  if (at >= 0) order.splice(at, 1);
}
