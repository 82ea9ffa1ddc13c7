import { windowSizeFor, type Tone } from "@intonazione/core/ear";
import { Crashed } from "@/jobs/outcome";
import { WorkerJobs } from "@/jobs/worker-jobs";
import type { Ear } from "@/workers/ear.worker";
import { BENCH_MODULE, type BenchAct, type BenchOptions } from "@/worklets/bench-protocol";

/** Where the sound comes from. */
export type Source = "bench" | "microphone";

/** Why nothing can be heard; worded where it is shown. */
export type Trouble = "no-audio" | "no-microphone" | "microphone-refused" | "bench-failed";

export class ListeningFailed extends Error {
  constructor(readonly trouble: Trouble) {
    super(trouble);
  }
}

/** Between two windows that are listened to; they overlap, so that a peg is followed. */
const PAUSE_MS = 45;
const BENCH_VOLUME = 0.35;

/** An open ear: sound comes in from one source, and what is heard goes out, window by window. */
export class Listening {
  private timer: ReturnType<typeof setTimeout> | undefined;
  private isClosed = false;
  private readonly ears = new WorkerJobs<Ear>(
    "together",
    () =>
      new Worker(new URL("../../../workers/ear.worker.ts", import.meta.url), { type: "module" }),
    () => undefined,
  );

  private constructor(
    private readonly context: AudioContext,
    private readonly analyser: AnalyserNode,
    private readonly bench: AudioWorkletNode | undefined,
    private readonly stream: MediaStream | undefined,
    private readonly onHeard: (heard: Tone | undefined) => void,
  ) {
    void this.listen();
  }

  /** @throws ListeningFailed when there is nothing to listen to. */
  static async open(
    source: Source,
    options: BenchOptions,
    onHeard: (heard: Tone | undefined) => void,
  ): Promise<Listening> {
    if (typeof AudioContext === "undefined") throw new ListeningFailed("no-audio");
    const stream = source === "microphone" ? await askForMicrophone() : undefined;
    const context = new AudioContext();
    try {
      await context.resume();
      const analyser = context.createAnalyser();
      analyser.fftSize = windowSizeFor(context.sampleRate);
      const bench = stream ? undefined : await openBench(context, options);
      if (stream) context.createMediaStreamSource(stream).connect(analyser);
      if (bench) {
        bench.connect(analyser);
        const volume = new GainNode(context, { gain: BENCH_VOLUME });
        bench.connect(volume).connect(context.destination);
      }
      return new Listening(context, analyser, bench, stream, onHeard);
    } catch (error) {
      stream?.getTracks().forEach((track) => track.stop());
      await context.close();
      throw error instanceof ListeningFailed ? error : new ListeningFailed("bench-failed");
    }
  }

  act(act: BenchAct): void {
    this.bench?.port.postMessage(act);
  }

  /** Sounds what a string shall be, softly, for as long as a string rings. */
  soundReference(hz: number): void {
    const { context } = this;
    const tone = new OscillatorNode(context, { type: "triangle", frequency: hz });
    const volume = new GainNode(context, { gain: 0 });
    const now = context.currentTime;
    volume.gain.setTargetAtTime(0.22, now, 0.02);
    volume.gain.setTargetAtTime(0, now + 1.4, 0.25);
    tone.connect(volume).connect(context.destination);
    tone.start(now);
    tone.stop(now + 3);
  }

  close(): void {
    if (this.isClosed) return;
    this.isClosed = true;
    clearTimeout(this.timer);
    this.ears.close();
    this.stream?.getTracks().forEach((track) => track.stop());
    void this.context.close();
  }

  private async listen(): Promise<void> {
    const window = new Float32Array(this.analyser.fftSize);
    this.analyser.getFloatTimeDomainData(window);
    const heard = await this.ears
      .run((ear) => ear.hear(window, this.context.sampleRate))
      .catch((error: unknown) => {
        // The next window gets another ear.
        if (error instanceof Crashed) return undefined;
        throw error;
      });
    if (this.isClosed) return;
    this.onHeard(heard);
    this.timer = setTimeout(() => void this.listen(), PAUSE_MS);
  }
}

async function askForMicrophone(): Promise<MediaStream> {
  const devices = (navigator as { mediaDevices?: MediaDevices }).mediaDevices;
  if (!devices) throw new ListeningFailed("no-microphone");
  try {
    // What makes speech clearer bends a string's pitch and cuts it off.
    const audio = { echoCancellation: false, noiseSuppression: false, autoGainControl: false };
    return await devices.getUserMedia({ audio });
  } catch (error) {
    const isRefused = error instanceof DOMException && error.name === "NotAllowedError";
    throw new ListeningFailed(isRefused ? "microphone-refused" : "no-microphone");
  }
}

async function openBench(context: AudioContext, options: BenchOptions): Promise<AudioWorkletNode> {
  await context.audioWorklet.addModule(BENCH_MODULE);
  return new AudioWorkletNode(context, "bench-guitar", {
    numberOfInputs: 0,
    outputChannelCount: [1],
    processorOptions: options,
  });
}
