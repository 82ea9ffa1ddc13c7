export { readBarWords, sayBarWords, type BarWords, type BarWordsReading } from "./bar-words";
export { calloutContext, sayString, type CalloutContext } from "./context";
export { CalloutReader, parseCallout, type CalloutReading } from "./parse-callout";
export { printCallout } from "./print-callout";
export { parseForm, phraseLetter, printForm, type FormReading } from "./form-line";
export { readSaid, type SaidReading } from "./read-said";
export { sayEnglish } from "./english/say-english";
export { isEnglish } from "./english/read-english";
