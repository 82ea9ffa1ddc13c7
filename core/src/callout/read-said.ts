import type { Finding } from "../foundation/finding";
import type { CalloutContext } from "./context";
import { isEnglish, readEnglish } from "./english/read-english";
import { CalloutReader, type CalloutReading } from "./parse-callout";

export interface SaidReading extends CalloutReading {
  /** How a sentence was understood, in the call-out's own words; absent where it was one already. */
  readonly understood?: string;
}

/**
 * Reads what a teacher says, in sentences or in the call-out's own words.
 * @param reader One that is kept reads only what is new since it read last.
 */
export function readSaid(
  text: string,
  context: CalloutContext,
  newId: () => string,
  reader = new CalloutReader(),
): SaidReading {
  if (!isEnglish(text)) return reader.read(text, context, newId);
  const { callout, findings, placeOf } = readEnglish(text, context);
  const reading = reader.read(callout, context, newId);
  const translated = reading.findings.map((finding): Finding => {
    if (finding.where.column === undefined) return finding;
    return { ...finding, where: { ...finding.where, ...placeOf(finding.where.column) } };
  });
  return { ...reading, findings: [...findings, ...translated], understood: callout };
}
