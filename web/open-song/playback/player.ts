import type { Performance } from "@intonazione/core/playing";
import type { Song } from "@intonazione/core/score";
import type { PlayWishes } from "@intonazione/core/sounding";
import { Cancelled } from "@/jobs/outcome";
import { atTheDesk } from "@/workers/at-the-desk";
import { selectedBars } from "../selection";
import { isSounding, type PlayState } from "../state/playback";
import type { SongStore } from "../state/store";
import { Playback } from "./engine";
import type { OpenTakes } from "@/open-takes/open-takes";
import { takeAtHand } from "@/open-takes/store";
import { gainsOf, planOf, type PlaySettings } from "./settings";
import { groupByPart, heardAt } from "./heard-events";
import { TakeFollower } from "./take-follower";
import { TakeRun } from "./take-run";

/** What is under way: a performance being worked out, or one that sounds. */
interface UnderWay {
  readonly stop: () => void;
  readonly setGains: (settings: PlaySettings) => void;
}

/** Plays the open song as its settings say, and lets the cursor follow what is heard. */
export class Player {
  private underWay: UnderWay | undefined;
  private readonly forget: () => void;
  private readonly follower: TakeFollower;

  constructor(
    private readonly store: SongStore,
    private readonly takes: Pick<OpenTakes, "store" | "player">,
  ) {
    this.follower = new TakeFollower(store, takes);
    // Volumes take hold while it plays; everything else from the next start.
    this.forget = store.subscribe(({ settings }, before) => {
      if (settings !== before.settings) this.underWay?.setGains(settings);
    });
  }

  readonly playOrStop = (): void => {
    if (isSounding(this.store.getState())) this.stop();
    else void this.play();
  };

  readonly stop = (): void => {
    this.underWay?.stop();
    this.underWay = undefined;
    this.tell({ kind: "stopped" });
  };

  /** The song is left: nothing sounds on. */
  readonly leave = (): void => {
    this.forget();
    this.follower.leave();
    this.underWay?.stop();
  };

  private async play(): Promise<void> {
    const { history, cursor, settings } = this.store.getState();
    const { song } = history;
    if (settings.source !== "strip" && takeAtHand(this.takes.store.getState())?.map) {
      return this.playTake();
    }
    const abort = new AbortController();
    this.underWay = { stop: () => abort.abort(), setGains: () => undefined };
    this.tell({ kind: "preparing" });
    try {
      const wishes = wishesOf(settings, song, this.store.getState());
      const performance = await atTheDesk((desk) => desk.perform(song, wishes), abort.signal);
      const partIds = song.parts.map(({ id }) => id);
      const at = settings.range === "song" ? startOf(performance, cursor.eventId) : 0;
      const playback = await Playback.start(
        performance.passage,
        planOf(settings, performance, at),
        gainsOf(settings, partIds),
        this.stop,
      );
      if (abort.signal.aborted) return playback.stop();
      const unfollow = this.follow(playback, performance);
      this.underWay = {
        stop: () => {
          unfollow();
          playback.stop();
        },
        setGains: (fresh) => playback.setGains(gainsOf(fresh, partIds)),
      };
    } catch (error) {
      if (error instanceof Cancelled) return;
      this.underWay = undefined;
      this.tell({ kind: "failed" });
    }
  }

  /** The record, alone or with the strip, where the score is. */
  private async playTake(): Promise<void> {
    const abort = new AbortController();
    this.underWay = { stop: () => abort.abort(), setGains: () => undefined };
    this.tell({ kind: "preparing" });
    try {
      const run = await TakeRun.start(this.store, this.takes, abort.signal, (playing) => {
        if (playing.kind === "stopped" || playing.kind === "failed") this.underWay = undefined;
        this.tell(playing);
      });
      this.underWay = run;
    } catch (error) {
      if (error instanceof Cancelled) return;
      this.underWay = undefined;
      this.tell({ kind: "failed" });
    }
  }

  private tell(playing: PlayState): void {
    this.store.setState({ playing });
  }

  /** Moves the cursor to what is heard, frame by frame. @returns what ends that. */
  private follow(playback: Playback, performance: Performance): () => void {
    const byPart = groupByPart(performance.events);
    let frame = 0;
    let said = "";
    const step = () => {
      frame = requestAnimationFrame(step);
      const heard = playback.heardNow();
      if (!heard) return;
      const { round, rate, seconds } = heard;
      const isCounting = seconds < 0;
      const now = `${round} ${rate} ${isCounting}`;
      if (now !== said) {
        said = now;
        this.tell({ kind: "playing", round, rate, isCounting });
      }
      const { cursor } = this.store.getState();
      const event = heardAt(byPart.get(cursor.partId) ?? [], seconds);
      if (!event || event.eventId === cursor.eventId) return;
      this.store.moveCursor(
        { phraseId: event.phraseId, eventId: event.eventId, noteId: undefined },
        "selection",
      );
    };
    frame = requestAnimationFrame(step);
    return () => cancelAnimationFrame(frame);
  }
}

function wishesOf(
  { range }: PlaySettings,
  song: Song,
  state: Parameters<typeof selectedBars>[0],
): PlayWishes {
  const phraseId = state.cursor.phraseId ?? song.phrases[0]?.id;
  if (range === "song" || phraseId === undefined) return {};
  const bars = range === "selection" ? selectedBars(state) : undefined;
  return { phraseId, ...(bars && { bars }) };
}

/** Where the event at the cursor is heard first; the start, if it is not. */
function startOf({ events }: Performance, eventId: string | undefined): number {
  return events.find((event) => event.eventId === eventId)?.start ?? 0;
}
