import type { Finding } from "../foundation/finding";
import type { CalloutContext } from "./context";
import { isEnglish, readEnglish } from "./english/read-english";
import { parseCallout, type CalloutReading } from "./parse-callout";

export interface SaidReading extends CalloutReading {
  /** How a sentence was understood, in the call-out's own words; absent where it was one already. */
  readonly understood?: string;
}

/** Reads what a teacher says, in sentences or in the call-out's own words. */
export function readSaid(text: string, context: CalloutContext, newId: () => string): SaidReading {
  if (!isEnglish(text)) return parseCallout(text, context, newId);
  const { callout, findings, placeOf } = readEnglish(text, context);
  const reading = parseCallout(callout, context, newId);
  const translated = reading.findings.map((finding): Finding => {
    if (finding.where.column === undefined) return finding;
    return { ...finding, where: { ...finding.where, ...placeOf(finding.where.column) } };
  });
  return { ...reading, findings: [...findings, ...translated], understood: callout };
}
