import { alongTake, barsInBeats, inTimeOf, type PlayedEvent } from "@intonazione/core/playing";
import type { Song } from "@intonazione/core/score";
import type { TakeMap } from "@intonazione/core/takes";
import type { OpenTakes } from "@/open-takes/open-takes";
import { takeAtHand } from "@/open-takes/store";
import { atTheDesk } from "@/workers/at-the-desk";
import type { SongStore } from "../state/store";
import { groupByPart, heardAt } from "./heard-events";

type EventsByPart = ReadonlyMap<string, readonly PlayedEvent[]>;

/** Lets the cursor walk the strips with the record, in whichever stage it plays. */
export class TakeFollower {
  private frame = 0;
  private known:
    { readonly song: Song; readonly map: TakeMap; readonly events: EventsByPart } | undefined;
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
    const events = await this.eventsOf(song, map, abort.signal).catch(() => undefined);
    if (!events || abort.signal.aborted) return;
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

  private async eventsOf(song: Song, map: TakeMap, signal: AbortSignal): Promise<EventsByPart> {
    if (this.known?.song === song && this.known.map === map) return this.known.events;
    const performance = await atTheDesk((desk) => desk.perform(song, {}), signal);
    const bars = barsInBeats(performance.bars);
    const events = groupByPart(inTimeOf(performance, alongTake(bars, map)).events);
    this.known = { song, map, events };
    return events;
  }
}
