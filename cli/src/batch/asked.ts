import { readFileSync } from "node:fs";
import {
  familyOf,
  parseTuning,
  USUAL_BUILD,
  type Instrument,
  type InstrumentKind,
} from "@intonazione/core/instrument";
import { parseKey, type Key } from "@intonazione/core/pitch";
import { parseMetre, type Metre } from "@intonazione/core/rhythm";
import { newPart, type Part } from "@intonazione/core/score";
import { z } from "zod";
import { DEFAULT_FRETS } from "../commands";
import { Unusable } from "../failure";

const placeSchema = z.tuple([z.int().min(1).max(12), z.int().min(0).max(36)]);

/** What sounds at one moment: sounding pitches as MIDI numbers, lowest first; none in a rest. */
export const eventSchema = z.object({
  d: z.string().max(20),
  midi: z.array(z.int().min(0).max(127)).max(12),
  t: z.array(z.string().max(40)).max(12).default([]),
});
export type AskedEvent = z.infer<typeof eventSchema>;

/** A phrase to be placed, or one that is placed (`places`) for those that come `after` it. */
export const phraseSchema = z.object({
  id: z.string().max(200),
  strings: z.string().max(100),
  capo: z.int().min(0).max(12).default(0),
  instrument: z.string().max(60),
  tempo: z.number().min(20).max(400),
  metre: z.string().max(10),
  key: z.string().max(20).nullish(),
  events: z.array(eventSchema).max(4000),
  alternatives: z.int().min(1).max(6).optional(),
  around: z.int().min(0).max(36).optional(),
  first: placeSchema.optional(),
  after: z.string().max(200).optional(),
  places: z.array(z.array(placeSchema)).optional(),
});
export type AskedPhrase = z.infer<typeof phraseSchema>;

const MOST_BYTES = 64 * 2 ** 20;

/** @throws Unusable where standard input is no JSON list of such items; says which item and field. */
export function readAsked<Item>(schema: z.ZodType<Item>): readonly Item[] {
  const bytes = readFileSync(0);
  if (bytes.length > MOST_BYTES) throw new Unusable("standard input: more than 64 MB");
  let json: unknown;
  try {
    json = JSON.parse(bytes.toString("utf8"));
  } catch (error) {
    throw new Unusable(`standard input: ${error instanceof Error ? error.message : "no JSON"}`);
  }
  const parsed = z.array(schema).safeParse(json);
  if (parsed.success) return parsed.data;
  const [issue] = parsed.error.issues;
  throw new Unusable(`standard input: ${issue!.path.join(".")}: ${issue!.message}`);
}

const KINDS: readonly (readonly [word: RegExp, kind: InstrumentKind])[] = [
  [/slide/iu, "slide"],
  [/bass/iu, "bass"],
  [/baritone/iu, "baritone"],
  [/classical/iu, "classical"],
  [/acoustic/iu, "acoustic"],
];

/** What kind of instrument some words name; an electric guitar where they name no other. */
export function instrumentCalled(words: string): InstrumentKind {
  return KINDS.find(([word]) => word.test(words))?.[1] ?? "electric";
}

/** @throws Unusable where the strings are no tuning. */
export function partFor({
  id,
  strings,
  capo,
  instrument: words,
}: Pick<AskedPhrase, "id" | "strings" | "capo" | "instrument">): Part {
  const kind = instrumentCalled(words);
  const tuning = parseTuning(strings);
  if (!tuning.ok) throw new Unusable(`${id}: strings: ${tuning.error}`);
  const instrument: Instrument = {
    ...USUAL_BUILD[familyOf({ kind })],
    name: words,
    kind,
    tuning: tuning.value.tuning,
    frets: DEFAULT_FRETS,
  };
  return newPart("part", words, { instrument, capo: { fret: capo } });
}

/** @throws Unusable where the key is none; undefined where nobody said one. */
export function keyOf({ id, key }: Pick<AskedPhrase, "id" | "key">): Key | undefined {
  if (key === null || key === undefined) return undefined;
  const parsed = parseKey(key);
  if (!parsed.ok) throw new Unusable(`${id}: key: ${parsed.error}`);
  return parsed.value;
}

/** @throws Unusable where the metre is none. */
export function metreOf({ id, metre }: Pick<AskedPhrase, "id" | "metre">): Metre {
  const parsed = parseMetre(metre);
  if (!parsed.ok) throw new Unusable(`${id}: metre: ${parsed.error}`);
  return parsed.value;
}
