import { readFileSync, statSync } from "node:fs";
import { printCallout, type CalloutContext } from "@intonazione/core/callout";
import { readCaptions, talkPhrases } from "@intonazione/core/formats/captions";
import { sizeProblem } from "@intonazione/core/formats/files";
import { eventsOf } from "@intonazione/core/score";
import type { Outcome } from "./commands";
import { Unusable } from "./failure";
import { eventJson, questionJson, slipsJson } from "./said-json";
import { newId } from "./song-files";

/** Files that hold a talk and no score. */
export const isTalkFile = (path: string) => /\.(?:vtt|srt)$/iu.test(path);

/** The phrases of a talk that can be played, with the times at which they are spoken. */
export function readTalkFile(file: string, context: CalloutContext): Outcome {
  const problem = sizeProblem(file, statSync(file).size);
  if (problem !== undefined) throw new Unusable(problem);
  const { cues, findings } = readCaptions(readFileSync(file, "utf8"));
  const { phrases, remarks } = talkPhrases(cues, context, newId);
  const output = {
    remarks,
    phrases: phrases.map(({ text, fromMs, toMs, reading, eventMs }) => ({
      from: fromMs === undefined ? null : fromMs / 1000,
      to: toMs === undefined ? null : toMs / 1000,
      said: text,
      events: eventsOf(reading.bars).map((event) => ({
        ...eventJson(event, context),
        at: eventMs.has(event.id) ? eventMs.get(event.id)! / 1000 : null,
      })),
      slips: slipsJson(reading),
      questions: reading.questions.map(questionJson),
      callout: printCallout(reading.bars, context, reading.marks, reading.relations),
    })),
  };
  return { file, findings, output };
}
