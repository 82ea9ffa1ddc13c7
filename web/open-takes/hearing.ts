import type { Pulse, Transposition, WrittenNote } from "@intonazione/core/listening";
import type { Take } from "@intonazione/core/takes";
import { proxy, wrap, type Remote } from "comlink";
import { isProblem } from "@/media/recording-problem";
import type { DrawnTile, Ink, TakeEar } from "@/workers/take-hearing-protocol";
import type { Sounds } from "./sounds";
import { takeAtHand, type Heard, type TakesStore } from "./store";

/** Hears and draws the take at hand, off the main thread; another take at hand ends that. */
export class Hearing {
  private worker: Worker | undefined;
  private ear: Remote<TakeEar> | undefined;
  private takeId: string | undefined;

  constructor(
    private readonly store: TakesStore,
    private readonly sounds: Sounds,
  ) {}

  /** Takes the take at hand up, if it is another one than before. */
  async attend(): Promise<void> {
    const take = takeAtHand(this.store.getState());
    if (take?.id === this.takeId) return;
    this.stop();
    if (!take) return;
    this.takeId = take.id;
    this.tell(take, { waveform: undefined, attacks: undefined, done: 0 });
    const file = await this.sounds.of(take);
    if (this.takeId !== take.id) return;
    if (!file) {
      // It may be there the next time.
      this.takeId = undefined;
      return;
    }
    this.worker = new Worker(new URL("../workers/take-hearing.worker.ts", import.meta.url), {
      type: "module",
    });
    const ear = wrap<TakeEar>(this.worker);
    const facts = await ear.open(take.id, file);
    if (this.takeId !== take.id) return;
    if (isProblem(facts)) {
      this.store.tellSound(take.id, { kind: "problem", problem: facts });
      return;
    }
    this.ear = ear;
    const waveform = await ear.waveform();
    if (this.takeId !== take.id) return;
    this.tell(take, { waveform });
    const heard = await ear.hear(
      proxy((done: number) => {
        if (this.takeId === take.id) this.tell(take, { done });
      }),
    );
    if (this.takeId !== take.id) return;
    this.tell(take, { ...heard, done: 1 });
  }

  /** A tile of the picture; undefined while there is none. */
  async tile(level: number, index: number, ink: Ink): Promise<DrawnTile | undefined> {
    const { ear, takeId } = this;
    const tile = await ear?.tile(level, index, ink);
    return takeId === this.takeId ? tile : undefined;
  }

  /** The beats again, by what somebody said. */
  async pulse(hintBpm: number | undefined): Promise<Pulse | undefined> {
    const { ear, takeId } = this;
    const pulse = await ear?.pulse(hintBpm);
    const take = takeAtHand(this.store.getState());
    if (pulse && take && takeId === take.id) this.tell(take, { pulse });
    return pulse;
  }

  /** How many semitones the take lies from what is written along it; undefined while nobody knows. */
  async transposition(notes: readonly WrittenNote[]): Promise<Transposition | undefined> {
    const { ear, takeId } = this;
    const found = await ear?.transposition(notes);
    return takeId === this.takeId ? found : undefined;
  }

  stop(): void {
    this.worker?.terminate();
    this.worker = undefined;
    this.ear = undefined;
    this.takeId = undefined;
  }

  private tell(take: Take, news: Partial<Heard>): void {
    this.store.setState(({ heard }) => {
      const before: Heard =
        heard?.takeId === take.id
          ? heard
          : {
              takeId: take.id,
              waveform: undefined,
              attacks: undefined,
              reference: undefined,
              pulse: undefined,
              tunings: [],
              isSilent: false,
              done: 0,
            };
      return { heard: { ...before, ...news } };
    });
  }
}
