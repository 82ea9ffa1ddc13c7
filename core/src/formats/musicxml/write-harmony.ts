import type { PitchClass } from "../../pitch/pitch";
import type { ChordAt } from "../../score/frame";
import { subtract, type Fraction } from "../../rhythm/fraction";
import { leaf, node, type XmlNode } from "../xml/write-xml";
import { KIND_OF_CHORD } from "./vocabulary.data";
import { unitsOf } from "./write-note";

/** A chord at its moment of the bar, as it sounds; written at the start of the bar. */
export function harmonyElement({ at, chord }: ChordAt, from: Fraction, divisions: number): XmlNode {
  const units = unitsOf(subtract(at, from), divisions);
  const offset = units !== 0 && leaf("offset", units);
  if (!chord) {
    const root = node("root", {}, leaf("root-step", "C", { text: "" }));
    return node("harmony", {}, root, leaf("kind", "none", { text: "N.C." }), offset);
  }
  const { kind, degrees = [] } = KIND_OF_CHORD[chord.quality];
  return node(
    "harmony",
    {},
    named("root", chord.root),
    leaf("kind", kind, { text: chord.quality }),
    chord.bass && named("bass", chord.bass),
    degrees.map(({ value, alter = 0, type }) =>
      node(
        "degree",
        {},
        leaf("degree-value", value),
        leaf("degree-alter", alter),
        leaf("degree-type", type),
      ),
    ),
    offset,
  );
}

function named(what: "root" | "bass", { step, alter }: PitchClass): XmlNode {
  return node(what, {}, leaf(`${what}-step`, step), alter !== 0 && leaf(`${what}-alter`, alter));
}
