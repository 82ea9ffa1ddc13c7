export { remapPart, type RemapHow, type RemappedPart, type Target } from "./remap-part";
export { BEYONDS, changeInWords, type Beyond, type Change } from "./change";
export { INTENTS, MOST_SEMITONES, type Intent } from "./intent";
export { moveSong, type MovedPart, type MovedSong } from "./move-song";
export { keepShapes } from "./keep-shapes";
export { movePhrase, type MovedPhrase, type PhraseMove } from "./move-phrase";
export { againstEachOther, type Meeting, type Relation } from "./against";
export { onePhrase } from "./one-phrase";
export { makeHarmony, type HarmonyStep, type MadeHarmony } from "./make-harmony";
