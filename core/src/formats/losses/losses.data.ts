import type { Feature } from "./features";

/** Formats that cannot say all that a song says. */
export type LossyFormat = "musicxml" | "midi" | "midi-by-string" | "text";

export const FORMAT_WORDS: Readonly<Record<LossyFormat, string>> = {
  musicxml: "MusicXML",
  midi: "MIDI",
  "midi-by-string": "MIDI",
  text: "plain text",
};

const NOTES_ONLY: readonly LossyFormat[] = ["midi", "midi-by-string"];
const SIGNS_ONLY: readonly LossyFormat[] = ["midi", "midi-by-string", "text"];
const NONE_BUT_OURS: readonly LossyFormat[] = ["musicxml", "midi", "midi-by-string", "text"];

/** What is lost in which formats: in words, and what becomes of it where that is not plain. */
export const LOSSES: Readonly<
  Partial<
    Record<
      Feature,
      { readonly words: string; readonly in: readonly LossyFormat[]; readonly instead?: string }
    >
  >
> = {
  version: { words: "other versions of a line", in: NONE_BUT_OURS },
  wishes: { words: "wishes for the placing", in: NONE_BUT_OURS },
  profile: { words: "placing profiles", in: NONE_BUT_OURS },
  pin: { words: "pins", in: NONE_BUT_OURS, instead: "the places themselves stay" },
  reason: { words: "reasons of a place", in: NONE_BUT_OURS },
  "not-on": { words: "strings a note is kept off", in: NONE_BUT_OURS },
  "bend-target": {
    words: "the place a bend leads to",
    in: NONE_BUT_OURS,
    instead: "how far it is bent stays",
  },
  build: { words: "scale, string set and action of an instrument", in: NONE_BUT_OURS },
  "string-names": { words: "how the song calls the strings", in: NONE_BUT_OURS },
  "frets-from": {
    words: "from where the song counts frets",
    in: ["musicxml", "midi", "midi-by-string"],
  },
  "other-part": { words: "the other parts", in: ["text"], instead: "each is a text of its own" },
  place: {
    words: "strings and frets",
    in: ["midi"],
    instead: "send every string on a channel of its own",
  },
  unplaced: {
    words: "notes without a place on the strings",
    in: ["text"],
    instead: "they are listed below their phrase",
  },
  finger: { words: "fingers", in: SIGNS_ONLY },
  pluck: { words: "plucking fingers, slap and pop", in: SIGNS_ONLY },
  stroke: { words: "strokes", in: SIGNS_ONLY },
  cents: { words: "pitches between the frets", in: ["text"] },
  "second-voice": {
    words: "second voices",
    in: ["text"],
    instead: "their notes keep their moments, not their lengths",
  },
  grace: { words: "grace notes", in: NOTES_ONLY, instead: "they are played out" },
  "grace-on-beat": { words: "graces on the beat", in: ["text"], instead: "they stand before it" },
  fermata: { words: "fermatas", in: SIGNS_ONLY },
  lyric: { words: "lyrics", in: SIGNS_ONLY },
  words: { words: "words at a note", in: SIGNS_ONLY },
  chord: { words: "chord names", in: NOTES_ONLY },
  "metre-change": { words: "changes of metre", in: ["text"] },
  "tempo-change": { words: "changes of tempo", in: ["text"] },
  "pick-up": { words: "pick-ups", in: ["text"], instead: "their bars are only short" },
  form: { words: "the form", in: NOTES_ONLY, instead: "it is played out" },
  feel: { words: "the feel as a word", in: ["text", ...NOTES_ONLY] },
  tone: { words: "words about the tone", in: SIGNS_ONLY },
  "song-note": { words: "the note on the song", in: SIGNS_ONLY },
  reference: { words: "the reference pitch", in: NOTES_ONLY },
  "dead-note": { words: "dead notes", in: NOTES_ONLY, instead: "they are short and very soft" },
  hit: { words: "knocks and scrapes", in: SIGNS_ONLY },
  "hammer-on": { words: "hammer-ons", in: NOTES_ONLY, instead: "the notes are struck" },
  "pull-off": { words: "pull-offs", in: NOTES_ONLY, instead: "the notes are struck" },
  slide: { words: "slides", in: NOTES_ONLY, instead: "the notes are struck" },
  "shift-slide": {
    words: "shift slides",
    in: SIGNS_ONLY,
    instead: "in text they are plain slides",
  },
  tap: { words: "taps", in: NOTES_ONLY, instead: "the notes are struck" },
  release: { words: "releases", in: NOTES_ONLY, instead: "the notes are struck" },
  trill: { words: "trills", in: NOTES_ONLY },
  "wide-vibrato": { words: "the width of a vibrato", in: ["text"] },
  "natural-harmonic": {
    words: "that a note is a harmonic",
    in: NOTES_ONLY,
    instead: "its pitch stays",
  },
  "pinched-harmonic": { words: "pinched harmonics", in: SIGNS_ONLY },
  "let-ring": { words: "what is left ringing", in: NOTES_ONLY },
  "fret-hand-mute": { words: "mutes of the fretting hand", in: SIGNS_ONLY },
  "slide-bar": { words: "the slide bar", in: SIGNS_ONLY },
  "palm-mute": { words: "palm mutes", in: NOTES_ONLY },
  staccato: { words: "staccato", in: SIGNS_ONLY },
  accent: { words: "accents", in: ["text"] },
  rake: { words: "rakes", in: SIGNS_ONLY },
  arpeggio: { words: "spread chords", in: SIGNS_ONLY },
  tremolo: { words: "tremolo picking", in: SIGNS_ONLY },
  "tremolo-bar": { words: "the tremolo bar", in: ["text"] },
};
