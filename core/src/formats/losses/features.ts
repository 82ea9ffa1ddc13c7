import { eventsOf, type Bar } from "../../score/bar";
import { notesOf, type LineEvent, type Note } from "../../score/event";
import { lineOf, type Part, type Song } from "../../score/song";
import type { EventTechnique, Technique } from "../../score/technique";

/** What a song may say, by a name for each thing that some format has no place for. */
export type Feature =
  | Technique["kind"]
  | EventTechnique["kind"]
  | "wide-vibrato"
  | "bend-target"
  | "dead-note"
  | "hit"
  | "place"
  | "unplaced"
  | "pin"
  | "reason"
  | "not-on"
  | "finger"
  | "pluck"
  | "stroke"
  | "cents"
  | "grace"
  | "grace-on-beat"
  | "second-voice"
  | "fermata"
  | "length-unknown"
  | "spoken-time"
  | "lyric"
  | "words"
  | "chord"
  | "metre-change"
  | "tempo-change"
  | "pick-up"
  | "form"
  | "feel"
  | "version"
  | "wishes"
  | "relation"
  | "profile"
  | "string-names"
  | "frets-from"
  | "tone"
  | "song-note"
  | "reference"
  | "build"
  | "other-part";

/** How often each feature occurs in what is written: all parts, or one of them. */
export function countFeatures(song: Song, partId?: string): ReadonlyMap<Feature, number> {
  const counts = new Map<Feature, number>();
  const count = (feature: Feature, times: number | boolean = 1) => {
    const more = Number(times);
    if (more > 0) counts.set(feature, (counts.get(feature) ?? 0) + more);
  };
  const parts = song.parts.filter(({ id }) => partId === undefined || id === partId);
  count("other-part", song.parts.length - parts.length);
  count("form", song.form.length > 0);
  count("feel", song.feel.kind !== "straight");
  count("string-names", song.style.stringSchool !== undefined);
  count("frets-from", song.style.fretsFrom !== undefined);
  count("song-note", song.note !== undefined && song.note !== "");
  count("reference", song.referenceHz !== 440);
  for (const part of parts) countPart(part, count);
  for (const phrase of song.phrases) {
    for (const mark of phrase.marks) {
      count("chord", mark.chords?.length ?? 0);
      count("metre-change", mark.metre !== undefined);
      count("tempo-change", mark.tempoBpm !== undefined);
      count("pick-up", mark.from !== undefined);
    }
    for (const part of parts) {
      const line = lineOf(song, phrase.id, part.id);
      if (!line) continue;
      count("version", line.others.length);
      count("wishes", line.wishes !== undefined);
      count("relation", line.relations?.length ?? 0);
      countBars(line.bars, count);
    }
  }
  return counts;
}

type Count = (feature: Feature, times?: number | boolean) => void;

function countPart({ tone, profile, instrument }: Part, count: Count): void {
  count("tone", tone !== undefined && tone !== "");
  count("profile", profile !== undefined);
  const { strings, actionMm, bodyFret, handed } = instrument;
  const isSaid = strings ?? actionMm ?? bodyFret ?? (handed === "left" ? handed : undefined);
  count("build", isSaid !== undefined);
}

function countBars(bars: readonly Bar[], count: Count): void {
  for (const bar of bars) count("second-voice", bar.voiceTwo !== undefined);
  for (const event of eventsOf(bars)) countEvent(event, count);
}

function countEvent(event: LineEvent, count: Count): void {
  count("fermata", event.fermata === true);
  count("length-unknown", event.lengthUnknown === true);
  count("spoken-time", event.spokenMs !== undefined);
  count("lyric", event.lyric !== undefined);
  count("words", event.note !== undefined);
  if (event.kind === "hit") count("hit");
  if (event.kind !== "notes") return;
  count("stroke", event.stroke !== undefined);
  count("grace", event.grace !== undefined);
  count("grace-on-beat", event.grace === "on-beat");
  for (const { kind } of event.techniques) count(kind);
  for (const note of notesOf(event)) countNote(note, count);
}

function countNote(note: Note, count: Count): void {
  count("pluck", note.pluck !== undefined);
  if (note.kind === "dead") {
    count("dead-note");
    return;
  }
  count(note.place ? "place" : "unplaced");
  count("pin", note.pinned);
  count("reason", note.reason !== undefined);
  count("not-on", note.notOn !== undefined);
  count("finger", note.finger !== undefined);
  count("cents", note.pitch.cents !== undefined);
  for (const technique of note.techniques) {
    count(technique.kind);
    count("wide-vibrato", technique.kind === "vibrato" && technique.width === "wide");
    count("bend-target", technique.kind === "bend" && technique.to !== undefined);
  }
}
