import { createStore, del, get, set, type UseStore } from "idb-keyval";
import { z } from "zod";

/**
 * The bytes of takes in the browser's own store, and how far each has been sent. Without a store (a
 * private window, a full disk) a take lives in its window until it has been sent.
 */
const sounds = lazily(() => createStore("intonazione-sounds", "sounds"));
const sendings = lazily(() => createStore("intonazione-sendings", "sendings"));

const sendingRecord = z.object({ uploadId: z.uuid() });

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
