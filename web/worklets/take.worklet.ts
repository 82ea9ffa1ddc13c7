import { Playhead, type TakePlan } from "@intonazione/core/takes";
import { PieceShelf } from "./piece-shelf";
import { openStretch } from "./stretch-module";
import { Stretched } from "./stretched";
import { TakeClicks } from "./take-clicks";
import { PIECE_SECONDS, type SoundPiece, type TakeAct, type TakeTurn } from "./take-protocol";

/** What the audio thread offers; TypeScript's DOM types do not cover it. */
declare const sampleRate: number;
declare const currentFrame: number;
declare const registerProcessor: (name: string, processor: unknown) => void;
declare class AudioWorkletProcessor {
  readonly port: MessagePort;
}

/** What begins and ends does so within this time, so that it does not click. */
const FADE_SECONDS = 0.006;
/** The main thread is told where the playing stands at least so often. */
const TELL_SECONDS = 0.25;

/** How long what sounded runs into what sounds behind a change, in samples. */
const TAIL = 256;

type State = "stopped" | "playing" | "fading" | "waiting";

/** A take on the audio thread: slowed, shifted, looped, clicked to; it counts samples, so that nothing drifts. */
class TakeProcessor extends AudioWorkletProcessor {
  private stretched: Stretched | undefined;
  private shelf: PieceShelf | undefined;
  private readonly clicks = new TakeClicks(sampleRate);
  private readonly channels: number;
  private readonly count: number;
  private plan: TakePlan = {
    from: 0,
    to: 1,
    isLooping: false,
    speed: { start: 1, step: 0, everyRounds: 1, to: 1 },
  };
  private head: Playhead | undefined;
  private semitones = 0;
  private state: State = "stopped";
  private fade = 0;
  private gain = 1;
  private pan = 0;
  private told = "";
  private toldFrame = 0;
  /** When all of what was played has been heard, once the end is reached. */
  private endsAt = Number.POSITIVE_INFINITY;
  private isReset = false;
  /** What would have sounded if nothing had changed, and how much of it is over. */
  private readonly tail: readonly Float32Array[];
  private tailAt = TAIL;

  constructor({
    processorOptions: { channels, pieces },
  }: {
    readonly processorOptions: { readonly channels: number; readonly pieces: number };
  }) {
    super();
    this.channels = channels;
    this.count = pieces;
    this.tail = Array.from({ length: channels }, () => new Float32Array(TAIL));
    this.port.onmessage = ({ data }: MessageEvent<TakeAct>) => this.act(data);
    void openStretch().then((stretch) => {
      this.stretched = new Stretched(stretch, sampleRate, channels);
    });
  }

  private act(act: TakeAct): void {
    switch (act.kind) {
      case "supply":
        this.shelf = new PieceShelf(PIECE_SECONDS * sampleRate, this.count, (piece) =>
          act.port.postMessage({ piece }),
        );
        act.port.onmessage = ({ data }: MessageEvent<SoundPiece>) => this.put(data);
        return;
      case "play":
      case "get-ready":
        this.plan = act.plan;
        this.semitones = act.cents / 100;
        this.head = new Playhead(act.plan, sampleRate, act.at);
        this.state = act.kind === "play" ? "waiting" : "stopped";
        this.isReset = true;
        this.endsAt = Number.POSITIVE_INFINITY;
        this.clicks.drop();
        this.prepare();
        return;
      case "change":
        return this.change(act.plan, act.cents / 100);
      case "seek":
        this.head?.seek(act.at);
        this.endsAt = Number.POSITIVE_INFINITY;
        this.clicks.drop();
        return this.prepare();
      case "stop":
        if (this.state === "playing") this.state = "fading";
        else this.state = "stopped";
        return;
      case "stale":
        return this.shelf?.makeStale();
      case "clicks":
        return this.clicks.set(act.beats, act.isAccented, act.gain);
      case "gain":
        this.gain = act.gain;
        this.pan = act.pan;
    }
  }

  process(
    _inputs: readonly unknown[],
    [outputs = []]: readonly (readonly Float32Array[])[],
  ): boolean {
    const { stretched, head, shelf } = this;
    if (!stretched || !head || !shelf || this.state === "stopped") return true;
    if (currentFrame % 4096 < 128) this.prepare();
    if (this.state === "waiting") {
      if (!this.isReady()) return this.tell(0, currentFrame);
      if (this.isReset) {
        this.fade = 0;
        this.begin(stretched);
      }
      this.isReset = false;
      this.state = "playing";
    }
    if (!this.render(outputs, currentFrame)) {
      this.state = "waiting";
      return this.tell(0, currentFrame);
    }
    if (this.tailAt < TAIL) this.mixTail(outputs);
    this.clicks.mix(outputs, currentFrame);
    this.shape(outputs);
    if (currentFrame >= this.endsAt) {
      this.state = "stopped";
      this.told = "";
    }
    return true;
  }

  /** Goes on by another plan: another speed or pitch is heard at once, run into from what sounds. */
  private change(plan: TakePlan, semitones: number): void {
    const { head, stretched } = this;
    const isHeardOtherwise =
      semitones !== this.semitones || plan.speed.start !== this.plan.speed.start;
    const before = head?.position;
    const isRunning = this.state === "playing" && before?.isDone === false;
    if (isHeardOtherwise && isRunning && stretched) this.render(this.tail, currentFrame);
    this.plan = plan;
    this.semitones = semitones;
    head?.change(plan);
    this.endsAt = Number.POSITIVE_INFINITY;
    this.clicks.drop();
    if (!isHeardOtherwise || !isRunning || !stretched || !head || !before) return;
    const heard = before.seconds - (stretched.latency / sampleRate) * before.rate;
    head.seek(heard < plan.from && plan.isLooping ? heard + plan.to - plan.from : heard);
    this.begin(stretched);
    this.tailAt = 0;
  }

  /** Runs what sounded before a change into what sounds behind it. */
  private mixTail(outputs: readonly Float32Array[]): void {
    for (const [channel, output] of outputs.entries()) {
      const before = this.tail[Math.min(channel, this.tail.length - 1)]!;
      for (let at = 0; at < output.length && this.tailAt + at < TAIL; at++) {
        const share = (this.tailAt + at) / TAIL;
        output[at] = share * output[at]! + (1 - share) * before[this.tailAt + at]!;
      }
    }
    this.tailAt = Math.min(TAIL, this.tailAt + outputs[0]!.length);
  }

  /** Renders what lies before the first sample that is heard, so that this is heard at once. */
  private begin(stretched: Stretched): void {
    stretched.reset();
    const scrap = Array.from({ length: this.channels }, () => new Float32Array(128));
    for (let left = stretched.latency; left > 0; left -= 128) {
      const block = scrap.map((channel) => channel.subarray(0, Math.min(left, 128)));
      this.render(block, currentFrame - left);
    }
  }

  /** @returns false where sound is missing: nothing was rendered then. */
  private render(outputs: readonly Float32Array[], frame: number): boolean {
    const [head, stretched, shelf] = [this.head!, this.stretched!, this.shelf!];
    if (!this.isReady()) return false;
    const { length } = outputs[0]!;
    for (let done = 0; done < length;) {
      const { seconds, rate, isDone } = head.position;
      const went = head.advance(length - done);
      const heardAt = frame + done + stretched.latency;
      this.tell(rate, heardAt, seconds);
      if (!isDone) this.clicks.pass(seconds, seconds + (went / sampleRate) * rate, heardAt, rate);
      stretched.render(
        (channel, from, into) => (isDone ? into.fill(0) : shelf.copy(channel, from, into)),
        { at: seconds * sampleRate, rate, semitones: this.semitones },
        outputs.map((channel) => channel.subarray(done, done + went)),
      );
      done += went;
    }
    if (head.position.isDone && this.endsAt === Number.POSITIVE_INFINITY) {
      this.endsAt = frame + length + stretched.latency;
      this.tell(0, this.endsAt);
    }
    return true;
  }

  private put({ piece, channels }: SoundPiece): void {
    this.shelf?.put(piece, channels);
    // It may take the place of what was heard otherwise.
    this.stretched?.renew();
  }

  private isReady(): boolean {
    const { seconds, isDone } = this.head!.position;
    const at = Math.round(seconds * sampleRate);
    const reach = Math.round(0.1 * sampleRate);
    return isDone || this.shelf!.has(Math.max(0, at - reach), at + reach);
  }

  private prepare(): void {
    if (!this.head) return;
    const { from, to, isLooping } = this.plan;
    const at = this.head.position.seconds * sampleRate;
    this.shelf?.prepare(at, to * sampleRate, isLooping ? from * sampleRate : undefined);
  }

  /** Fades in and out, turned up or down and to one side. */
  private shape(outputs: readonly Float32Array[]): void {
    const step = 1 / (FADE_SECONDS * sampleRate);
    const isFading = this.state === "fading";
    const gains = [Math.min(1, 1 - this.pan), Math.min(1, 1 + this.pan)];
    for (let at = 0; at < outputs[0]!.length; at++) {
      this.fade = isFading ? Math.max(0, this.fade - step) : Math.min(1, this.fade + step);
      for (const [side, output] of outputs.entries()) {
        output[at]! *= this.fade * this.gain * (gains[side] ?? 1);
      }
    }
    if (isFading && this.fade === 0) this.state = "stopped";
  }

  /** Says where the playing stands: when that turns, and now and then. */
  private tell(rate: number, frame: number, at?: number): true {
    const { seconds, round, isDone } = this.head!.position;
    const now = `${round} ${rate} ${isDone}`;
    if (now === this.told && frame - this.toldFrame < TELL_SECONDS * sampleRate) return true;
    this.told = now;
    this.toldFrame = frame;
    const turn: TakeTurn = { frame, seconds: at ?? seconds, rate, round, isDone };
    this.port.postMessage(turn);
    return true;
  }
}

registerProcessor("take-player", TakeProcessor);
