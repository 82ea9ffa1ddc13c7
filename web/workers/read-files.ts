import type { Finding } from "@intonazione/core/foundation";
import { decodeText } from "@intonazione/core/formats/files";
import type { GridWish, Moved } from "@intonazione/core/formats/midi";
import { kindOf, readFile, type FileKind } from "@intonazione/core/formats/open-file";
import { isShelf, readShelf } from "@intonazione/core/formats/shelf";
import type { Song } from "@intonazione/core/score";

/** One player of a MIDI file, for whoever chooses. */
export interface OfferedVoice {
  readonly id: string;
  readonly name: string;
  readonly noteCount: number;
  readonly lowest: number;
  readonly highest: number;
  /** The most that sound together. */
  readonly most: number;
  readonly isDrums: boolean;
  readonly isByString: boolean;
  readonly isLikely: boolean;
}

export interface OpenedFile {
  readonly kind: FileKind;
  readonly song?: Song;
  readonly findings: readonly Finding[];
  /** Of a whole shelf: the titles of its songs, and how many instruments it has. */
  readonly shelf?: { readonly titles: readonly string[]; readonly instruments: number };
  /** Of a text, as it was decoded. */
  readonly text?: string;
  /** Of a MIDI file: what can be taken from it, and how far its notes were moved. */
  readonly voices?: readonly OfferedVoice[];
  readonly moved?: readonly { readonly name: string; readonly moved: Moved }[];
}

/** What of a MIDI file is wanted. */
export interface WantedVoices {
  readonly take?: readonly string[];
  readonly grid?: GridWish;
}

/** Opens a file at the desk. Nothing in it is trusted, and none of it throws. */
export function openFile(
  name: string,
  bytes: Uint8Array,
  wanted: WantedVoices,
  newId: () => string,
): OpenedFile {
  const kind = kindOf(bytes);
  if (kind === "text" && bytes.length <= MOST_TEXT) {
    return { kind, findings: [], text: decodeText(bytes).text };
  }
  if (isShelf(bytes)) {
    const { shelf, findings } = readShelf(bytes);
    if (!shelf) return { kind, findings };
    const titles = shelf.songs.map(({ title }) => title);
    return { kind, findings, shelf: { titles, instruments: shelf.instruments.length } };
  }
  const reading = readFile(name, bytes, { newId, midi: wanted });
  const { voices: all, ...rest } = reading;
  const voices = all?.map(
    ({ channels: _channels, tuning: _tuning, capo: _capo, ...voice }): OfferedVoice => voice,
  );
  return { ...rest, ...(voices && { voices }) };
}

const MOST_TEXT = 6_000_000;
