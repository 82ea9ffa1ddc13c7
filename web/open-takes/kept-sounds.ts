import { createStore, del, entries, get, set, type UseStore } from "idb-keyval";
import { z } from "zod";

/**
 * The bytes of takes in the browser's own store, how far each has been sent, and when those that the
 * server has were used last. Without a store (a private window, a full disk) a take lives in its window
 * until it has been sent.
 */
const sounds = lazily(() => createStore("intonazione-sounds", "sounds"));
const sendings = lazily(() => createStore("intonazione-sendings", "sendings"));
const uses = lazily(() => createStore("intonazione-sound-uses", "uses"));

const sendingRecord = z.object({ uploadId: z.uuid() });
const useRecord = z.object({ usedAt: z.number() });

/** What the server has and nobody used for so long makes room: it comes from there again. */
const UNUSED_MS = 60 * 24 * 3_600_000;

function lazily(open: () => UseStore): () => UseStore {
  let opened: UseStore | undefined;
  return () => (opened ??= open());
}

/** @returns false where the browser has no room for it. */
export async function keepSound(takeId: string, file: Blob): Promise<boolean> {
  try {
    await set(takeId, file, sounds());
    return true;
  } catch {
    return false;
  }
}

export async function keptSound(takeId: string): Promise<Blob | undefined> {
  const kept: unknown = await get(takeId, sounds()).catch(() => undefined);
  return kept instanceof Blob ? kept : undefined;
}

/** Says that a take which the server has was used here. */
export async function rememberUse(takeId: string, now: number): Promise<void> {
  await set(takeId, { usedAt: now }, uses()).catch(() => undefined);
}

/** Lets go of the bytes of takes that the server has and nobody used here for two months. */
export async function letGoOfUnused(now: number): Promise<readonly string[]> {
  const known = await entries<string, unknown>(uses()).catch(() => []);
  const unused = known.flatMap(([takeId, value]) => {
    const use = useRecord.safeParse(value);
    return use.success && now - use.data.usedAt < UNUSED_MS ? [] : [takeId];
  });
  for (const takeId of unused) {
    await Promise.all([del(takeId, sounds()), del(takeId, uses())]).catch(() => undefined);
  }
  return unused;
}

/** The upload that a take's bytes are on their way by. */
export async function sendingOf(takeId: string): Promise<string | undefined> {
  const known = sendingRecord.safeParse(await get(takeId, sendings()).catch(() => undefined));
  return known.success ? known.data.uploadId : undefined;
}

export async function rememberSending(takeId: string, uploadId: string | undefined): Promise<void> {
  const store = sendings();
  await (uploadId === undefined ? del(takeId, store) : set(takeId, { uploadId }, store)).catch(
    () => undefined,
  );
}
