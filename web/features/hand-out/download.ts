import { writeCsv } from "@intonazione/core/formats/csv";
import { writeSongJson } from "@intonazione/core/formats/json";
import { lossesIn, type LossyFormat } from "@intonazione/core/formats/losses";
import { writeMidi } from "@intonazione/core/formats/midi";
import { writeMusicXml, writeMxl } from "@intonazione/core/formats/musicxml";
import { writeTextTab } from "@intonazione/core/formats/text-tab";
import type { PlaceStyle } from "@intonazione/core/neck";
import type { Part, Song } from "@intonazione/core/score";
import { saveAs } from "@/ui/save-as";

/** What a song is written from: as it stands in this window, saved or not. */
export interface Source {
  readonly song: Song;
  readonly part: Part;
  readonly studio: PlaceStyle;
}

/** A kind of file that can be taken away. */
export interface FileWay {
  readonly id: string;
  readonly name: string;
  /** For whom it is, and what is in it. */
  readonly about: (source: Source) => string;
  readonly ending: string;
  readonly type: string;
  readonly write: (source: Source) => Uint8Array | string;
  /** The format, where it cannot say all. */
  readonly lossy?: LossyFormat;
  /** It holds the part at hand only. */
  readonly isOnePart?: true;
}

export const TEXT_TAB: FileWay = {
  id: "text",
  name: "Plain-text tablature",
  about: ({ part }) => `${part.name}, for any text window (.txt)`,
  ending: "txt",
  type: "text/plain;charset=utf-8",
  write: ({ song, part, studio }) => writeTextTab(song, part.id, studio),
  lossy: "text",
  isOnePart: true,
};
export const SONG_JSON: FileWay = {
  id: "json",
  name: "The whole song",
  about: () => "all parts, nothing left out (.json)",
  ending: "json",
  type: "application/json;charset=utf-8",
  write: ({ song }) => writeSongJson(song),
};

export const FILE_WAYS: readonly FileWay[] = [
  TEXT_TAB,
  {
    id: "musicxml",
    name: "MusicXML",
    about: () => "staff and tablature, for any notation program (.musicxml)",
    ending: "musicxml",
    type: "application/vnd.recordare.musicxml+xml",
    write: ({ song }) => writeMusicXml(song),
    lossy: "musicxml",
  },
  {
    id: "mxl",
    name: "MusicXML, packed",
    about: () => "the same in a smaller file (.mxl)",
    ending: "mxl",
    type: "application/vnd.recordare.musicxml",
    write: ({ song }) => writeMxl(song, new Date()),
    lossy: "musicxml",
  },
  {
    id: "midi",
    name: "MIDI",
    about: () => "as it is played, a channel for each string (.mid)",
    ending: "mid",
    type: "audio/midi",
    write: ({ song }) => writeMidi(song, { channelPerString: true }),
    lossy: "midi-by-string",
  },
  {
    id: "midi-part",
    name: "MIDI, a channel for each part",
    about: () => "for programs that mix by channel (.mid)",
    ending: "mid",
    type: "audio/midi",
    write: ({ song }) => writeMidi(song),
    lossy: "midi",
  },
  {
    id: "csv",
    name: "A table of all notes",
    about: () => "bar, count, string, fret, names, Hz (.csv)",
    ending: "csv",
    type: "text/csv;charset=utf-8",
    write: ({ song }) => writeCsv(song),
  },
  SONG_JSON,
];

/** What the file will not say, in words; empty where it says all. */
export function lostIn(way: FileWay, { song, part }: Source): readonly string[] {
  if (!way.lossy) return [];
  const losses = lossesIn(song, way.lossy, way.isOnePart ? part.id : undefined);
  return losses.map(({ message }) => message);
}

export function download(way: FileWay, source: Source): void {
  const { song, part } = source;
  const isApart = way.isOnePart && song.parts.length > 1;
  const name = isApart ? `${song.title} - ${part.name}` : song.title;
  const content = way.write(source);
  const parts = typeof content === "string" ? content : Uint8Array.from(content);
  saveAs(new Blob([parts], { type: way.type }), name, way.ending);
}
