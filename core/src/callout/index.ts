export { readBarWords, sayBarWords, type BarWords, type BarWordsReading } from "./bar-words";
export { calloutContext, sayString, type CalloutContext } from "./context";
export type { Span } from "./item";
export { parseCallout, type CalloutReading } from "./parse-callout";
export { printCallout } from "./print-callout";
export { parseForm, phraseLetter, printForm, type FormReading } from "./form-line";
export {
  readSaid,
  SaidReader,
  type SaidAnswer,
  type SaidQuestion,
  type SaidReading,
} from "./read-said";
export { sayAloud, type Detail } from "./talk/say-aloud";
