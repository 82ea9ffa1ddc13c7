import { barNumbered, formatBar } from "@intonazione/core/foundation";
import { readFileSync } from "node:fs";
import { familyOf, tuningNames } from "@intonazione/core/instrument";
import { formatPitch, parsePitch, type Pitch } from "@intonazione/core/pitch";
import { formatFraction, parseFraction } from "@intonazione/core/rhythm";
import { linesOfPart, momentsOf, notesOf } from "@intonazione/core/score";
import {
  findTuning,
  questionInWords,
  reasonsFor,
  type FoundTuning,
  type Mark,
} from "@intonazione/core/tuning-finder";
import { z } from "zod";
import { fileArgument, type Outcome } from "./commands";
import { Unusable } from "./failure";
import { integerOption, type Options } from "./options";
import { partAt, readSongFile } from "./song-files";

const MOST_CANDIDATES = 20;

export function findTuningCommand(options: Options): Outcome {
  const file = fileArgument(options, 1, "find-tuning IN");
  const { song, findings } = readSongFile(file);
  const part = partAt(song, integerOption(options, "part", 1, 99) ?? 1);
  const top = integerOption(options, "top", 1, MOST_CANDIDATES) ?? 5;
  const { marks, lowest } = evidenceOption(options);
  const { found, question, evidence } = findTuning({
    phrases: linesOfPart(song, part.id).map(({ bars }) => bars),
    family: familyOf(part.instrument),
    key: song.key,
    marks,
    top,
    ...(lowest && { lowest }),
  });
  const [stray] = evidence.stray;
  if (stray) {
    throw new Unusable(
      `--evidence: nothing sounds in ${formatBar(stray.bar)} at ${formatFraction(stray.onset)}`,
    );
  }
  const output = found.map((one, index) => ({
    ...foundJson(one),
    ...(index === 0 && question && { ask: questionInWords(question) }),
  }));
  return { file, findings, output };
}

function foundJson(found: FoundTuning) {
  return {
    strings: tuningNames(found.tuning),
    name: found.name,
    capo: found.capo,
    score: found.score,
    share: Math.round(1000 * found.share) / 1000,
    tiedWith: found.tiedWith,
    reasons: reasonsFor(found),
    places: found.bars.flat().map((bar) =>
      momentsOf(bar)
        .map(({ events }) => events.flatMap(notesOf))
        .filter((notes) => notes.length > 0)
        .map((notes) =>
          notes.map((note) =>
            note.kind === "dead"
              ? `${note.string}/x`
              : note.place
                ? `${note.place.string}/${note.place.fret}`
                : `${formatPitch(note.pitch)}: nowhere`,
          ),
        ),
    ),
  };
}

const evidenceSchema = z
  .array(
    z.union([
      z.strictObject({ lowest: z.string().max(8) }),
      z.strictObject({
        bar: z.int().min(1).max(100_000),
        onset: z.string().max(20),
        open: z.boolean().exactOptional(),
        rings: z.boolean().exactOptional(),
        bend: z.boolean().exactOptional(),
      }),
    ]),
  )
  .max(1000);

function evidenceOption(options: Options): { marks: readonly Mark[]; lowest?: Pitch } {
  const path = options.values["evidence"];
  if (path === undefined) return { marks: [] };
  const parsed = evidenceSchema.safeParse(readJson(path));
  if (!parsed.success) {
    const [issue] = parsed.error.issues;
    const where = issue!.path.length > 0 ? `${issue!.path.join(".")}: ` : "";
    throw new Unusable(
      `${path}: ${where}expected a list like [{"bar":1,"onset":"0","open":true},{"lowest":"D2"}]`,
    );
  }
  const marks: Mark[] = [];
  let lowest: Pitch | undefined;
  for (const [index, one] of parsed.data.entries()) {
    if ("lowest" in one) {
      const pitch = parsePitch(one.lowest);
      if (!pitch.ok) throw new Unusable(`${path}: ${index}.lowest: ${pitch.error}`);
      lowest = pitch.value;
      continue;
    }
    const onset = parseFraction(one.onset);
    if (!onset.ok) throw new Unusable(`${path}: ${index}.onset: ${onset.error}`);
    marks.push({ ...one, bar: barNumbered(one.bar), onset: onset.value });
  }
  return { marks, ...(lowest && { lowest }) };
}

function readJson(path: string): unknown {
  try {
    return JSON.parse(readFileSync(path, "utf8"));
  } catch (error) {
    throw new Unusable(`${path}: ${error instanceof Error ? error.message : "cannot be read"}`);
  }
}
