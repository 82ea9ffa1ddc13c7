import { PitchEar, type Tone } from "@intonazione/core/ear";
import { expose } from "comlink";

let ear: PitchEar | undefined;
let rate = 0;

/** Hears one window; made anew when rate or window change. */
export interface Ear {
  hear(window: Float32Array, sampleRate: number): Tone | undefined;
}

const heard: Ear = {
  hear: (window, sampleRate) => {
    if (ear?.windowSize !== window.length || rate !== sampleRate) {
      ear = new PitchEar(sampleRate, window.length);
      rate = sampleRate;
    }
    return ear.hear(window);
  },
};

expose(heard);
