import { fileArgument, read, type Outcome } from "./commands";
import { Unusable } from "./failure";
import { capoOption, tuningOption, type Options } from "./options";
import { contextOn } from "./say-command";
import { isTalkFile, readTalkFile } from "./talk-file";

/** A score, or a talk: captions of a lesson, or a text in which no tablature is found. */
export function readScoreOrTalk(options: Options): Outcome {
  const file = fileArgument(options, 1, "read FILE");
  if (isTalkFile(file)) return readTalk(file, options);
  try {
    return read(options);
  } catch (error) {
    const isTalk = error instanceof Unusable && /\.txt$/iu.test(file) && options.values["strings"];
    if (!isTalk) throw error;
    return readTalk(file, options);
  }
}

function readTalk(file: string, options: Options): Outcome {
  const strings = tuningOption(options, "strings");
  if (!strings) throw new Unusable(`${file}: a talk is read with --strings "..."`);
  return readTalkFile(file, contextOn(strings, capoOption(options, "capo")));
}
