export { surveyMidi, type MidiSurvey, type MidiVoice } from "./midi-survey";
export { type GridWish, type Moved } from "./quantise";
export { songOfMidi, type MidiChoice, type MidiSongReading } from "./song-of-midi";
export { writeMidi } from "./write-midi";
