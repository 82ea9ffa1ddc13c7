import { Separation, separationLatency } from "./separation";

/** Which side of a stereo take is heard; `sides` is what differs between left and right. */
export const HEARD_SIDES = ["all", "left", "right", "middle", "sides"] as const;
export type HeardSide = (typeof HEARD_SIDES)[number];

/** What of the sound is let through. */
export interface HearOnly {
  readonly side: HeardSide;
  /** In hertz; absent for no bound. */
  readonly aboveHz?: number;
  readonly belowHz?: number;
  /** Without drums, picks and whatever else strikes. */
  readonly withoutStrikes: boolean;
  /** Played an octave up, for basses on small speakers. */
  readonly octaveUp: boolean;
}

export const HEAR_ALL: HearOnly = { side: "all", withoutStrikes: false, octaveUp: false };

/** What a filter's ringing needs to be over, in seconds. */
const SETTLING_SECONDS = 0.15;
/** The two sections of a Butterworth filter of the fourth order (Oppenheim & Schafer). */
const BUTTERWORTH = [0.541_196_1, 1.306_563] as const;

/** How many samples around a stretch have to be known so that it can be heard by itself. */
export function reachOf(
  { side: _, aboveHz, belowHz, withoutStrikes }: HearOnly,
  sampleRate: number,
): { readonly before: number; readonly behind: number } {
  const isFiltered = aboveHz !== undefined || belowHz !== undefined;
  const settling = isFiltered ? Math.ceil(SETTLING_SECONDS * sampleRate) : 0;
  const latency = withoutStrikes ? separationLatency(sampleRate) : 0;
  return { before: settling + latency, behind: latency };
}

/**
 * A stretch of a take as it is heard: one side of it, between two frequencies, without what strikes.
 * An octave up is left to whoever plays it.
 *
 * @param channels At least one, all of one length: the stretch with what `reachOf` says around it.
 * @param reach What there is before and behind; less than asked for is taken for silence.
 * @returns the stretch alone: one channel for a single side, else as many as came.
 */
export function heardOnly(
  channels: readonly Float32Array[],
  reach: { readonly before: number; readonly behind: number },
  sampleRate: number,
  hearing: HearOnly,
): readonly Float32Array[] {
  return sideOf(channels, hearing.side).map((channel) => {
    const sound = Float32Array.from(channel);
    if (hearing.aboveHz !== undefined) letThrough(sound, "above", hearing.aboveHz / sampleRate);
    if (hearing.belowHz !== undefined) letThrough(sound, "below", hearing.belowHz / sampleRate);
    if (!hearing.withoutStrikes) return sound.slice(reach.before, sound.length - reach.behind);
    const separation = new Separation(sampleRate);
    const { latency } = separation;
    const missing = Math.max(0, latency - reach.behind);
    const padded = new Float32Array(sound.length + missing);
    padded.set(sound);
    separation.process(padded, padded, new Float32Array(padded.length));
    const from = reach.before + latency;
    return padded.slice(from, from + channel.length - reach.before - reach.behind);
  });
}

function sideOf(channels: readonly Float32Array[], side: HeardSide): readonly Float32Array[] {
  const [left, right] = [channels[0]!, channels[1] ?? channels[0]!];
  switch (side) {
    case "all":
      return channels;
    case "left":
      return [left];
    case "right":
      return [right];
    case "middle":
      return [left.map((sample, at) => (sample + right[at]!) / 2)];
    case "sides":
      return [left.map((sample, at) => (sample - right[at]!) / 2)];
  }
}

/**
 * A Butterworth filter of the fourth order, where the samples are: bilinear transform, as in
 * Bristow-Johnson's Audio EQ Cookbook (W3C note, 2021).
 * @param edge Where half of the energy is let through, as a share of the sample rate.
 */
function letThrough(sound: Float32Array, which: "above" | "below", edge: number): void {
  // At the Nyquist frequency nothing is left to be filtered.
  const omega = 2 * Math.PI * Math.min(edge, 0.49);
  const cosine = Math.cos(omega);
  for (const quality of BUTTERWORTH) {
    const alpha = Math.sin(omega) / (2 * quality);
    const scale = 1 + alpha;
    const outer = (which === "above" ? 1 + cosine : 1 - cosine) / 2 / scale;
    const middle = which === "above" ? -2 * outer : 2 * outer;
    const [back1, back2] = [(-2 * cosine) / scale, (1 - alpha) / scale];
    let [in1, in2, out1, out2] = [0, 0, 0, 0];
    for (let at = 0; at < sound.length; at++) {
      const sample = sound[at]!;
      const out = outer * (sample + in2) + middle * in1 - back1 * out1 - back2 * out2;
      in2 = in1;
      in1 = sample;
      out2 = out1;
      out1 = out;
      sound[at] = out;
    }
  }
}
