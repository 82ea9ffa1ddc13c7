export { mixToMono } from "./mono";
export { SOUND_KIND_BYTES, soundKindOf, type SoundKind } from "./sound-kind";
export { readWavFrames, readWavLayout, type WavLayout, type WavProblem } from "./wav-reader";
export { Decimator } from "./decimator";
export { WaveformStream, waveformColumns, type Waveform } from "./waveform";
