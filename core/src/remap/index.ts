export { remapBars, type Remapped, type Unreachable } from "./remap-bars";
export { remapPart, type RemappedPart } from "./remap-part";
export { moveSong, type MovedPart, type MovedSong } from "./move-song";
export { keepShapes } from "./keep-shapes";
export { movePhrase, type MovedPhrase, type PhraseMove } from "./move-phrase";
