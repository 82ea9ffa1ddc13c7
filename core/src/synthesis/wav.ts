const HEADER_BYTES = 44;
const BYTES_A_SAMPLE = 2;

/**
 * Channels of one length, at least one, as a WAV file: RIFF, PCM, 16 bits, little-endian (IBM &
 * Microsoft, Multimedia Programming Interface and Data Specifications 1.0, 1991). Louder than ±1 is cut.
 */
export function writeWav(
  channels: readonly Float32Array[],
  sampleRate: number,
): Uint8Array<ArrayBuffer> {
  const frame = channels.length * BYTES_A_SAMPLE;
  const size = channels[0]!.length * frame;
  const bytes = new Uint8Array(HEADER_BYTES + size);
  const view = new DataView(bytes.buffer);
  const text = (at: number, word: string) => {
    for (let index = 0; index < word.length; index++) bytes[at + index] = word.charCodeAt(index);
  };
  text(0, "RIFF");
  view.setUint32(4, HEADER_BYTES - 8 + size, true);
  text(8, "WAVEfmt ");
  view.setUint32(16, 16, true);
  view.setUint16(20, 1, true);
  view.setUint16(22, channels.length, true);
  view.setUint32(24, sampleRate, true);
  view.setUint32(28, sampleRate * frame, true);
  view.setUint16(32, frame, true);
  view.setUint16(34, 8 * BYTES_A_SAMPLE, true);
  text(36, "data");
  view.setUint32(40, size, true);
  for (const [channel, samples] of channels.entries()) {
    for (const [index, sample] of samples.entries()) {
      const cut = Math.max(-1, Math.min(1, sample));
      const at = HEADER_BYTES + index * frame + channel * BYTES_A_SAMPLE;
      view.setInt16(at, Math.round(cut * 32767), true);
    }
  }
  return bytes;
}
