import type { Finding } from "../../foundation/finding";
import { parseTuning } from "../../instrument/parse-tuning";
import { parseCapo, type Capo } from "../../instrument/capo";
import type { Tuning } from "../../instrument/tuning";
import { decoded, mapsOf, type MidiMaps } from "./midi-maps";
import { channelsOf, DRUM_CHANNEL, type MidiChannel } from "./midi-notes";
import { parseMidiFile, type MidiFile } from "./parse-midi";

/** What can be taken from a MIDI file: one player each. */
export interface MidiVoice {
  /** Stays the same for the same file. */
  readonly id: string;
  readonly name: string;
  /** General MIDI, 0–127. */
  readonly program: number | undefined;
  readonly channels: readonly MidiChannel[];
  readonly noteCount: number;
  readonly lowest: number;
  readonly highest: number;
  /** The most that sound together. */
  readonly most: number;
  readonly isDrums: boolean;
  /** Every string has a channel of its own: the first is string 1. */
  readonly isByString: boolean;
  /** The lowest channel its track speaks on, with notes or not: string 1, where it is by string. */
  readonly firstChannel: number;
  /** Said by the file in words, as ours are. */
  readonly tuning: Tuning | undefined;
  readonly capo: Capo | undefined;
  /** A guitar or bass by its programme, name or range: taken where nobody chose. */
  readonly isLikely: boolean;
}

export interface MidiSurvey {
  readonly title: string | undefined;
  readonly file: MidiFile;
  readonly maps: MidiMaps;
  readonly voices: readonly MidiVoice[];
}

/** Reads a MIDI file up to the question which of its voices are wanted. */
export function surveyMidi(bytes: Uint8Array): {
  readonly survey?: MidiSurvey;
  readonly findings: readonly Finding[];
} {
  const { file, findings: found } = parseMidiFile(bytes);
  if (!file) return { findings: found };
  const findings = [...found];
  const maps = mapsOf(file);
  const channels = channelsOf(file);
  const hanging = channels.reduce((sum, channel) => sum + channel.hanging, 0);
  if (hanging > 0) {
    findings.push({
      code: "midi-hanging",
      severity: "warning",
      where: {},
      message: `${hanging} notes were begun twice or never ended: ended where the next begins, or with their track`,
    });
  }
  const voices = file.tracks.flatMap((track) => voicesOfTrack(file, channels, track.index));
  if (voices.length === 0) {
    findings.push({
      code: "no-music",
      severity: "error",
      where: {},
      message: "there is no note in this MIDI file",
    });
    return { findings };
  }
  const isAny = voices.some(({ isLikely }) => isLikely);
  return {
    survey: {
      title: maps.title,
      file,
      maps,
      voices: isAny ? voices : voices.map((voice) => ({ ...voice, isLikely: !voice.isDrums })),
    },
    findings,
  };
}

function voicesOfTrack(
  file: MidiFile,
  channels: readonly MidiChannel[],
  index: number,
): readonly MidiVoice[] {
  const spoken = channels.filter(({ track }) => track === index);
  const own = spoken.filter(({ notes }) => notes.length > 0);
  if (own.length === 0) return [];
  const firstChannel = Math.min(...spoken.map(({ channel }) => channel));
  const words = { ...wordsOf(file, index), firstChannel };
  const programs = [...new Set(own.map(({ program }) => program))];
  // Strings that are sent apart may go on with another program, all of them together.
  const groups = programs.map((program) => own.filter((channel) => channel.program === program));
  const areStrings = groups.every((group) => isByString(group, words.tuning, spoken.length));
  const isSeveral = programs.length > 1;
  if (areStrings) {
    return groups.map((group, at) => {
      const name = words.name ?? `Track ${index + 1}`;
      const sound = isSeveral ? `, ${programName(group[0]!.program) ?? "other"}` : "";
      return voiceOf(at === 0 ? `${index}` : `${index}-${at}`, name + sound, group, true, words);
    });
  }
  const channelCount = new Set(own.map(({ channel }) => channel)).size;
  const ids = new Set<string>();
  return own.map((channel) => {
    const sound = programName(channel.program);
    const name = words.name ?? sound ?? `Track ${index + 1}`;
    const several = channelCount > 1 ? `, channel ${channel.channel + 1}` : "";
    const ofOther = isSeveral && words.name !== undefined && sound ? `, ${sound}` : "";
    const plain = `${index}.${channel.channel}`;
    const id = ids.has(plain) ? `${plain}.${channel.program}` : plain;
    ids.add(id);
    return voiceOf(id, `${name}${several}${ofOther}`, [channel], false, words);
  });
}

/** Four to nine channels that are one line each: the way of instruments that send every string apart. */
function isByString(
  channels: readonly MidiChannel[],
  tuning: Tuning | undefined,
  spoken: number,
): boolean {
  if (tuning && spoken > 1 && spoken <= tuning.length) return true;
  if (channels.length < 4 || channels.length > 9) return false;
  return channels.every(
    ({ notes, channel }) => channel !== DRUM_CHANNEL && mostTogether(notes) === 1,
  );
}

interface TrackWords {
  readonly name: string | undefined;
  readonly tuning: Tuning | undefined;
  readonly capo: Capo | undefined;
}

function wordsOf({ tracks, format }: MidiFile, index: number): TrackWords {
  let name: string | undefined;
  let tuning: Tuning | undefined;
  let capo: Capo | undefined;
  for (const { event } of tracks[index]!.events) {
    if (event.type === "trackName" && (format === 1 || tracks.length > 1 || name === undefined)) {
      name ??= decoded(event.text).trim().slice(0, 200) || undefined;
    }
    if (event.type !== "text") continue;
    const said = decoded(event.text).trim();
    const tuned = /^tuning:\s*(.+)$/iu.exec(said)?.[1];
    const reading = tuned === undefined ? undefined : parseTuning(tuned);
    if (reading?.ok) tuning ??= reading.value.tuning;
    const clamped = /^capo:\s*(.+)$/iu.exec(said)?.[1];
    const read = clamped === undefined ? undefined : parseCapo(clamped, 9);
    if (read?.ok) capo ??= read.value;
  }
  return { name, tuning, capo };
}

function voiceOf(
  id: string,
  name: string,
  channels: readonly MidiChannel[],
  byString: boolean,
  { tuning, capo, firstChannel }: TrackWords & { readonly firstChannel: number },
): MidiVoice {
  const notes = channels.flatMap((channel) => channel.notes);
  const program = channels.find((channel) => channel.program !== undefined)?.program;
  const isDrums = channels.every(({ channel }) => channel === DRUM_CHANNEL);
  let [lowest, highest] = [127, 0];
  for (const { midi } of notes) {
    lowest = Math.min(lowest, midi);
    highest = Math.max(highest, midi);
  }
  const isNamed = /guitar|bass|gtr|banjo|ukulele/iu.test(name);
  const isProgram = program !== undefined && program >= 24 && program <= 39;
  return {
    id,
    name,
    program,
    channels,
    noteCount: notes.length,
    lowest,
    highest,
    most: byString ? channels.length : mostTogether(notes),
    isDrums,
    isByString: byString,
    firstChannel,
    tuning,
    capo,
    isLikely: !isDrums && (isNamed || isProgram || byString),
  };
}

/** How many notes sound together at most. */
function mostTogether(notes: readonly { readonly start: number; readonly end: number }[]): number {
  const edges = notes.flatMap(({ start, end }) => [
    { tick: start, by: 1 },
    // Notes that touch do not sound together; a tick more is how players let go.
    { tick: Math.max(start, end - 2), by: -1 },
  ]);
  edges.sort((a, b) => a.tick - b.tick || a.by - b.by);
  let now = 0;
  let most = 0;
  for (const { by } of edges) most = Math.max(most, (now += by));
  return most;
}

const FAMILIES = [
  "Piano",
  "Chromatic percussion",
  "Organ",
  "Guitar",
  "Bass",
  "Strings",
  "Ensemble",
  "Brass",
  "Reed",
  "Pipe",
  "Synth lead",
  "Synth pad",
  "Synth effects",
  "World",
  "Percussive",
  "Sound effects",
];

/** Of the guitars and basses of General MIDI level 1, from program 24 on. */
const STRINGED = [
  "Nylon guitar",
  "Steel guitar",
  "Jazz guitar",
  "Clean guitar",
  "Muted guitar",
  "Overdriven guitar",
  "Distorted guitar",
  "Guitar harmonics",
  "Acoustic bass",
  "Fingered bass",
  "Picked bass",
  "Fretless bass",
  "Slap bass",
  "Slap bass 2",
  "Synth bass",
  "Synth bass 2",
];

/** What a General MIDI program is: guitars and basses by name, others by their family. */
function programName(program: number | undefined): string | undefined {
  if (program === undefined) return undefined;
  return STRINGED[program - 24] ?? FAMILIES[Math.floor(program / 8)];
}
