export { mixToMono } from "./mono";
export { SOUND_KIND_BYTES, soundKindOf, type SoundKind } from "./sound-kind";
export { readWavFrames, readWavLayout, type WavLayout, type WavProblem } from "./wav-reader";
