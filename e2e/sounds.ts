/** Sounds and films that tests make for themselves. */

export const RATE = 44_100;

/** How a RIFF/WAVE file lays its samples out. */
interface WaveLayout {
  readonly rate?: number;
  readonly bits?: 8 | 16;
  readonly channels?: readonly Float32Array[];
}

/** A sound file as RIFF/WAVE lays it out: 16 bits and one channel, unless said otherwise. */
export function waveOf(
  samples: Float32Array,
  { rate = RATE, bits = 16, channels = [samples] }: WaveLayout = {},
): Buffer {
  const frame = (channels.length * bits) / 8;
  const bytes = samples.length * frame;
  const file = Buffer.alloc(44 + bytes);
  file.write("RIFF", 0);
  file.writeUInt32LE(36 + bytes, 4);
  file.write("WAVEfmt ", 8);
  file.writeUInt32LE(16, 16);
  file.writeUInt16LE(1, 20);
  file.writeUInt16LE(channels.length, 22);
  file.writeUInt32LE(rate, 24);
  file.writeUInt32LE(rate * frame, 28);
  file.writeUInt16LE(frame, 32);
  file.writeUInt16LE(bits, 34);
  file.write("data", 36);
  file.writeUInt32LE(bytes, 40);
  for (let index = 0; index < samples.length; index++) {
    for (const [channel, { [index]: sample = 0 }] of channels.entries()) {
      const at = 44 + index * frame + (channel * bits) / 8;
      const kept = Math.max(-1, Math.min(1, sample));
      if (bits === 8) file.writeUInt8(Math.round(128 + 127 * kept), at);
      else file.writeInt16LE(Math.round(kept * 32_000), at);
    }
  }
  return file;
}

/** When the riff begins, and how long its eighths last: 120 a minute. */
export const RIFF_FROM = 1;
const EIGHTH = 0.25;
const RIFF_MIDI = [40, 43, 45, 47] as const;

/** Four bars of eighths on two low strings, `cents` away from A = 440. */
export function riff(cents = 0, seconds = 10): Float32Array {
  const out = new Float32Array(seconds * RATE);
  for (let eighth = 0; eighth < 32; eighth++) {
    const midi = RIFF_MIDI[eighth % RIFF_MIDI.length]!;
    const hz = 440 * 2 ** ((midi - 69 + cents / 100) / 12);
    const from = Math.round((RIFF_FROM + eighth * EIGHTH) * RATE);
    const accent = eighth % 8 === 0 ? 1 : eighth % 2 === 0 ? 0.8 : 0.6;
    for (let at = 0; at < 0.24 * RATE && from + at < out.length; at++) {
      const since = at / RATE;
      let sample = 0;
      for (let partial = 1; partial <= 8; partial++) {
        const fade = Math.exp(-since * (2 + partial));
        sample += (fade / partial) * Math.sin(2 * Math.PI * hz * partial * since);
      }
      out[from + at]! += 0.3 * accent * sample;
    }
  }
  return out;
}

export const asFile = (name: string, buffer: Buffer, mimeType = "audio/wav") => ({
  name,
  mimeType,
  buffer,
});
