import type { Weights } from "./judge";

/** Fitted by scripts/bench/fit-pulse.ts, in the order of BEAT_EVIDENCE. */
export const BEAT_WEIGHTS: Weights = {
  weight: [
    1.617, // attack on the beat
    0.4674, // later third over earlier third
    -0.353, // every other beat stronger
    -0.3794, // every other beat lower
    0.154, // every other beat higher
    0.2134, // low on the beat over low between
    -0.337, // attacks at the beat
    0.6681, // attacks at halves
    0.2796, // attacks at thirds
    0.3238, // attacks at quarters
    0.7303, // attacks at sixths
    -0.6648, // octaves from the usual tempo
    -1.113, // octaves from the usual tempo, squared
    -0.1368, // octaves of attacks a beat
    -1.078, // octaves of attacks a beat, squared
    0.1585, // unsteadiness
    -0.1828, // tempogram
    0.3384, // tempogram, twice as fast
    0.6151, // tempogram, four times as fast
    0.2722, // tempogram, three times as fast
    0.6298, // tempogram with multiples
    -0.6211, // lies between the beats that were tracked
  ],
  mean: [
    0.5009, -0.00998, 0.2043, 0.2452, 0.2182, 0.06084, 0.0001704, 0.2542, 0.0008367, 0.3657, 0.4013,
    -0.1562, 0.4939, 0.9688, 1.761, 0.07975, 0.2571, 0.3396, 0.3533, 0.3621, 0.4635, 0.5,
  ],
  spread: [
    0.3022, 0.3235, 0.2324, 0.2294, 0.2495, 0.7972, 0.2599, 0.3152, 0.478, 0.3707, 0.3685, 0.6852,
    0.496, 0.9071, 2.091, 0.04829, 0.2424, 0.3081, 0.3409, 0.3512, 0.2747, 0.5,
  ],
};
