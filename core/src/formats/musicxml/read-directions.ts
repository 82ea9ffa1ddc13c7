import { childOf, childrenOf, textOf, type XmlElement } from "../xml/read-xml";
import type { RawRepeats, Span } from "./raw";
import { VALUE_OF_TYPE } from "./vocabulary.data";

/** What a direction says: marks of the form, tempo, spans of a technique, and words for the rest. */
export interface Direction {
  readonly section?: string;
  readonly phrase?: string;
  readonly repeats: RawRepeats;
  readonly tempoBpm?: number;
  readonly startsSpans: readonly { readonly span: Span; readonly isOpen: boolean }[];
  /** A dashed line or a bracket begins or ends: it prolongs the words it stands behind. */
  readonly opensLine: boolean;
  readonly closesLine: boolean;
  readonly words: readonly string[];
}

const SPAN_WORDS: readonly (readonly [RegExp, Span])[] = [
  [/^p\.?\s?m\.?[\s.\-–—]*$|^palm mut/iu, "palm-mute"],
  [/^let ring[\s.\-–—]*$|^l\.\s?v\.$/iu, "let-ring"],
];

export function readDirection(element: XmlElement): Direction {
  const types = childrenOf(element, "direction-type").flatMap(({ children }) => children);
  const lines = types.filter(({ name }) => name === "dashes" || name === "bracket");
  const opensLine = lines.some(({ attributes }) => attributes["type"] === "start");
  const closesLine = lines.some(({ attributes }) => attributes["type"] === "stop");
  const startsSpans: { span: Span; isOpen: boolean }[] = [];
  const words: string[] = [];
  let section: string | undefined;
  let phrase: string | undefined;
  let repeats: RawRepeats = {};
  let tempoBpm: number | undefined;
  for (const type of types) {
    switch (type.name) {
      case "rehearsal": {
        const name = type.text.trim().slice(0, 200);
        if (name === "") break;
        // A mark without a frame names a phrase within its section.
        if (type.attributes["enclosure"] === "none") phrase ??= name;
        else section ??= name;
        break;
      }
      case "words": {
        const said = type.text.trim().slice(0, 500);
        const span = SPAN_WORDS.find(([pattern]) => pattern.test(said))?.[1];
        if (span) startsSpans.push({ span, isOpen: opensLine });
        else if (said !== "") {
          const jump = jumpIn(said);
          if (jump) repeats = { ...repeats, ...jump };
          else words.push(said);
        }
        break;
      }
      case "metronome":
        tempoBpm ??= tempoIn(type);
        break;
      case "segno":
        repeats = { ...repeats, segno: true };
        break;
      case "coda":
        repeats = { ...repeats, coda: true };
        break;
      default:
    }
  }
  const sound = childOf(element, "sound");
  const isFeel = childOf(sound, "swing") !== undefined;
  const isTempo = sound?.attributes["tempo"] !== undefined;
  return {
    ...(section !== undefined && { section }),
    ...(phrase !== undefined && { phrase }),
    repeats,
    ...(tempoBpm !== undefined && { tempoBpm }),
    startsSpans,
    opensLine,
    closesLine,
    // Words that only name the tempo or the feel say nothing of a note.
    words: isFeel || isTempo ? [] : words,
  };
}

/** Quarter notes a minute. */
function tempoIn(metronome: XmlElement): number | undefined {
  const value = VALUE_OF_TYPE[textOf(metronome, "beat-unit") ?? ""];
  const perMinute = Number(/[\d.]+/u.exec(textOf(metronome, "per-minute") ?? "")?.[0]);
  if (!value || !(perMinute > 0)) return undefined;
  const dots = childrenOf(metronome, "beat-unit-dot").length;
  const quarters = ((4 * value[0]) / value[1]) * (2 - 2 ** -dots);
  return Math.round(100 * perMinute * quarters) / 100;
}

/** Jumps that are only written as words. */
function jumpIn(words: string): RawRepeats | undefined {
  if (/^d\.?\s?s\.?(\s|$)|^dal segno/iu.test(words)) return { dalSegno: true };
  if (/^d\.?\s?c\.?(\s|$)|^da capo/iu.test(words)) return { daCapo: true };
  if (/^to coda/iu.test(words)) return { toCoda: true };
  return /^fine$/iu.test(words) ? { fine: true } : undefined;
}
