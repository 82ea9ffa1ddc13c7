import type { TakeTraces } from "@intonazione/core/listening";
import type { Waveform } from "@intonazione/core/sound";
import { createStore, del, get, set, type UseStore } from "idb-keyval";
import type { HeardBefore } from "./take-hearing-protocol";
import type { KeptPyramid } from "./picture-pyramid";

/**
 * What was heard and drawn of a take, in the browser's own store, so that it need not be heard again
 * when its song is opened the next time. It can always be made anew from the sound.
 */
export interface KeptHearing {
  readonly waveform: Waveform;
  readonly traces: TakeTraces;
  readonly heard: HeardBefore;
  readonly pyramid: KeptPyramid;
}

/** Raised whenever something is heard or drawn otherwise than before: what is older is made anew. */
const EDITION = 1;

interface Shelved {
  readonly edition: number;
  /** Bytes of the sound. */
  readonly bytes: number;
  readonly hearing: KeptHearing;
}

let opened: UseStore | undefined;
const store = () => (opened ??= createStore("intonazione-hearings", "hearings"));

/** @returns undefined where there is none of just this sound, or of another edition of the hearing. */
export async function keptHearing(takeId: string, bytes: number): Promise<KeptHearing | undefined> {
  const shelved = await get<Partial<Shelved>>(takeId, store()).catch(() => undefined);
  return shelved?.edition === EDITION && shelved.bytes === bytes ? shelved.hearing : undefined;
}

/** Where the browser has no room it is not kept. */
export async function keepHearing(
  takeId: string,
  bytes: number,
  hearing: KeptHearing,
): Promise<void> {
  const shelved: Shelved = { edition: EDITION, bytes, hearing };
  await set(takeId, shelved, store()).catch(() => undefined);
}

export async function forgetHearing(takeId: string): Promise<void> {
  await del(takeId, store()).catch(() => undefined);
}
