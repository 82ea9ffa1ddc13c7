import { isSameCapo, USUAL_BUILD } from "@intonazione/core/instrument";
import { fret } from "@intonazione/core/neck";
import { formatPitch } from "@intonazione/core/pitch";
import {
  adviseOnLine,
  conflictInWords,
  explainUnreachable,
  lineRequest,
  PROFILES,
  tableFor,
  type Advice,
  type HandTable,
  type PlanOption,
  type Profile,
  type Wishes,
} from "@intonazione/core/placement";
import { remapPart } from "@intonazione/core/remap";
import { barEntries, barsOn, type Finding } from "@intonazione/core/foundation";
import { linesOfPart, momentsOf, notesOf, type Part, type Song } from "@intonazione/core/score";
import { DEFAULT_FRETS, fileArgument, neckFor, songJson, type Outcome } from "./commands";
import { Unusable } from "./failure";
import {
  capoOption,
  choiceOption,
  fretsOption,
  integerOption,
  readingOptions,
  tuningOption,
  type Options,
} from "./options";
import { newId, partAt, readSongFile } from "./song-files";
import { difficultyJson, planJson } from "./plan-json";

const MOST_ALTERNATIVES = 6;

/** How many ways to place each phrase are wanted; undefined where nobody asked. */
export function alternativesOption(options: Options): number | undefined {
  return integerOption(options, "alternatives", 1, MOST_ALTERNATIVES);
}

export function place(options: Options): Outcome {
  const file = fileArgument(options, 1, "place IN");
  const strings = tuningOption(options, "strings");
  const capo = capoOption(options, "capo");
  const profile = profileOption(options);
  const source = readSongFile(file, { tuning: strings, capo, ...readingOptions(options) });
  const number = integerOption(options, "part", 1, 99);
  const count = alternativesOption(options);
  const findings = [...source.findings];
  let { song } = source;
  const chosen = number === undefined ? song.parts : [partAt(song, number)];
  const advised = new Map<string, readonly Advice[]>();
  for (const part of chosen) {
    const instrument = {
      ...part.instrument,
      ...(strings && { tuning: strings.tuning, kind: USUAL_BUILD[strings.family].kind }),
      frets: fretsOption(options) ?? Math.max(DEFAULT_FRETS, part.instrument.frets),
    };
    const set: Part = { ...part, instrument, capo: capo ?? part.capo };
    neckFor(instrument, set.capo);
    // On other strings the old places mean nothing: the part is moved there with its pitches.
    const isMoved = strings !== undefined || !isSameCapo(set.capo, part.capo);
    const lines = isMoved ? remapPart(song, part, set, newId).lines : linesOfPart(song, part.id);
    song = withPart(song, set, lines);
    const table = tableFor(song, set, profile);
    const placed = placeWith(song, set, table, wishesOption(options), count ?? 1);
    song = placed.song;
    advised.set(part.id, placed.advice);
    findings.push(...placed.findings);
  }
  const parts = song.parts.filter((part) => advised.has(part.id));
  const output = songJson(song, parts, findings);
  return {
    file,
    findings,
    output: {
      ...output,
      parts: output.parts.map((json, index) => ({
        ...json,
        phrases: phrasesJson(
          song,
          parts[index]!,
          advised.get(parts[index]!.id)!,
          count !== undefined,
        ),
      })),
    },
  };
}

interface PlacedSong {
  readonly song: Song;
  /** By line, in the order of the phrases. */
  readonly advice: readonly Advice[];
  readonly findings: readonly Finding[];
}

/** Phrase by phrase, each after the one before as it was placed. */
export function placeWith(
  before: Song,
  part: Part,
  table: HandTable,
  wishes: Wishes,
  count: number,
): PlacedSong {
  let song = before;
  const advice: Advice[] = [];
  const findings: Finding[] = [];
  let bar = 0;
  for (const line of linesOfPart(song, part.id)) {
    // The first note is that of the part.
    const { first: _, ...later } = wishes;
    const asked = { ...line.wishes, ...(advice.length === 0 ? wishes : later) };
    const request = lineRequest(song, part, line.phraseId, table, { wishes: asked });
    const own = adviseOnLine(request, table, count);
    advice.push(own);
    const [best] = own.options;
    const lines = song.lines.map((one) =>
      one.phraseId === line.phraseId && one.partId === part.id ? { ...one, bars: best!.bars } : one,
    );
    song = { ...song, lines };
    findings.push(...findingsOf(best!, own, bar));
    bar += line.bars.length;
  }
  return { song, advice, findings };
}

function findingsOf({ bars, unreachable }: PlanOption, { conflicts }: Advice, before: number) {
  const findings: Finding[] = conflicts.map((conflict) => ({
    code: "pins-in-conflict",
    severity: "warning",
    where: { bar: barsOn(conflict.bar, before) },
    message: conflictInWords(conflict, before),
  }));
  for (const [index, bar] of barEntries(bars)) {
    for (const note of momentsOf(bar).flatMap(({ events }) => events.flatMap(notesOf))) {
      const why = unreachable.get(note.id);
      if (!why || note.kind === "dead") continue;
      findings.push({
        code: "unreachable",
        severity: "warning",
        where: { bar: barsOn(index, before) },
        message: `${formatPitch(note.pitch)}: ${explainUnreachable(why)}`,
      });
    }
  }
  return findings;
}

export function phrasesJson(song: Song, part: Part, advice: readonly Advice[], isAsked: boolean) {
  let bar = 0;
  return linesOfPart(song, part.id).map((line, index) => {
    const { options } = advice[index]!;
    const [best] = options;
    const from = bar + 1;
    bar += line.bars.length;
    return {
      name: song.phrases.find(({ id }) => id === line.phraseId)!.name,
      bars: [from, bar],
      ...difficultyJson(best!.difficulty, from - 1),
      proven: best!.isProven,
      ...(isAsked && { alternatives: options.map((option) => planJson(option, from)) }),
    };
  });
}

export function withPart(song: Song, part: Part, lines: Song["lines"]): Song {
  return {
    ...song,
    parts: song.parts.map((one) => (one.id === part.id ? part : one)),
    lines: [...song.lines.filter((line) => line.partId !== part.id), ...lines],
  };
}

export function profileOption(options: Options): Profile | undefined {
  const id = choiceOption(
    options,
    "profile",
    PROFILES.map((profile) => profile.id),
  );
  return PROFILES.find((profile) => profile.id === id);
}

function wishesOption(options: Options): Wishes {
  const around = integerOption(options, "around", 0, 36);
  const text = options.values["first"];
  const match = text === undefined ? undefined : /^(\d)\/(\d{1,2})$/u.exec(text);
  if (text !== undefined && (!match || Number(match[2]) > 36 || match[1] === "0")) {
    throw new Unusable(`--first must be STRING/FRET, like 5/7, got ${text}`);
  }
  const first = match && { string: Number(match[1]), fret: fret(Number(match[2])) };
  return { ...(around !== undefined && { around }), ...(first && { first }) };
}
