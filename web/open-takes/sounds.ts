import type { Take } from "@intonazione/core/takes";
import { keepSound, keptSound, rememberUse } from "./kept-sounds";
import type { SoundAt, TakesStore } from "./store";

/** The bytes of takes: from this browser's own store, else from the server, where they then stay. */
export class Sounds {
  /** What this window holds by itself, where the browser has no room. */
  private readonly held = new Map<string, Blob>();
  private readonly coming = new Map<string, Promise<Blob | undefined>>();

  constructor(private readonly store: TakesStore) {}

  /** @returns false where the browser had no room: then only this window has it until it is sent. */
  async keep(takeId: string, file: Blob): Promise<boolean> {
    const isKept = await keepSound(takeId, file);
    if (!isKept) this.held.set(takeId, file);
    this.store.tellSound(takeId, { kind: "here" });
    return isKept;
  }

  /** @returns undefined where they cannot be had now; the store says why. */
  of(take: Take): Promise<Blob | undefined> {
    const coming = this.coming.get(take.id) ?? this.find(take);
    this.coming.set(take.id, coming);
    void coming.finally(() => this.coming.delete(take.id));
    return coming;
  }

  /** Whether this browser has the bytes, to be sent from here. */
  async here(takeId: string): Promise<Blob | undefined> {
    return this.held.get(takeId) ?? keptSound(takeId);
  }

  private async find(take: Take): Promise<Blob | undefined> {
    const { id, recording } = take;
    const tell = (sound: SoundAt) => this.store.tellSound(id, sound);
    const here = await this.here(id);
    if (here) {
      if (recording.asset !== undefined) void rememberUse(id, Date.now());
      tell({ kind: "here" });
      return here;
    }
    if (recording.asset === undefined) {
      tell({ kind: "missing" });
      return undefined;
    }
    const fetched = await fetchWhole(`/api/assets/${recording.asset}`, recording.bytes, (done) =>
      tell({ kind: "fetching", done }),
    );
    if (!fetched) {
      tell({ kind: "away" });
      return undefined;
    }
    await this.keep(id, fetched);
    void rememberUse(id, Date.now());
    return fetched;
  }
}

async function fetchWhole(
  path: string,
  bytes: number,
  onProgress: (done: number) => void,
): Promise<Blob | undefined> {
  try {
    const response = await fetch(path);
    if (!response.ok || !response.body) return undefined;
    let received = 0;
    const counted = response.body.pipeThrough(
      new TransformStream<Uint8Array, Uint8Array>({
        transform(chunk, controller) {
          received += chunk.length;
          onProgress(Math.min(1, received / bytes));
          controller.enqueue(chunk);
        },
      }),
    );
    return await new Response(counted).blob();
  } catch {
    return undefined;
  }
}
