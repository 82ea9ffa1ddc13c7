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
/** What MIDI does with a pitch that moves, where the note sounds alone on its channel. */
const WHEEL = "in MIDI the pitch wheel moves as it sounds, unless others share the channel";
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
  relation: {
    words: "that a bar is another one again",
    in: NONE_BUT_OURS,
    instead: "its notes stay",
  },
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
  cents: { words: "pitches between the frets", in: SIGNS_ONLY, instead: WHEEL },
  "second-voice": {
    words: "second voices",
    in: SIGNS_ONLY,
    instead: "their notes keep their moments, in text not their lengths",
  },
  grace: { words: "grace notes", in: NOTES_ONLY, instead: "they are played out" },
  "grace-on-beat": { words: "graces on the beat", in: SIGNS_ONLY, instead: "they stand before it" },
  fermata: { words: "fermatas", in: SIGNS_ONLY },
  "length-unknown": {
    words: "that a length was not said yet",
    in: NONE_BUT_OURS,
    instead: "eighths stand there",
  },
  "spoken-time": { words: "when a note is spoken of in a talk", in: NONE_BUT_OURS },
  lyric: { words: "lyrics", in: SIGNS_ONLY },
  words: { words: "words at a note", in: SIGNS_ONLY },
  chord: { words: "chord names", in: NOTES_ONLY },
  "metre-change": { words: "changes of metre", in: ["text"] },
  "tempo-change": { words: "changes of tempo", in: ["text"] },
  "pick-up": { words: "pick-ups", in: SIGNS_ONLY, instead: "their bars are only short" },
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
  bend: { words: "bends", in: NOTES_ONLY, instead: WHEEL },
  "slide-in": { words: "slides in", in: NOTES_ONLY, instead: WHEEL },
  "slide-out": { words: "slides out", in: NOTES_ONLY, instead: WHEEL },
  vibrato: { words: "vibrato", in: NOTES_ONLY, instead: WHEEL },
  ghost: { words: "ghost notes", in: NOTES_ONLY, instead: "they are very soft" },
  "wide-vibrato": { words: "the width of a vibrato", in: SIGNS_ONLY },
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
  accent: {
    words: "accents",
    in: SIGNS_ONLY,
    instead: "in MIDI they are loud, and read as accents where that stands out",
  },
  rake: { words: "rakes", in: SIGNS_ONLY },
  arpeggio: { words: "spread chords", in: SIGNS_ONLY },
  tremolo: { words: "tremolo picking", in: SIGNS_ONLY },
  "tremolo-bar": { words: "the tremolo bar", in: SIGNS_ONLY, instead: WHEEL },
};

const SHARED = "where notes of a chord only sound on, or two voices meet on a string";

/** What a format can say, but not everywhere. */
export const SOMEWHERE: Readonly<
  Partial<Record<Feature, { readonly words: string; readonly instead?: string }>>
> = {
  tie: { words: "ties of single notes of a chord" },
  "slide-in": { words: "slides into a note that would be read as coming from the note before" },
  chord: { words: "chord names that nothing is struck under", instead: "the last of them stays" },
  "pick-up": { words: "pick-ups that are not as long as what is in them" },
  place: { words: `places ${SHARED}, or of harmonics that are only heard` },
  "metre-change": {
    words: "changes of metre beside pick-ups or bars that do not add up, or behind all notes",
  },
  "tempo-change": { words: "changes of tempo beside bars that do not add up, or behind all notes" },
  "dead-note": { words: `dead notes ${SHARED}` },
  "let-ring": {
    words: "what is left ringing of single notes of a chord, or of one that sounds on",
  },
  "palm-mute": { words: "palm mutes of what only sounds on, or of one of two voices" },
  bend: { words: "bends of notes that only sound on" },
  vibrato: { words: "vibrato of notes that only sound on" },
  trill: { words: "trills of notes that only sound on" },
  ghost: { words: "ghosts of notes that only sound on" },
  "slide-out": { words: "slides out of notes that only sound on" },
  grace: { words: "graces without a note of their own" },
  "hammer-on": { words: `hammer-ons ${SHARED}` },
  "pull-off": { words: `pull-offs ${SHARED}` },
  slide: { words: `slides ${SHARED}` },
  tap: { words: `taps ${SHARED}` },
  release: { words: `releases ${SHARED}` },
  "natural-harmonic": { words: `harmonics ${SHARED}` },
};
