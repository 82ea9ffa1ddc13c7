import type { Passage } from "@intonazione/core/passage";
import type { Performance } from "@intonazione/core/playing";
import type { OpenTakes } from "@/open-takes/open-takes";
import { takeAtHand } from "@/open-takes/store";
import { Cancelled } from "@/jobs/outcome";
import type { TakeTurn } from "@/worklets/take-protocol";
import { selectedBars } from "../selection";
import type { PlayState } from "../state/playback";
import type { SongState, SongStore } from "../state/store";
import { Playback } from "./engine";
import { performAlong } from "./perform-along";
import { balanceOf, gainsOf, tempoOf, type PlaySettings } from "./settings";

/** How long the strip is got ready before it begins beside the take, in seconds. */
const LEAD_SECONDS = 0.15;

/** What of a take is played: a stretch of it, once or over and over. */
interface Stretch {
  readonly from: number;
  readonly to: number;
  readonly isLooping: boolean;
}

/**
 * The bars that shall be played, as the record has them, alone or with the strip beside it on the same
 * audio clock.
 */
export class TakeRun {
  private strip: Playback | undefined;
  private isStarting = false;
  private isOver = false;
  private readonly ends: (() => void)[] = [];

  private constructor(
    private readonly takes: Pick<OpenTakes, "store" | "player">,
    private settings: PlaySettings,
    private readonly passage: Passage,
    private readonly partIds: readonly string[],
    private readonly stretch: Stretch,
    private readonly tell: (playing: PlayState) => void,
  ) {}

  /** @throws Cancelled when the signal is aborted first. */
  static async start(
    store: SongStore,
    takes: Pick<OpenTakes, "store" | "player">,
    signal: AbortSignal,
    tell: (playing: PlayState) => void,
  ): Promise<TakeRun> {
    const state = store.getState();
    const { song } = state.history;
    const { settings } = state;
    const take = takeAtHand(takes.store.getState());
    if (!take?.map) throw new Error("the take at hand is not tied to the score");
    const moved = await performAlong(song, take.map);
    if (signal.aborted) throw new Cancelled();
    const stretch = stretchOf(state, moved, take.recording.seconds);
    if (!stretch) throw new Error("the record has none of these bars");
    const partIds = song.parts.map(({ id }) => id);
    const run = new TakeRun(takes, settings, moved.passage, partIds, stretch, tell);
    run.begin();
    return run;
  }

  setGains(settings: PlaySettings): void {
    this.settings = settings;
    this.takes.player.setBalance(this.takeBalance());
    this.strip?.setGains(gainsOf(settings, this.partIds));
    this.strip?.setBalance(balanceOf(settings).strip);
  }

  stop(): void {
    if (this.isOver) return;
    this.isOver = true;
    for (const end of this.ends) end();
    this.stopStrip();
    this.takes.player.stop();
    this.takes.player.setBalance({ gain: 1, pan: 0 });
  }

  private begin(): void {
    const { player, store } = this.takes;
    const { stretch, settings } = this;
    this.ends.push(
      player.follow((turn, context) => void this.turned(turn, context)),
      store.subscribe(({ playing }, before) => {
        if (playing === before.playing) return;
        if (playing.kind === "playing") this.tell({ ...playing, isCounting: false });
        if (playing.kind !== "stopped" && playing.kind !== "failed") return;
        this.stop();
        this.tell({ kind: playing.kind });
      }),
    );
    player.setBalance(this.takeBalance());
    void player.play(stretch.from, { ...stretch, speed: tempoOf(settings) });
  }

  private takeBalance() {
    return this.settings.source === "both" ? balanceOf(this.settings).take : { gain: 1, pan: 0 };
  }

  /** The strip begins where the record is, on the same clock; it waits where that waits. */
  private async turned(turn: TakeTurn, context: AudioContext): Promise<void> {
    if (this.settings.source !== "both" || this.isOver) return;
    if (turn.rate === 0) return this.stopStrip();
    if (this.strip || this.isStarting) return;
    this.isStarting = true;
    const { from, to, isLooping } = this.stretch;
    const startFrame = Math.ceil((context.currentTime + LEAD_SECONDS) * context.sampleRate);
    const at = turn.seconds + ((startFrame - turn.frame) / context.sampleRate) * turn.rate;
    const startAt = isLooping && at >= to ? from + ((at - from) % (to - from)) : Math.min(to, at);
    const plan = { from, to, isLooping, startAt, tempo: tempoOf(this.settings) };
    const { gain, pan } = balanceOf(this.settings).strip;
    const gains = gainsOf(this.settings, this.partIds);
    const beside = { context, startFrame, gain, pan };
    const strip = await Playback.start(this.passage, plan, gains, () => undefined, beside).catch(
      () => undefined,
    );
    this.isStarting = false;
    if (this.isOver) strip?.stop();
    else this.strip = strip;
  }

  private stopStrip(): void {
    this.strip?.stop();
    this.strip = undefined;
  }
}

/** Where the take has the bars that are wished: the time they come by next, from where it stands. */
function stretchOf(state: SongState, { bars }: Performance, seconds: number): Stretch | undefined {
  const { cursor, settings, history } = state;
  const phraseId = cursor.phraseId ?? history.song.phrases[0]?.id;
  const only = settings.range === "selection" ? selectedBars(state) : undefined;
  const wished = bars.filter(
    ({ pass, index }) =>
      settings.range === "song" ||
      (pass.phraseId === phraseId && (!only || (index >= only.first && index <= only.last))),
  );
  const passIndex = wished[0]?.passIndex;
  const played =
    settings.range === "song" ? wished : wished.filter((bar) => bar.passIndex === passIndex);
  const [first, last] = [played[0], played.at(-1)];
  if (!first || !last) return undefined;
  const from = Math.min(seconds, first.startSeconds);
  const to = Math.min(seconds, last.endSeconds);
  return to - from > 0.05 ? { from, to, isLooping: settings.isLooping } : undefined;
}
