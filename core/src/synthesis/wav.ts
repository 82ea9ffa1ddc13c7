const HEADER_BYTES = 44;
const BYTES_A_SAMPLE = 2;

/**
 * One channel as a WAV file: RIFF, PCM, 16 bits, little-endian (IBM & Microsoft, Multimedia
 * Programming Interface and Data Specifications 1.0, 1991). Louder than ±1 is cut.
 */
export function writeWav(samples: Float32Array, sampleRate: number): Uint8Array {
  const bytes = new Uint8Array(HEADER_BYTES + samples.length * BYTES_A_SAMPLE);
  const view = new DataView(bytes.buffer);
  const text = (at: number, word: string) => {
    for (let index = 0; index < word.length; index++) bytes[at + index] = word.charCodeAt(index);
  };
  const size = samples.length * BYTES_A_SAMPLE;
  text(0, "RIFF");
  view.setUint32(4, HEADER_BYTES - 8 + size, true);
  text(8, "WAVEfmt ");
  view.setUint32(16, 16, true);
  view.setUint16(20, 1, true);
  view.setUint16(22, 1, true);
  view.setUint32(24, sampleRate, true);
  view.setUint32(28, sampleRate * BYTES_A_SAMPLE, true);
  view.setUint16(32, BYTES_A_SAMPLE, true);
  view.setUint16(34, 8 * BYTES_A_SAMPLE, true);
  text(36, "data");
  view.setUint32(40, size, true);
  for (const [index, sample] of samples.entries()) {
    const cut = Math.max(-1, Math.min(1, sample));
    view.setInt16(HEADER_BYTES + index * BYTES_A_SAMPLE, Math.round(cut * 32767), true);
  }
  return bytes;
}
