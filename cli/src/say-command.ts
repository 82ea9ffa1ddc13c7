import {
  calloutContext,
  printCallout,
  readSaid,
  sayAloud,
  type CalloutContext,
} from "@intonazione/core/callout";
import {
  NO_CAPO,
  parseTuning,
  STRING_SCHOOLS,
  USUAL_BUILD,
  type Capo,
  type Instrument,
  type StringSchool,
  type TuningReading,
} from "@intonazione/core/instrument";
import { USUAL_STYLE } from "@intonazione/core/neck";
import { parseKey } from "@intonazione/core/pitch";
import { eventsOf } from "@intonazione/core/score";
import { z } from "zod";
import { readAsked } from "./batch/asked";
import { DEFAULT_FRETS } from "./commands";
import { Unusable } from "./failure";
import { capoOption, choiceOption, tuningOption, type Options } from "./options";
import { eventJson, questionJson, slipsJson } from "./said-json";
import { newId } from "./song-files";

const MOST_WORDS = 20_000;
const BATCH = z.object({
  id: z.string().max(200).optional(),
  strings: z.string().max(100),
  capo: z.int().min(0).max(12).optional(),
  names: z.enum(STRING_SCHOOLS).optional(),
  context: z.string().max(MOST_WORDS).nullish(),
  said: z.string().max(MOST_WORDS),
});

/** What a teacher says as events, with what was not understood and what is asked. */
export function say(options: Options) {
  const strings = tuningOption(options, "strings");
  if (!strings) throw new Unusable('say needs --strings, like --strings "E2 A2 D3 G3 B3 E4"');
  const [said, ...more] = options.words;
  if (said === undefined || more.length > 0) throw new Unusable('expected say "TEXT"');
  if (said.length > MOST_WORDS) throw new Unusable(`say: at most ${MOST_WORDS} characters`);
  const names = choiceOption(options, "names", STRING_SCHOOLS);
  const context = contextOn(strings, capoOption(options, "capo"), names);
  return understood(said, context, options.values["context"]);
}

/** A list of things said on standard input, answered in the same order. */
export function sayBatch() {
  return readAsked(BATCH).map(({ strings, capo, names, context, said }, index) => {
    const tuning = parseTuning(strings);
    if (!tuning.ok) throw new Unusable(`item ${index + 1}: strings: ${tuning.error}`);
    const on = contextOn(tuning.value, capo === undefined ? undefined : { fret: capo }, names);
    return understood(said, on, context ?? undefined);
  });
}

/** What is said of an instrument with such strings. */
export function contextOn(
  { tuning, family }: TuningReading,
  capo: Capo = NO_CAPO,
  stringSchool: StringSchool = USUAL_STYLE.stringSchool,
): CalloutContext {
  const build = USUAL_BUILD[family];
  const instrument: Instrument = { ...build, name: family, tuning, frets: DEFAULT_FRETS };
  const key = parseKey("C major");
  if (!key.ok) throw new Error(key.error);
  const frame = { key: key.value, metre: { beats: 4, unit: 4 }, tempoBpm: 120 };
  return calloutContext({ instrument, capo }, frame, { ...USUAL_STYLE, stringSchool });
}

function understood(said: string, context: CalloutContext, before: string | undefined) {
  const barsBefore = before === undefined ? [] : readSaid(before, context, newId).bars;
  const reading = readSaid(said, context, newId, { before: barsBefore });
  const { bars, marks, relations, questions } = reading;
  return {
    events: eventsOf(bars).map((event) => eventJson(event, context)),
    slips: slipsJson(reading),
    questions: questions.map(questionJson),
    callout: printCallout(bars, context, marks, relations),
    words: sayAloud(bars, context, marks),
  };
}
