import { parseCapo, type Capo } from "../../instrument/capo";
import type { Tuning } from "../../instrument/tuning";
import type { Feel } from "../../rhythm/feel";
import { fraction, type Fraction } from "../../rhythm/fraction";
import { childOf, childrenOf, integerOf, textOf, type XmlElement } from "../xml/read-xml";
import { readTuningPitch } from "./read-pitch";
import { VALUE_OF_TYPE } from "./vocabulary.data";

/** A duration in units of the part; 0 where there is none. */
export function unitsIn(element: XmlElement): number {
  const units = Number(textOf(element, "duration") ?? 0);
  return units > 0 && units < 1e9 ? units : 0;
}

/** What type, dots and tuplet say. */
export function valueIn(element: XmlElement): Fraction | undefined {
  const value = VALUE_OF_TYPE[textOf(element, "type") ?? ""];
  if (!value) return undefined;
  const dots = Math.min(4, childrenOf(element, "dot").length);
  const modification = childOf(element, "time-modification");
  const actual = integerOf(modification, "actual-notes") ?? 1;
  const normal = integerOf(modification, "normal-notes") ?? 1;
  const isTuplet = actual > 0 && normal > 0 && actual < 1000 && normal < 1000;
  const [num, den] = value;
  const dotted = [num * (2 ** (dots + 1) - 1), den * 2 ** dots] as const;
  return isTuplet
    ? fraction(dotted[0] * normal, dotted[1] * actual)
    : fraction(dotted[0], dotted[1]);
}

export function graceOf({ attributes }: XmlElement): "before" | "on-beat" {
  return attributes["steal-time-following"] !== undefined && attributes["slash"] !== "yes"
    ? "on-beat"
    : "before";
}

/** Lines count from the lowest, the thickest string. */
export function tuningIn(details: XmlElement): Tuning | undefined {
  const lines = childrenOf(details, "staff-tuning").map((line) => ({
    line: Number(line.attributes["line"]),
    pitch: readTuningPitch(line),
  }));
  const pitches = lines.sort((a, b) => b.line - a.line).map(({ pitch }) => pitch);
  const known = pitches.filter((pitch) => pitch !== undefined);
  return known.length === pitches.length && known.length >= 4 && known.length <= 9
    ? known
    : undefined;
}

/** `Capo 2`, `capo: 3rd fret`, with the strings where it is partial. */
export function capoIn(words: string): Capo | undefined {
  const match = /^capo:?\s*(?:on\s*)?(?:fret\s*)?(\d{1,2})\b(.*)$/iu.exec(words.trim());
  if (!match) return undefined;
  const covered = /on strings?/iu.test(match[2]!) ? match[2]!.replace(/ and /u, ", ") : "";
  const capo = parseCapo(`${match[1]}${covered}`, 9);
  return capo.ok ? capo.value : undefined;
}

export function feelIn(swing: XmlElement): Feel | undefined {
  const first = integerOf(swing, "first");
  const second = integerOf(swing, "second");
  if (!first || !second || first < second || first > 4 * second) return undefined;
  const unit = textOf(swing, "swing-type") === "16th" ? 16 : 8;
  const kind = /shuffle/iu.test(textOf(swing, "swing-style") ?? "") ? "shuffle" : "swing";
  return { kind, unit, ratio: fraction(first, second) };
}
