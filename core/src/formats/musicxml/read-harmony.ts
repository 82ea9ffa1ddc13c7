import { parseChord, type Chord, type ChordQuality } from "../../pitch/chord";
import type { Alter, PitchClass, Step } from "../../pitch/pitch";
import { childOf, childrenOf, integerOf, textOf, type XmlElement } from "../xml/read-xml";
import { KIND_OF_CHORD } from "./vocabulary.data";

const QUALITY_OF_KIND = new Map(
  Object.entries(KIND_OF_CHORD)
    .filter(([, { degrees }]) => !degrees)
    .map(([quality, { kind }]) => [kind, quality as ChordQuality]),
);

/**
 * A chord symbol as it sounds.
 * @returns the chord; “none” where the file says that no chord sounds; undefined where there is no
 *   root. `isNearest` where the file's chord has tones that ours has not.
 */
export function readHarmony(
  element: XmlElement,
): { readonly chord: Chord | undefined; readonly isNearest: boolean } | undefined {
  const kind = textOf(element, "kind") ?? "major";
  if (kind === "none") return { chord: undefined, isNearest: false };
  const root = named(childOf(element, "root"), "root");
  if (!root) return undefined;
  const bass = named(childOf(element, "bass"), "bass");
  const written = childOf(element, "kind")?.attributes["text"];
  const exact = qualityOf(kind, element);
  const said = written === undefined ? undefined : parseChord(`C${written}`);
  const quality =
    exact ?? (said?.ok ? said.value.quality : undefined) ?? QUALITY_OF_KIND.get(kind) ?? "";
  const isNearest = exact === undefined && !said?.ok;
  return { chord: { root, quality, ...(bass && { bass }) }, isNearest };
}

function qualityOf(kind: string, element: XmlElement): ChordQuality | undefined {
  const degrees = childrenOf(element, "degree")
    .map(
      (degree) =>
        `${textOf(degree, "degree-type")} ${integerOf(degree, "degree-value")} ${integerOf(degree, "degree-alter") ?? 0}`,
    )
    .sort()
    .join();
  if (degrees === "") return QUALITY_OF_KIND.get(kind);
  const found = Object.entries(KIND_OF_CHORD).find(([, one]) => {
    const own = (one.degrees ?? []).map(
      ({ type, value, alter = 0 }) => `${type} ${value} ${alter}`,
    );
    return one.kind === kind && own.sort().join() === degrees;
  });
  return found?.[0] as ChordQuality | undefined;
}

function named(element: XmlElement | undefined, what: "root" | "bass"): PitchClass | undefined {
  const step = textOf(element, `${what}-step`);
  const alter = integerOf(element, `${what}-alter`) ?? 0;
  if (!step || !/^[A-G]$/u.test(step) || Math.abs(alter) > 2) return undefined;
  return { step: step as Step, alter: alter as Alter };
}
