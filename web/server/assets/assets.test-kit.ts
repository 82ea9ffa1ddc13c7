/** A recording: what a WAV file begins with, and then bytes that repeat nowhere soon. */
export function soundOf(bytes: number, seed = 1): Uint8Array<ArrayBuffer> {
  const sound = new Uint8Array(bytes);
  let state = seed * 2_654_435_761;
  for (let at = 0; at < bytes; at++) {
    state = (Math.imul(state, 1_664_525) + 1_013_904_223) >>> 0;
    sound[at] = state >>> 24;
  }
  const head = new TextEncoder().encode("RIFF0000WAVEfmt ");
  sound.set(head.subarray(0, bytes));
  return sound;
}

/** A body that comes in chunks, and breaks off after so many bytes. */
export function bodyOf(
  bytes: Uint8Array,
  chunkBytes: number,
  cutAfter = Infinity,
): ReadableStream<Uint8Array> {
  let at = 0;
  return new ReadableStream<Uint8Array>({
    pull(controller) {
      if (at >= cutAfter) return controller.error(new Error("the line is dead"));
      if (at >= bytes.length) return controller.close();
      const to = Math.min(at + chunkBytes, bytes.length, cutAfter);
      controller.enqueue(bytes.subarray(at, to));
      at = to;
    },
  });
}
