import type { PlayPosition } from "@intonazione/core/passage";
import type { Loop, Take, TakePlan } from "@intonazione/core/takes";
import { transfer, wrap, type Remote } from "comlink";
import { isProblem } from "@/media/recording-problem";
import type { TakeSound } from "@/workers/take-sound.worker";
import { TAKE_MODULE, type TakeAct, type TakeTurn } from "@/worklets/take-protocol";
import { clicksOf } from "./clicks";
import type { Sounds } from "./sounds";
import { isLooped, loopAtHand, takeAtHand, type TakesState, type TakesStore } from "./store";

const CLICK_GAIN = 0.4;
const OCTAVE_CENTS = 1200;
/** The main thread hears of turns before they are heard; so many may lie ahead. */
const MOST_TURNS = 16;

/** A take that is ready to sound. */
interface Ready {
  readonly takeId: string;
  readonly context: AudioContext;
  readonly node: AudioWorkletNode;
  readonly worker: Worker;
  readonly sound: Remote<TakeSound>;
}

/** How the take is played beside the strip: 0–1, and from left (−1) to right (1). */
export interface TakeBalance {
  readonly gain: number;
  readonly pan: number;
}

/** Plays the take at hand as its loop says. */
export class TakePlayer {
  private ready: Promise<Ready | undefined> | undefined;
  private readyFor: string | undefined;
  private node: AudioWorkletNode | undefined;
  private context: AudioContext | undefined;
  private turns: readonly TakeTurn[] = [];
  /** What is played instead of the loop at hand. */
  private plan: TakePlan | undefined;
  private readonly forget: () => void;
  private readonly followers = new Set<(turn: TakeTurn, context: AudioContext) => void>();

  constructor(
    private readonly store: TakesStore,
    private readonly sounds: Sounds,
  ) {
    this.forget = store.subscribe((state, before) => this.changed(state, before));
  }

  readonly playOrStop = (): void => {
    const { kind } = this.store.getState().playing;
    if (kind === "playing" || kind === "preparing") this.stop();
    else void this.play();
  };

  readonly stop = (): void => {
    const at = this.positionNow()?.seconds;
    this.act({ kind: "stop" });
    this.turns = [];
    this.plan = undefined;
    this.store.setState({ playing: { kind: "stopped" }, ...(at !== undefined && { at }) });
  };

  /** Gets the take at hand ready to sound, so that it does at the first key. */
  readonly prepare = async (): Promise<void> => {
    await this.open().catch(() => undefined);
  };

  /**
   * @param from In seconds of the take; where it stands, if left out.
   * @param plan What is played; the loop at hand, if left out.
   */
  async play(from?: number, plan?: TakePlan): Promise<void> {
    this.plan = plan;
    const before = this.store.getState();
    if (!takeAtHand(before)) return;
    this.store.setState({ playing: { kind: "preparing" } });
    try {
      const ready = await this.open();
      if (!ready) return this.store.setState({ playing: { kind: "failed" } });
      void ready.context.resume();
      const state = this.store.getState();
      const take = takeAtHand(state);
      const loop = loopAtHand(state);
      // Stopped, or another one chosen, while it was being opened.
      if (!take || !loop || take.id !== ready.takeId || state.playing.kind !== "preparing") return;
      const at =
        from ?? (state.at >= loop.from && state.at < loop.to - 0.05 ? state.at : loop.from);
      this.turns = [];
      this.act({ kind: "play", ...this.wayOf(take, loop), at });
    } catch {
      this.store.setState({ playing: { kind: "failed" } });
    }
  }

  /** Goes to a moment of the take: the playing, or where it will begin. */
  seek(seconds: number): void {
    const take = takeAtHand(this.store.getState());
    if (!take) return;
    const at = Math.min(take.recording.seconds, Math.max(0, seconds));
    this.store.setState({ at });
    if (this.store.getState().playing.kind === "playing") this.act({ kind: "seek", at });
  }

  /** Where the playing is heard just now; undefined while nothing sounds. */
  positionNow(): PlayPosition | undefined {
    const { context, turns } = this;
    if (!context || turns.length === 0) return undefined;
    const frame = (context.currentTime - (context.outputLatency || 0)) * context.sampleRate;
    const turn = turns.findLast((one) => one.frame <= frame) ?? turns[0]!;
    const since = Math.max(0, frame - turn.frame) / context.sampleRate;
    return { ...turn, seconds: turn.seconds + since * turn.rate };
  }

  setBalance({ gain, pan }: TakeBalance): void {
    this.act({ kind: "gain", gain, pan });
  }

  /** Tells of every turn of the playing, ahead of its being heard. @returns what ends that. */
  follow(told: (turn: TakeTurn, context: AudioContext) => void): () => void {
    this.followers.add(told);
    return () => this.followers.delete(told);
  }

  /** The song is left: nothing sounds on. */
  readonly leave = (): void => {
    this.forget();
    void this.close();
  };

  private changed(state: TakesState, before: TakesState): void {
    const take = takeAtHand(state);
    if (take?.id !== takeAtHand(before)?.id) {
      if (state.playing.kind !== "stopped") this.stop();
      void this.close();
      return;
    }
    if (!take || !this.node) return;
    const [loop, loopBefore] = [loopAtHand(state)!, loopAtHand(before)!];
    const takeBefore = takeAtHand(before)!;
    if (loop.hearing !== loopBefore.hearing) void this.hear(loop);
    if (loop !== loopBefore || take.playedCents !== takeBefore.playedCents) {
      this.act({ kind: "change", ...this.wayOf(take, loop) });
    }
    const isClickedOtherwise =
      state.hasClick !== before.hasClick ||
      take.map !== takeBefore.map ||
      state.bars !== before.bars;
    if (isClickedOtherwise) this.sendClicks(state);
  }

  private wayOf(take: Take, loop: Loop): { plan: TakePlan; cents: number } {
    const { from, to, speed, hearing } = loop;
    const octave = hearing.octaveUp ? OCTAVE_CENTS : 0;
    return {
      plan: this.plan ?? { from, to, speed, isLooping: isLooped(take, loop) },
      cents: take.playedCents + loop.cents + octave,
    };
  }

  private async hear({ hearing }: Loop): Promise<void> {
    const ready = await this.ready;
    await ready?.sound.hear(hearing);
    this.act({ kind: "stale" });
  }

  private sendClicks(state: TakesState): void {
    const { beats, isAccented } = clicksOf(state);
    this.act({ kind: "clicks", beats, isAccented, gain: state.hasClick ? CLICK_GAIN : 0 });
  }

  private act(act: TakeAct): void {
    this.node?.port.postMessage(act);
  }

  private open(): Promise<Ready | undefined> {
    const take = takeAtHand(this.store.getState());
    if (!take) return Promise.resolve(undefined);
    if (this.readyFor !== take.id || !this.ready) {
      this.readyFor = take.id;
      this.ready = this.openTake(take).catch(() => {
        this.readyFor = undefined;
        return undefined;
      });
    }
    return this.ready;
  }

  private async openTake(take: Take): Promise<Ready | undefined> {
    const file = await this.sounds.of(take);
    if (!file) {
      this.readyFor = undefined;
      return undefined;
    }
    const worker = new Worker(new URL("../workers/take-sound.worker.ts", import.meta.url), {
      type: "module",
    });
    const sound = wrap<TakeSound>(worker);
    const opened = await sound.open(file);
    if (isProblem(opened)) {
      this.store.tellSound(take.id, { kind: "problem", problem: opened });
      worker.terminate();
      return undefined;
    }
    const { sampleRate, channels, pieces } = opened;
    const context = new AudioContext({ sampleRate, latencyHint: "interactive" });
    await context.audioWorklet.addModule(TAKE_MODULE);
    const node = new AudioWorkletNode(context, "take-player", {
      numberOfInputs: 0,
      outputChannelCount: [2],
      processorOptions: { channels, pieces },
    });
    node.connect(context.destination);
    node.port.onmessage = ({ data }: MessageEvent<TakeTurn>) => this.turned(data);
    const { port1, port2 } = new MessageChannel();
    node.port.postMessage({ kind: "supply", port: port1 } satisfies TakeAct, [port1]);
    await sound.supply(transfer(port2, [port2]));
    this.node = node;
    this.context = context;
    const state = this.store.getState();
    const loop = loopAtHand(state);
    if (loop) await sound.hear(loop.hearing);
    if (loop) this.act({ kind: "get-ready", ...this.wayOf(take, loop), at: loop.from });
    this.sendClicks(state);
    return { takeId: take.id, context, node, worker, sound };
  }

  private turned(turn: TakeTurn): void {
    const { playing } = this.store.getState();
    if (playing.kind === "stopped") return;
    this.turns = [...this.turns, turn].slice(-MOST_TURNS);
    if (this.context) for (const told of this.followers) told(turn, this.context);
    if (turn.isDone) {
      this.stop();
      return;
    }
    const { round, rate } = turn;
    const isSame = playing.kind === "playing" && playing.round === round && playing.rate === rate;
    if (!isSame && rate > 0) this.store.setState({ playing: { kind: "playing", round, rate } });
  }

  private async close(): Promise<void> {
    const { ready } = this;
    this.ready = undefined;
    this.readyFor = undefined;
    this.node = undefined;
    this.context = undefined;
    const open = await ready;
    if (!open) return;
    open.node.port.onmessage = null;
    open.node.disconnect();
    open.worker.terminate();
    await open.context.close();
  }
}
