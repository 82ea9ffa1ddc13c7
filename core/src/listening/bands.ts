/** Bands of a spectrum, each some neighbouring bins with their weights. */
export interface Bands {
  readonly count: number;
  /** Frequency in the middle of each band. */
  readonly hz: Float32Array;
  /** Band b takes weights `from[b]` up to, not including, `from[b + 1]`. */
  readonly from: Uint32Array;
  readonly bin: Uint32Array;
  readonly weight: Float32Array;
}

/**
 * Triangular bands, `perOctave` an octave, as superflux uses them (Böck & Widmer 2013): where bands
 * would be closer than bins, each bin is a band of its own.
 * @param size Of the transform, in samples.
 */
export function logBands(
  size: number,
  sampleRate: number,
  { perOctave, lowHz, highHz }: { perOctave: number; lowHz: number; highHz: number },
): Bands {
  const binHz = sampleRate / size;
  const top = Math.min(highHz, sampleRate / 2 - binHz);
  const edges: number[] = [];
  for (let hz = lowHz; hz <= top; hz *= 2 ** (1 / perOctave)) {
    const bin = Math.round(hz / binHz);
    if (bin > 0 && bin !== edges.at(-1)) edges.push(bin);
  }
  const count = Math.max(0, edges.length - 2);
  const from = new Uint32Array(count + 1);
  const bins: number[] = [];
  const weights: number[] = [];
  for (let band = 0; band < count; band++) {
    const [left, middle, right] = [edges[band]!, edges[band + 1]!, edges[band + 2]!];
    for (let bin = left + 1; bin < right; bin++) {
      bins.push(bin);
      weights.push(
        bin <= middle ? (bin - left) / (middle - left) : (right - bin) / (right - middle),
      );
    }
    from[band + 1] = bins.length;
  }
  return {
    count,
    hz: Float32Array.from({ length: count }, (_, band) => edges[band + 1]! * binHz),
    from,
    bin: Uint32Array.from(bins),
    weight: Float32Array.from(weights),
  };
}

/** Sums the weighted magnitudes of each band into `into`, which holds one number a band. */
export function sumBands(bands: Bands, magnitudes: Float32Array, into: Float32Array): void {
  const { count, from, bin, weight } = bands;
  for (let band = 0; band < count; band++) {
    let sum = 0;
    for (let at = from[band]!; at < from[band + 1]!; at++) {
      sum += magnitudes[bin[at]!]! * weight[at]!;
    }
    into[band] = sum;
  }
}
