import { PassagePlayer } from "@intonazione/core/synthesis";
import type { PlayerAct, PlayerOptions, PlayerTurn } from "./player-protocol";

/** What the audio thread offers; TypeScript's DOM types do not cover it. */
declare const sampleRate: number;
declare const currentFrame: number;
declare const registerProcessor: (name: string, processor: unknown) => void;
declare class AudioWorkletProcessor {
  readonly port: MessagePort;
}

/** A passage on the audio thread: it counts samples, so that nothing drifts. */
class PlayerProcessor extends AudioWorkletProcessor {
  private readonly player: PassagePlayer;
  private readonly startFrame: number;
  /** What was told last: round, and whether it is being counted in. */
  private told = "";

  constructor({ processorOptions }: { readonly processorOptions: PlayerOptions }) {
    super();
    const { passage, plan, gains, startFrame } = processorOptions;
    this.startFrame = startFrame;
    this.player = new PassagePlayer(passage, plan, sampleRate);
    this.player.setGains(new Map(gains));
    this.port.onmessage = ({ data }: MessageEvent<PlayerAct>) =>
      this.player.setGains(new Map(data.gains));
  }

  process(_inputs: readonly unknown[], outputs: readonly (readonly Float32Array[])[]): boolean {
    const [channel] = outputs[0] ?? [];
    if (!channel) return true;
    const wait = Math.min(channel.length, Math.max(0, this.startFrame - currentFrame));
    if (wait === channel.length) return true;
    this.player.render(channel.subarray(wait));
    const { seconds, rate, round, isDone } = this.player.position;
    const now = `${round} ${seconds < 0} ${isDone}`;
    if (now !== this.told) {
      this.told = now;
      const turn: PlayerTurn = {
        frame: currentFrame + channel.length,
        seconds,
        rate,
        round,
        isDone,
      };
      this.port.postMessage(turn);
    }
    return true;
  }
}

registerProcessor("passage-player", PlayerProcessor);
