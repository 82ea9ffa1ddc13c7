import { writeCsv } from "@intonazione/core/formats/csv";
import { writeSongJson } from "@intonazione/core/formats/json";
import { lossesIn, type LossyFormat } from "@intonazione/core/formats/losses";
import { writeMidi } from "@intonazione/core/formats/midi";
import { writeMusicXml, writeMxl } from "@intonazione/core/formats/musicxml";
import { MAX_WIDTH, MIN_WIDTH, writeTextTab } from "@intonazione/core/formats/text-tab";
import {
  HANDOUT_LANES,
  PAPERS,
  USUAL_HANDOUT,
  type HandoutLane,
  type HandoutOptions,
  type Paper,
} from "@intonazione/core/handout";
import { USUAL_STYLE } from "@intonazione/core/neck";
import { gainsWith, perform } from "@intonazione/core/playing";
import type { Song } from "@intonazione/core/score";
import { fileArgument, type Outcome } from "./commands";
import { Unusable } from "./failure";
import { choiceOption, integerOption, readingOptions, type Options } from "./options";
import { endingOf, partAt, readSongFile, writeWhole } from "./song-files";
import { soundOf } from "./sound";

interface Wishes {
  /** Counted from 1. */
  readonly part: number;
  readonly byString: boolean;
  readonly width: number | undefined;
  readonly handout: HandoutOptions;
}

type Content = Uint8Array | string;

interface Writer {
  readonly write: (song: Song, wishes: Wishes) => Content | Promise<Content>;
  /** The format, where it cannot say all of a song. */
  readonly lossy?: (wishes: Wishes) => LossyFormat;
}

const WRITERS: Readonly<Record<string, Writer>> = {
  ".json": { write: (song) => writeSongJson(song) },
  ".musicxml": { write: writeMusicXml, lossy: () => "musicxml" },
  ".xml": { write: writeMusicXml, lossy: () => "musicxml" },
  ".mxl": { write: (song) => writeMxl(song, new Date()), lossy: () => "musicxml" },
  ".mid": {
    write: (song, { byString }) => writeMidi(song, { channelPerString: byString }),
    lossy: ({ byString }) => (byString ? "midi-by-string" : "midi"),
  },
  ".txt": {
    write: (song, { part, width }) => writeTextTab(song, partAt(song, part).id, USUAL_STYLE, width),
    lossy: () => "text",
  },
  ".csv": { write: writeCsv },
  ".wav": {
    write: (song) => soundOf(song.title, perform(song).passage, 1, gainsWith()).wav,
  },
  // The press is only fetched where something is printed.
  ".pdf": {
    write: async (song, { handout }) => (await press()).handoutPdf(song, handout, new Date()),
  },
  ".svg": {
    write: async (song, { handout }) => (await press()).stripSvg(song, undefined, handout),
  },
  ".png": {
    write: async (song, { handout }) => (await press()).stripPng(song, undefined, handout),
  },
};

function press() {
  return import("@intonazione/press");
}

/** Reads a song in any format and writes it in another, and says what that one cannot carry. */
export async function convert(options: Options): Promise<Outcome> {
  const file = fileArgument(options, 2, "convert IN OUT");
  const target = options.words[1]!;
  const writer = WRITERS[endingOf(target)];
  if (!writer) {
    const endings = Object.keys(WRITERS);
    throw new Unusable(
      `${target}: files end in ${endings.slice(0, -1).join(", ")} or ${endings.at(-1)}`,
    );
  }
  const wishes: Wishes = {
    part: integerOption(options, "part", 1, 99) ?? 1,
    byString: choiceOption(options, "channels", ["string", "part"]) !== "part",
    width: integerOption(options, "width", MIN_WIDTH, MAX_WIDTH),
    handout: handoutOptions(options),
  };
  const { song, findings } = readSongFile(file, readingOptions(options));
  writeWhole(target, await writer.write(song, wishes));
  const format = writer.lossy?.(wishes);
  const partId = format === "text" ? partAt(song, wishes.part).id : undefined;
  const lost = format ? lossesIn(song, format, partId).map(({ message }) => message) : [];
  return { file, findings, output: { written: target, lost } };
}

function handoutOptions(options: Options): HandoutOptions {
  const lanes = options.values["lanes"]?.split(",").filter(Boolean);
  const unknown = lanes?.find((lane) => !(HANDOUT_LANES as readonly string[]).includes(lane));
  if (unknown !== undefined) {
    throw new Unusable(`--lanes must be some of ${HANDOUT_LANES.join(", ")}, got ${unknown}`);
  }
  const paper = choiceOption(options, "paper", Object.keys(PAPERS) as Paper[]);
  return {
    ...USUAL_HANDOUT,
    ...(paper && { paper }),
    ...(lanes && { lanes: new Set(lanes as HandoutLane[]) }),
    footer: options.values["footer"] ?? "",
  };
}
