/**
 * All channels together, each with the same weight.
 * @param count How many samples of each channel are taken.
 * @param into Holds at least `count` samples.
 * @returns the part of `into` that was filled.
 */
export function mixToMono(
  channels: readonly Float32Array[],
  count: number,
  into: Float32Array,
): Float32Array {
  const mono = into.subarray(0, count).fill(0);
  for (const channel of channels) {
    for (let index = 0; index < count; index++) mono[index]! += channel[index]! / channels.length;
  }
  return mono;
}
