import type { TakeMap } from "@intonazione/core/takes";
import type { OpenTakes } from "@/open-takes/open-takes";
import { takeAtHand } from "@/open-takes/store";
import type { SongStore } from "../state/store";
import { groupByPart, heardAt } from "./heard-events";
import { performAlong } from "./perform-along";

/** Lets the cursor walk the strips with the record, in whichever stage it plays. */
export class TakeFollower {
  private frame = 0;
  private abort = new AbortController();
  private readonly forget: () => void;

  constructor(
    private readonly store: SongStore,
    private readonly takes: Pick<OpenTakes, "store" | "player">,
  ) {
    this.forget = takes.store.subscribe((state, before) => {
      const map = takeAtHand(state)?.map;
      const isSame = state.playing.kind === before.playing.kind && map === takeAtHand(before)?.map;
      if (!isSame) void this.turn(state.playing.kind === "playing" ? map : undefined);
    });
  }

  leave(): void {
    this.forget();
    this.stop();
  }

  private stop(): void {
    cancelAnimationFrame(this.frame);
    this.abort.abort();
  }

  private async turn(map: TakeMap | undefined): Promise<void> {
    this.stop();
    const { song } = this.store.getState().history;
    if (!map || song.phrases.length === 0) return;
    const abort = new AbortController();
    this.abort = abort;
    const along = await performAlong(song, map).catch(() => undefined);
    if (!along || abort.signal.aborted) return;
    const events = groupByPart(along.events);
    const step = () => {
      this.frame = requestAnimationFrame(step);
      const now = this.takes.player.positionNow();
      const { cursor } = this.store.getState();
      const event = now && heardAt(events.get(cursor.partId) ?? [], now.seconds);
      if (!event || event.eventId === cursor.eventId) return;
      this.store.moveCursor(
        { phraseId: event.phraseId, eventId: event.eventId, noteId: undefined },
        "selection",
      );
    };
    step();
  }
}
