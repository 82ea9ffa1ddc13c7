export { suggestStrokes, type Handwork } from "./strokes";
export { perform, type Performance, type PlayedEvent } from "./perform";
export { BACKING_PART, CLICK_PART, countInBefore, gainsWith } from "./backing";
export { barsInBeats, beatsInBar, inTimeOf } from "./along-take";
export { playBenchBand, USUAL_BAND, type BandTake, type BandWishes } from "./bench-band";
