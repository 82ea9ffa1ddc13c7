import type { Takes } from "@intonazione/core/takes";
import { sendAsset } from "@/calls/assets";
import { withStill, withTake } from "./edits";
import { rememberSending, rememberUse, sendingOf } from "./kept-sounds";
import type { Sounds } from "./sounds";
import type { TakesStore } from "./store";

const PAUSES_MS = [1000, 2000, 4000, 8000, 15_000] as const;

/** Bytes that have to be sent: of a take, or of a still of it. */
interface Unsent {
  readonly id: string;
  readonly arrived: (takes: Takes, asset: string) => Takes;
}

function unsentOf(takes: Takes): readonly Unsent[] {
  return takes.flatMap(({ id: takeId, recording, stills }) => [
    ...(recording.asset === undefined
      ? [
          {
            id: takeId,
            arrived: (all: Takes, asset: string) =>
              withTake(all, takeId, (take) => ({
                ...take,
                recording: { ...take.recording, asset },
              })),
          },
        ]
      : []),
    ...stills
      .filter(({ asset }) => asset === undefined)
      .map(({ id }) => ({
        id,
        arrived: (all: Takes, asset: string) =>
          withTake(all, takeId, (take) => {
            const still = take.stills.find((one) => one.id === id);
            return still ? withStill(take, { ...still, asset }) : take;
          }),
      })),
  ]);
}

/**
 * Sends the bytes of every take and still to the server, one after the other, in the background. It goes on after
 * a reload from what had arrived; of two windows one sends.
 */
export class Sendings {
  private readonly abort = new AbortController();
  private readonly given = new Set<string>();
  private queue: Promise<void> = Promise.resolve();
  private readonly forget: () => void;

  constructor(
    private readonly store: TakesStore,
    private readonly sounds: Sounds,
  ) {
    this.forget = store.subscribe(({ history }, before) => {
      if (history.takes !== before.history.takes) this.look();
    });
    this.look();
  }

  stop(): void {
    this.forget();
    this.abort.abort();
  }

  private look(): void {
    for (const unsent of unsentOf(this.store.getState().history.takes)) {
      if (this.given.has(unsent.id)) continue;
      this.given.add(unsent.id);
      this.queue = this.queue.then(() => this.sendAlone(unsent)).catch(() => undefined);
    }
  }

  private async sendAlone(unsent: Unsent): Promise<void> {
    if (this.abort.signal.aborted) return;
    const file = await this.sounds.here(unsent.id);
    // Another browser has it.
    if (!file) return;
    if (!("locks" in navigator)) return this.send(unsent, file);
    const { signal } = this.abort;
    await navigator.locks.request(`intonazione-sending-${unsent.id}`, { signal }, async () => {
      const { takes } = this.store.getState().history;
      // Another window may have sent it meanwhile.
      if (unsentOf(takes).some(({ id }) => id === unsent.id)) await this.send(unsent, file);
    });
  }

  private async send({ id, arrived }: Unsent, file: Blob): Promise<void> {
    const tell = (share: number) => this.store.tellSending(id, { kind: "sending", share });
    tell(0);
    const begun = await sendingOf(id);
    const answer = await sendAsset(file, {
      signal: this.abort.signal,
      isKeptWhenGivenUp: true,
      onProgress: (received) => tell(received / file.size),
      onBegun: (uploadId) => rememberSending(id, uploadId),
      pauseAfter: (failures) => {
        this.store.tellSending(id, { kind: "waiting" });
        return PAUSES_MS[Math.min(failures, PAUSES_MS.length) - 1];
      },
      ...(begun !== undefined && { begun }),
    });
    switch (answer.kind) {
      case "done":
        this.store.amend((takes) => arrived(takes, answer.value.hash));
        await rememberSending(id, undefined);
        await rememberUse(id, Date.now());
        return this.store.tellSending(id, undefined);
      case "refused":
        return this.store.tellSending(id, { kind: "refused", message: answer.message });
      default:
        return this.store.tellSending(id, { kind: "waiting" });
    }
  }
}
