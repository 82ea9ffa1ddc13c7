import type { Weights } from "./judge";

/** Fitted by scripts/bench/fit-pulse.ts, in the order of BAR_EVIDENCE. */
export const BAR_WEIGHTS: Weights = {
  weight: [
    -0.2092, // attack on one
    0.1879, // low on one
    -0.108, // high on one
    0.2585, // loud on one
    0.04956, // louder on one
    0.05395, // other pitches from one on
    0.2294, // other pitches from bar to bar
    -0.1522, // attack on three, not on two and four
    0.3508, // low on three
    0.1395, // high on three
    -0.4244, // loud on three
    0.05702, // louder on three
    -0.05345, // other pitches from three on
    0.3253, // attack on one of three
    -0.1484, // low on one of three
    -0.2402, // high on one of three
    -0.07552, // loud on one of three
    -1.257, // three beats a bar
    0.7482, // sound begins on one
    0.1915, // sound begins up to two beats before one
    -1.158, // sound begins earlier
    -0.7797, // beats from the first sound to one
  ],
  mean: [
    0.002163, -0.002943, 0.004741, 0.007149, -0.01244, 0.0004048, -0.006106, -1.384e-18, 4.037e-19,
    1.442e-19, -1.038e-18, -8.074e-19, 1.038e-18, 0.0004017, -0.000729, 0.0009777, 0.001968, 0.4286,
    0.2556, 0.3148, 0.4286, 1.345,
  ],
  spread: [
    0.3649, 0.3635, 0.3691, 0.4041, 0.3574, 0.3831, 0.364, 0.4614, 0.4456, 0.4751, 0.5604, 0.4203,
    0.4302, 0.1956, 0.1893, 0.1979, 0.1985, 0.4949, 0.4362, 0.4644, 0.4949, 1.045,
  ],
};
