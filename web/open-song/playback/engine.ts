import type { Gains, Passage, PlayPlan } from "@intonazione/core/passage";
import {
  PLAYER_MODULE,
  type PlayerAct,
  type PlayerOptions,
  type PlayerTurn,
} from "@/worklets/player-protocol";

/** Where the playing stands, as it is heard now. */
export interface PlaybackPosition {
  /** Seconds of the passage; negative while it is counted in. */
  readonly seconds: number;
  readonly round: number;
  readonly rate: number;
}

/** Where and when a passage sounds that plays beside something else. */
export interface Beside {
  /** Whose clock it shares; it is left open. */
  readonly context: AudioContext;
  /** The frame of that clock at which it begins. */
  readonly startFrame: number;
  readonly gain: number;
  /** −1 left, 1 right. */
  readonly pan: number;
}

/** A passage that plays on the audio thread, and can be asked what is heard just now. */
export class Playback {
  private turn: PlayerTurn | undefined;

  private constructor(
    private readonly context: AudioContext,
    private readonly node: AudioWorkletNode,
    private readonly way: { readonly volume: GainNode; readonly panner: StereoPannerNode },
    private readonly isBeside: boolean,
    onEnd: () => void,
  ) {
    node.port.onmessage = ({ data }: MessageEvent<PlayerTurn>) => {
      this.turn = data;
      if (data.isDone) onEnd();
    };
  }

  /** @throws when the browser has no audio, or its audio thread cannot be reached. */
  static async start(
    passage: Passage,
    plan: PlayPlan,
    gains: Gains,
    onEnd: () => void,
    beside?: Beside,
  ): Promise<Playback> {
    const context = beside?.context ?? new AudioContext();
    try {
      await context.resume();
      await context.audioWorklet.addModule(PLAYER_MODULE);
      const { startFrame = 0, gain = 1, pan = 0 } = beside ?? {};
      const options: PlayerOptions = { passage, plan, gains: [...gains], startFrame };
      const node = new AudioWorkletNode(context, "passage-player", {
        numberOfInputs: 0,
        outputChannelCount: [1],
        processorOptions: options,
      });
      const volume = new GainNode(context, { gain });
      const panner = new StereoPannerNode(context, { pan });
      node.connect(volume).connect(panner).connect(context.destination);
      return new Playback(context, node, { volume, panner }, beside !== undefined, onEnd);
    } catch (error) {
      if (!beside) await context.close();
      throw error;
    }
  }

  setGains(gains: Gains): void {
    const act: PlayerAct = { kind: "gains", gains: [...gains] };
    this.node.port.postMessage(act);
  }

  setBalance({ gain, pan }: Pick<Beside, "gain" | "pan">): void {
    this.way.volume.gain.value = gain;
    this.way.panner.pan.value = pan;
  }

  /** By the audio clock, less what the way to the loudspeaker takes. */
  heardNow(): PlaybackPosition | undefined {
    const { turn, context } = this;
    if (!turn) return undefined;
    const at = context.currentTime - (context.outputLatency || 0) - turn.frame / context.sampleRate;
    return { seconds: turn.seconds + at * turn.rate, round: turn.round, rate: turn.rate };
  }

  stop(): void {
    this.node.port.onmessage = null;
    this.node.disconnect();
    if (!this.isBeside) void this.context.close();
  }
}
