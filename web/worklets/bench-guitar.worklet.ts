import { BenchGuitar } from "@intonazione/core/synthesis";
import { seededRandom } from "@intonazione/core/foundation";
import type { BenchAct, BenchOptions } from "./bench-protocol";

/** What the audio thread offers; TypeScript's DOM types do not cover it. */
declare const sampleRate: number;
declare const registerProcessor: (name: string, processor: unknown) => void;
declare class AudioWorkletProcessor {
  readonly port: MessagePort;
}

/** The bench guitar on the audio thread: rendered block by block, played by messages. */
class BenchProcessor extends AudioWorkletProcessor {
  private readonly guitar: BenchGuitar;

  constructor({ processorOptions }: { readonly processorOptions: BenchOptions }) {
    super();
    const { instrument, referenceHz, seed } = processorOptions;
    this.guitar = new BenchGuitar(instrument, sampleRate, seededRandom(seed), referenceHz);
    this.port.onmessage = ({ data }: MessageEvent<BenchAct>) => this.act(data);
  }

  process(_inputs: readonly unknown[], outputs: readonly (readonly Float32Array[])[]): boolean {
    const [channel] = outputs[0] ?? [];
    if (channel) this.guitar.render(channel);
    return true;
  }

  private act(act: BenchAct): void {
    switch (act.kind) {
      case "pluck":
        this.guitar.damp();
        return this.guitar.pluck(act.string);
      case "turn-peg":
        return this.guitar.turnPeg(act.string, act.cents);
      case "put-capo":
        return this.guitar.putCapo(act.capo);
      case "damp":
        return this.guitar.damp();
    }
  }
}

registerProcessor("bench-guitar", BenchProcessor);
