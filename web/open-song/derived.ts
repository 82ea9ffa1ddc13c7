import type { BarIndex } from "@intonazione/core/foundation";
import type { CalloutContext } from "@intonazione/core/callout";
import {
  neckOf,
  placeNamesOf,
  type Neck,
  type PlaceNames,
  type PlaceStyle,
} from "@intonazione/core/neck";
import type { Key } from "@intonazione/core/pitch";
import {
  profileById,
  tableFor,
  type HandTable,
  type OwnProfile,
} from "@intonazione/core/placement";
import type { Metre } from "@intonazione/core/rhythm";
import {
  framesOfPhrase,
  lineOf,
  styleOf,
  type BarFrame,
  type Part,
  type Phrase,
  type Song,
} from "@intonazione/core/score";
import { soundingShift } from "@intonazione/core/theory";

/** What follows from a part; computed once for each, since parts never change in place. */
interface WhatFollows {
  readonly neck: Neck;
  readonly shift: number;
}
const factsOfParts = new WeakMap<Part, WhatFollows>();

function factsOf(part: Part): WhatFollows {
  const known = factsOfParts.get(part);
  if (known) return known;
  const { instrument, capo } = part;
  const facts = { neck: neckOf(instrument, capo), shift: soundingShift(instrument, capo) };
  factsOfParts.set(part, facts);
  return facts;
}

interface KnownTable {
  readonly key: Key;
  readonly profiles: readonly OwnProfile[];
  readonly table: HandTable;
}
const tablesOfParts = new WeakMap<Part, KnownTable>();

/** The hands of a part, judged by its profile; worked out once while part, key and profiles stay. */
export function tableOf(part: Part, key: Key, profiles: readonly OwnProfile[]): HandTable {
  const known = tablesOfParts.get(part);
  if (known?.key === key && known.profiles === profiles) return known.table;
  const table = tableFor({ key }, part, profileById(part.profile, profiles));
  tablesOfParts.set(part, { key, profiles, table });
  return table;
}

export const neckOfPart = (part: Part): Neck => factsOf(part).neck;

/** Semitones from what a shape is called to what it sounds. */
export const shiftOf = (part: Part): number => factsOf(part).shift;

export function partAt(song: Song, partId: string): Part {
  return song.parts.find(({ id }) => id === partId) ?? song.parts[0]!;
}

/** The call-outs of a part, in the song's own style or else the studio's. */
export function contextOf(part: Part, song: Song, studio: PlaceStyle): CalloutContext {
  const { key, metre, tempoBpm } = song;
  return { names: placeNames(part, song, studio), ...factsOf(part), key, metre, tempoBpm };
}

interface KnownFrames {
  readonly metre: Metre;
  readonly tempoBpm: number;
  readonly frames: readonly BarFrame[];
}
const framesOfPhrases = new WeakMap<Phrase, KnownFrames>();

/** What holds in each bar of a phrase; the same list for as long as nothing of it changes. */
export function framesFor(
  { metre, tempoBpm }: Pick<Song, "metre" | "tempoBpm">,
  phrase: Phrase,
  bars: number,
): readonly BarFrame[] {
  const known = framesOfPhrases.get(phrase);
  if (known?.metre === metre && known.tempoBpm === tempoBpm && known.frames.length === bars) {
    return known.frames;
  }
  const frames = framesOfPhrase({ metre, tempoBpm }, phrase, bars);
  framesOfPhrases.set(phrase, { metre, tempoBpm, frames });
  return frames;
}

const namesOfParts = new WeakMap<Part, { readonly style: string; readonly names: PlaceNames }>();

/** How a part's places are called; the same object for as long as part and style stay. */
export function placeNames(part: Part, song: Pick<Song, "style">, studio: PlaceStyle): PlaceNames {
  const own = styleOf(song, studio);
  const style = `${own.stringSchool} ${own.fretsFrom}`;
  const known = namesOfParts.get(part);
  if (known?.style === style) return known.names;
  const names = placeNamesOf(part, own);
  namesOfParts.set(part, { style, names });
  return names;
}

/** What holds in a bar of a part's line. */
export function frameAt(
  song: Song,
  partId: string,
  { phraseId, bar }: { readonly phraseId: string; readonly bar: BarIndex },
): BarFrame {
  const phrase = song.phrases.find(({ id }) => id === phraseId)!;
  const bars = lineOf(song, phraseId, partId)?.bars.length ?? 0;
  return framesFor(song, phrase, bars)[bar]!;
}
