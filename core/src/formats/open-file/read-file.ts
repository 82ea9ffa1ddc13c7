import type { Finding } from "../../foundation/finding";
import type { Capo } from "../../instrument/capo";
import type { InstrumentFamily } from "../../instrument/instrument";
import type { Tuning } from "../../instrument/tuning";
import { sizeProblem } from "../files/bounds";
import { decodeText } from "../files/decode-text";
import { readSongJson } from "../json/song-json";
import { surveyMidi, type MidiVoice } from "../midi/midi-survey";
import { songOfMidi, type MidiChoice, type MidiSongReading } from "../midi/song-of-midi";
import { readMusicXml } from "../musicxml/read-musicxml";
import { placeParts } from "../reading/place-parts";
import type { SongReading } from "../reading/song-reading";
import { unplacedIn } from "../reading/unplaced";
import { readTextTab } from "../text-tab/read-text-tab";
import { songOfTextTab } from "../text-tab/song-of-text-tab";
import { kindOf, promisedKind, type FileKind } from "./file-kind";

export interface FileOptions {
  readonly newId: () => string;
  /** Tuning and capo that a tablature does not say, or says wrongly. */
  readonly tuning?: Tuning;
  readonly family?: InstrumentFamily;
  readonly capo?: Capo;
  readonly midi?: MidiChoice;
}

export interface FileReading extends SongReading, MidiAnswer {
  readonly kind: FileKind;
}

/** What a MIDI file offers beside the song, for whoever chooses. */
interface MidiAnswer {
  readonly voices?: readonly MidiVoice[];
  /** How far the notes of each taken voice were moved. */
  readonly moved?: MidiSongReading["moved"];
}

const KIND_WORDS: Readonly<Record<FileKind, string>> = {
  musicxml: "MusicXML",
  midi: "a MIDI file",
  json: "a song of ours",
  text: "text",
};

/**
 * Reads any file that may hold a song, by what stands in it. Parts without strings and frets are
 * placed. Never throws on a file; without a `song` there is a finding that says why.
 */
export function readFile(name: string, bytes: Uint8Array, options: FileOptions): FileReading {
  const problem = sizeProblem(name, bytes.length);
  if (problem !== undefined) {
    return {
      kind: promisedKind(name) ?? "text",
      findings: [finding("file-size", "error", problem)],
    };
  }
  const kind = kindOf(bytes);
  const promised = promisedKind(name);
  const mislabelled =
    promised !== undefined && promised !== kind
      ? [
          finding(
            "mislabelled",
            "info",
            `${name} is ${KIND_WORDS[kind]}, whatever its ending says: read as that`,
          ),
        ]
      : [];
  const reading = readKind(kind, name, bytes, options);
  const song = reading.song && kind !== "json" ? placeParts(reading.song) : reading.song;
  return {
    ...reading,
    kind,
    ...(song && { song }),
    findings: [...mislabelled, ...reading.findings, ...(song ? unplacedIn(song) : [])],
  };
}

function readKind(
  kind: FileKind,
  name: string,
  bytes: Uint8Array,
  options: FileOptions,
): SongReading & MidiAnswer {
  const { newId } = options;
  switch (kind) {
    case "musicxml":
      return readMusicXml(bytes, { newId });
    case "midi": {
      const { survey, findings } = surveyMidi(bytes);
      if (!survey) return { findings };
      const reading = songOfMidi(survey, newId, options.midi, name);
      return { ...reading, voices: survey.voices, findings: [...findings, ...reading.findings] };
    }
    case "json": {
      const read = readSongJson(decodeText(bytes).text);
      return read.ok ? { song: read.value, findings: [] } : { findings: read.error };
    }
    case "text": {
      const reading = readTextTab(decodeText(bytes).text, options);
      const hasBars = reading.phrases.length > 0;
      return {
        ...(hasBars && { song: songOfTextTab(reading, newId) }),
        findings: reading.findings,
      };
    }
  }
}

function finding(code: string, severity: Finding["severity"], message: string): Finding {
  return { code, severity, where: {}, message };
}
