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

/** A passage that plays on the audio thread, and can be asked what is heard just now. */
export class Playback {
  private turn: PlayerTurn | undefined;

  private constructor(
    private readonly context: AudioContext,
    private readonly node: AudioWorkletNode,
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
  ): Promise<Playback> {
    const context = new AudioContext();
    try {
      await context.resume();
      await context.audioWorklet.addModule(PLAYER_MODULE);
      const options: PlayerOptions = { passage, plan, gains: [...gains] };
      const node = new AudioWorkletNode(context, "passage-player", {
        numberOfInputs: 0,
        outputChannelCount: [1],
        processorOptions: options,
      });
      node.connect(context.destination);
      return new Playback(context, node, onEnd);
    } catch (error) {
      await context.close();
      throw error;
    }
  }

  setGains(gains: Gains): void {
    const act: PlayerAct = { kind: "gains", gains: [...gains] };
    this.node.port.postMessage(act);
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
    void this.context.close();
  }
}
