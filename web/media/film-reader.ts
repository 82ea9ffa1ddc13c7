import { VideoSampleSink, type VideoSample } from "mediabunny";
import { openRecording } from "./open-recording";
import { isProblem } from "./recording-problem";

/** How far ahead frames are decoded in their order instead of being looked for, in seconds. */
const AHEAD_SECONDS = 2;

/** The picture of a film take, frame by frame: any moment of it, exactly. */
export class FilmReader {
  private samples: AsyncGenerator<VideoSample, void> | undefined;
  /** The frame at hand. */
  private current: VideoSample | undefined;

  private constructor(
    private readonly sink: VideoSampleSink,
    private readonly closeFile: () => void,
  ) {}

  /** @returns undefined where there is no picture that can be shown. */
  static async open(file: Blob, mostSeconds: number): Promise<FilmReader | undefined> {
    const opened = await openRecording(file, mostSeconds);
    if (isProblem(opened)) return undefined;
    if (!opened.picture) {
      opened.close();
      return undefined;
    }
    return new FilmReader(new VideoSampleSink(opened.picture), opened.close);
  }

  /**
   * The frame that is seen at a moment; the first one before it. It belongs to the reader.
   * @returns undefined where there is none, or it cannot be decoded.
   */
  async frameAt(seconds: number): Promise<VideoSample | undefined> {
    if (this.current && covers(this.current, seconds)) return this.current;
    const isAhead =
      this.samples &&
      this.current &&
      seconds >= this.current.timestamp &&
      seconds - this.current.timestamp < AHEAD_SECONDS;
    if (!isAhead) {
      await this.samples?.return();
      const first = await this.sink.getSample(seconds).catch(() => null);
      const from = first?.timestamp ?? 0;
      first?.close();
      this.samples = this.sink.samples(from);
    }
    for (;;) {
      const next = await this.samples!.next().catch(() => undefined);
      // Behind the end the last frame stays.
      if (!next || next.done) return this.current;
      this.keep(next.value);
      if (covers(next.value, seconds) || next.value.timestamp > seconds) return next.value;
    }
  }

  /** The moment of the next frame, or of the one before, in seconds. */
  async stepFrom(seconds: number, step: 1 | -1): Promise<number> {
    const here = await this.frameAt(seconds);
    if (!here) return seconds;
    const aside = step > 0 ? here.timestamp + here.duration : here.timestamp - 1e-4;
    const next = await this.sink.getSample(Math.max(0, aside)).catch(() => null);
    const at = next?.timestamp ?? here.timestamp;
    next?.close();
    return Math.max(0, at);
  }

  close(): void {
    void this.samples?.return();
    this.current?.close();
    this.current = undefined;
    this.closeFile();
  }

  private keep(frame: VideoSample): void {
    if (this.current !== frame) this.current?.close();
    this.current = frame;
  }
}

function covers({ timestamp, duration }: VideoSample, seconds: number): boolean {
  // Frames of films without lengths last until the next one.
  return seconds >= timestamp - 1e-4 && seconds < timestamp + (duration || 1 / 60) - 1e-4;
}
