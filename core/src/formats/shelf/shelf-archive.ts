import { z } from "zod";
import { SONG_STATES, type SongState } from "../../catalogue/wish";
import type { Finding } from "../../foundation/finding";
import type { Instrument } from "../../instrument/instrument";
import type { PlaceStyle } from "../../neck/place-names";
import type { OwnProfile } from "../../placement/profiles";
import type { Song } from "../../score/song";
import type { Takes } from "../../takes/take";
import { isArchive, readArchive, writeArchive } from "../files/archive";
import { decodeText } from "../files/decode-text";
import { fileNameOf } from "../files/file-name";
import { documentOf, readDocument } from "../json/document";
import { INSTRUMENT_FORMAT } from "../json/instrument-json";
import { ownProfilesSchema } from "../json/profile-json";
import { placeStyleSchema } from "../json/schema";
import { readSongJson, writeSongJson } from "../json/song-json";
import { TAKES_FORMAT } from "../json/takes-json";

/** Everything a studio has: its songs, its rack, its way of writing and judging places. */
export interface StudioShelf {
  readonly songs: readonly Song[];
  readonly instruments: readonly Instrument[];
  readonly style: PlaceStyle;
  readonly profiles: readonly OwnProfile[];
  /** How far each song is, in their order; absent in shelves of an earlier release. */
  readonly states?: readonly SongState[];
  /** What stands together, by the places of the songs; absent in the same case. */
  readonly collections?: readonly ShelfCollection[];
  /** The takes of songs that have some; absent in the same case. The sound itself lies beside the shelf. */
  readonly takes?: readonly ShelfTakes[];
}

/** The takes of one song. */
export interface ShelfTakes {
  /** Index of `songs`. */
  readonly song: number;
  readonly takes: Takes;
}

/** Songs with a name, in an order of their own. */
export interface ShelfCollection {
  readonly name: string;
  /** Indices of `songs`. */
  readonly songs: readonly number[];
}

const FORMAT = "intonazione-shelf";
const SCHEMA_VERSION = 1;
const MANIFEST = "shelf.json";

const headSchema = z.object({ format: z.literal(FORMAT), schema: z.int().min(1) });
const manifestSchema = headSchema.extend({
  songs: z.array(z.string()).max(10_000),
  instruments: z.array(z.unknown()).max(1000),
  style: placeStyleSchema,
  profiles: ownProfilesSchema,
  states: z.array(z.enum(SONG_STATES)).max(10_000).optional(),
  collections: z
    .array(
      z.object({
        name: z.string().trim().min(1).max(100),
        songs: z.array(z.int().min(0)).max(10_000),
      }),
    )
    .max(1000)
    .optional(),
  takes: z
    .array(z.object({ song: z.int().min(0), file: z.string() }))
    .max(10_000)
    .optional(),
});

/** A song that is stored and cannot be read. */
export interface UnreadSong {
  readonly title: string;
  readonly why: string;
  /** What is stored of it, piece by piece. */
  readonly texts: readonly string[];
}

/**
 * A whole shelf as one zip: a manifest, and a file of ours for each song. Songs that cannot be read
 * come along as they are stored, beside a list that says why; they are no part of the shelf.
 */
export function writeShelf(
  shelf: StudioShelf,
  modified: Date,
  unread: readonly UnreadSong[] = [],
): Uint8Array {
  const { songs, instruments, style, profiles, states, collections, takes } = shelf;
  const digits = String(songs.length).length;
  const files = songs.map((song, index) => ({
    name: `songs/${String(index + 1).padStart(digits, "0")} ${fileNameOf(song.title, 60)}.json`,
    // Thousands of them have to stay within what may be unpacked.
    content: writeSongJson(song, 0),
  }));
  const takesFiles = takes?.flatMap(({ song, takes: own }) => {
    const file = files[song];
    if (!file) return [];
    const name = file.name.replace(/^songs/u, "takes");
    return [{ song, name, content: JSON.stringify(documentOf(TAKES_FORMAT, own)) }];
  });
  const manifest = {
    format: FORMAT,
    schema: SCHEMA_VERSION,
    songs: files.map(({ name }) => name),
    instruments: instruments.map((one) => documentOf(INSTRUMENT_FORMAT, one)),
    style,
    profiles,
    ...(states && { states }),
    ...(collections && { collections }),
    ...(takesFiles && { takes: takesFiles.map(({ song, name }) => ({ song, file: name })) }),
  };
  const head = { name: MANIFEST, content: `${JSON.stringify(manifest, undefined, 1)}\n` };
  return writeArchive([head, ...files, ...(takesFiles ?? []), ...unreadFiles(unread)], modified);
}

function unreadFiles(unread: readonly UnreadSong[]): { name: string; content: string }[] {
  if (unread.length === 0) return [];
  const list = unread.map(({ title, why }, index) => `${index + 1}. ${title}: ${why}`).join("\n");
  return [
    { name: "unread.txt", content: `These songs could not be read:\n${list}\n` },
    ...unread.map(({ title, texts }, index) => ({
      name: `unread/${index + 1} ${fileNameOf(title, 60)}.txt`,
      content: texts.join("\n"),
    })),
  ];
}

export interface ShelfReading {
  /** Absent where the file is no shelf of ours. */
  readonly shelf?: StudioShelf;
  readonly findings: readonly Finding[];
}

/** Whether a file holds a whole shelf; nothing else of it is unpacked. */
export function isShelf(bytes: Uint8Array): boolean {
  if (!isArchive(bytes)) return false;
  const [manifest] = readArchive(bytes, { isWanted: (name) => name === MANIFEST }).entries;
  return headSchema.safeParse(parsed(manifest?.bytes)).success;
}

/** Reads a shelf back: what can be read of it is there, what cannot is named by its file. */
export function readShelf(bytes: Uint8Array): ShelfReading {
  if (!isArchive(bytes)) return { findings: [say("no-shelf", "this is no zip file")] };
  const { entries, findings: unpacking } = readArchive(bytes);
  const files = new Map(entries.map((entry) => [entry.name, entry.bytes]));
  const document = parsed(files.get(MANIFEST));
  const head = headSchema.safeParse(document);
  if (head.success && head.data.schema > SCHEMA_VERSION) {
    const message = `this shelf is of schema ${head.data.schema}, at most ${SCHEMA_VERSION} is known here: a later Intonazione wrote it`;
    return { findings: [...unpacking, say("schema-too-new", message)] };
  }
  const read = manifestSchema.safeParse(document);
  if (!read.success) {
    const message = `there is no ${MANIFEST} of ours in this archive`;
    return { findings: [...unpacking, say("no-shelf", message)] };
  }
  const manifest = read.data;
  const findings = [...unpacking];
  // Songs that cannot be read are left out: the others move up.
  const places = new Map<number, number>();
  const songs = manifest.songs.flatMap((name, index): Song[] => {
    const content = files.get(name);
    if (!content) {
      findings.push(say("shelf-song-missing", `${name} is missing in the archive`));
      return [];
    }
    const song = readSongJson(decodeText(content).text);
    if (song.ok) {
      places.set(index, places.size);
      return [song.value];
    }
    findings.push(say("shelf-song-unread", `${name}: ${song.error[0]?.message ?? "unreadable"}`));
    return [];
  });
  const instruments = manifest.instruments.flatMap((document, index): Instrument[] => {
    const instrument = readDocument(INSTRUMENT_FORMAT, document);
    if (instrument.ok) return [instrument.value];
    findings.push(
      say("shelf-instrument-unread", `instrument ${index + 1} of the rack cannot be read`),
    );
    return [];
  });
  const { style, profiles } = manifest;
  const states = manifest.states?.filter((_, index) => places.has(index));
  const collections = manifest.collections?.map((one) => ({
    name: one.name,
    songs: one.songs.flatMap((index) => places.get(index) ?? []),
  }));
  const takes = manifest.takes?.flatMap(({ song: index, file }): ShelfTakes[] => {
    const song = places.get(index);
    if (song === undefined) return [];
    const own = readDocument(TAKES_FORMAT, parsed(files.get(file)));
    if (own.ok) return [{ song, takes: own.value }];
    findings.push(
      say("shelf-takes-unread", `${file} cannot be read: its song comes without takes`),
    );
    return [];
  });
  const shelf: StudioShelf = {
    songs,
    instruments,
    style,
    profiles,
    // One state for each song, or none at all.
    ...(states?.length === songs.length && { states }),
    ...(collections && { collections }),
    ...(takes && { takes }),
  };
  return { shelf, findings };
}

function parsed(bytes: Uint8Array | undefined): unknown {
  if (!bytes) return undefined;
  try {
    return JSON.parse(decodeText(bytes).text);
  } catch {
    return undefined;
  }
}

function say(code: string, message: string): Finding {
  return { code, severity: "error", where: {}, message };
}
