export { BenchGuitar } from "./bench-guitar";
export { PassagePlayer } from "./passage-player";
export { renderPassage } from "./render-passage";
export { writeWav } from "./wav";
