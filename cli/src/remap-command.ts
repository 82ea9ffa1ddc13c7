import { barNumber } from "@intonazione/core/foundation";
import { NO_CAPO, usualInstrument } from "@intonazione/core/instrument";
import { displayKey, formatPitch } from "@intonazione/core/pitch";
import { explainUnreachable, NO_WISHES, tableFor } from "@intonazione/core/placement";
import {
  BEYONDS,
  changeInWords,
  INTENTS,
  MOST_SEMITONES,
  remapPart,
} from "@intonazione/core/remap";
import { formatFraction } from "@intonazione/core/rhythm";
import { barsBefore, linesOfPart, type Part } from "@intonazione/core/score";
import { DEFAULT_FRETS, fileArgument, neckFor, songJson, type Outcome } from "./commands";
import { Unusable } from "./failure";
import {
  capoOption,
  choiceOption,
  fretsOption,
  integerOption,
  tuningOption,
  type Options,
} from "./options";
import { difficultyJson } from "./plan-json";
import {
  alternativesOption,
  phrasesJson,
  placeWith,
  profileOption,
  withPart,
} from "./place-command";
import { newId, partAt, readSongFile } from "./song-files";

export function remap(options: Options): Outcome {
  const file = fileArgument(options, 1, 'remap IN --to-strings "…"');
  const target = tuningOption(options, "to-strings");
  if (!target) throw new Unusable('remap needs --to-strings, like --to-strings "D A D G B E"');
  const { song, findings } = readSongFile(file);
  const part = partAt(song, integerOption(options, "part", 1, 99) ?? 1);
  const capo = capoOption(options, "to-capo") ?? NO_CAPO;
  const instrument = {
    ...usualInstrument(target, part.instrument.name),
    frets: fretsOption(options) ?? DEFAULT_FRETS,
  };
  neckFor(instrument, capo);
  const within = integerOption(options, "within", 1, MOST_SEMITONES);
  const profile = profileOption(options);
  const moved = remapPart(song, part, { instrument, capo }, newId, {
    intent: choiceOption(options, "intent", INTENTS) ?? "sound",
    beyond: choiceOption(options, "beyond", BEYONDS) ?? "mark",
    ...(within !== undefined && { within }),
    ...(profile && { profile }),
  });
  const set: Part = { ...part, instrument, capo };
  const all = [...findings, ...moved.findings];
  const whole = { ...withPart(song, set, moved.lines), key: moved.key };
  const output = songJson(whole, [set], all);
  const count = alternativesOption(options);
  // The ways to place what was moved; with the same shapes the hand stays where it is.
  const ways =
    count === undefined
      ? undefined
      : placeWith(whole, set, tableFor(whole, set, profile), NO_WISHES, count).advice;
  return {
    file,
    findings: all,
    output: {
      ...output,
      semitones: moved.semitones,
      key: displayKey(moved.key),
      parts: output.parts.map((json) => ({
        ...json,
        phrases: ways
          ? phrasesJson(whole, set, ways, true)
          : linesOfPart(whole, set.id).map((line, index) => ({
              name: whole.phrases.find(({ id }) => id === line.phraseId)!.name,
              ...difficultyJson(moved.difficulty[index]!, barsBefore(whole, line)),
            })),
      })),
      changes: moved.changes.map((change) => ({
        bar: barNumber(change.bar),
        onset: formatFraction(change.onset),
        kind: change.kind,
        pitch: formatPitch(change.pitch),
        ...("to" in change && { to: formatPitch(change.to) }),
        said: changeInWords(change),
      })),
      unreachable: moved.changes.flatMap((change) =>
        change.kind === "marked"
          ? [
              {
                bar: barNumber(change.bar),
                onset: formatFraction(change.onset),
                pitch: formatPitch(change.pitch),
                why: explainUnreachable(change.why),
              },
            ]
          : [],
      ),
    },
  };
}
