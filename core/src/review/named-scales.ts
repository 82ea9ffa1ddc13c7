import { isOfKey, type StretchKey } from "../analysis/analyse-song";
import { chromaOf, displayPitchClass } from "../pitch/pitch";
import type { Song } from "../score/song";
import {
  chromasOfScale,
  displayScale,
  parseScaleName,
  scaleKind,
  tonicNear,
  type Scale,
} from "../theory/scale";
import { SCALE_ROWS } from "../theory/scales.data";
import type { ReviewFinding } from "./finding";

const MODES = [...SCALE_ROWS.map(([name]) => name), "ionian", "aeolian"];
/** With a capital or without: the letter before has always one, or “a minor third” were a key. */
const MODE_WORDS = [...MODES]
  .sort((one, other) => other.length - one.length)
  .map((mode) => mode.replace(/^[a-z]/u, (first) => `[${first}${first.toUpperCase()}]`))
  .join("|");
const NO_SCALE = "chord|shape|second|third|sixth|seventh|[2367](?:nd|rd|th)";
const SCALE_WORDS = new RegExp(
  `\\b([A-G])(♯|#|♭|b|[ -]sharp|[ -]flat)?[ -](${MODE_WORDS})\\b(?! (?:${NO_SCALE})\\b)`,
  "gu",
);
/** Words that say: this is what the hand plays. */
const OF_THE_HAND = /\b(?:hand|finger(?:ed|s)?|shapes?|plays? it|capo)\b/iu;
/** Less of the weight than this outside a scale is passing notes. */
const PASSING = 0.12;

/** Scales that a text names, with the words themselves. */
function scalesNamedIn(text: string): readonly { readonly said: string; readonly scale: Scale }[] {
  return [...text.matchAll(SCALE_WORDS)].flatMap(([said, letter, sign = "", mode]) => {
    const alter = /sharp|♯|#/u.test(sign) ? "#" : /flat|♭|b/u.test(sign) ? "b" : "";
    const scale = parseScaleName(`${letter}${alter} ${mode}`);
    return scale.ok ? [{ said, scale: scale.value }] : [];
  });
}

/** Keys and modes that are named in a note, against what is heard where the note stands. */
export function checkNamedScales(
  texts: readonly { readonly text: string; readonly where: ReviewFinding["where"] }[],
  heard: StretchKey,
  shift: number | undefined,
): readonly ReviewFinding[] {
  const { clear } = heard;
  if (!clear) return [];
  return texts.flatMap(({ text, where }) => {
    const named = scalesNamedIn(text);
    if (named.some(({ scale }) => agrees(scale, clear.scale, heard))) return [];
    return named.slice(0, 1).flatMap(({ said, scale }): ReviewFinding[] => {
      const sounding = displayScale(clear.scale);
      const fingered = shift === undefined || shift === 0 ? undefined : moved(scale, shift);
      if (fingered && agrees(fingered, clear.scale, heard)) {
        if (OF_THE_HAND.test(text)) return [];
        const message = `“${said}” is what the hand plays: ${sounding} is what sounds`;
        const evidence = [`capo and tuning move names by ${shift} semitones`];
        return [
          {
            code: "fingered-for-sounding",
            group: "words",
            severity: "warning",
            where,
            message,
            evidence,
          },
        ];
      }
      const message = `a note says “${said}”, but what is played is rather ${sounding}`;
      return [
        {
          code: "key-named-otherwise",
          group: "words",
          severity: "warning",
          where,
          message,
          evidence: heard.evidence,
        },
      ];
    });
  });
}

function moved({ tonic, name }: Scale, shift: number): Scale {
  return { tonic: tonicNear((chromaOf(tonic) + shift + 24) % 12, name), name };
}

/** The same tonic, and nothing much outside; minor in words covers its harmonic and melodic kinds. */
function agrees(named: Scale, heard: Scale, { readings }: StretchKey): boolean {
  if (chromaOf(named.tonic) !== chromaOf(heard.tonic)) return false;
  if (named.name === heard.name) return true;
  const isPlain = named.name === "minor" || named.name === "major";
  const sameFamily = scaleKind(named.name).family === scaleKind(heard.name).family;
  if (isPlain && sameFamily && scaleKind(heard.name).degrees.length !== 7) return true;
  if (/minor/u.test(heard.name) && named.name === "minor") return true;
  const own = readings.find(
    ({ scale }) => scale.name === named.name && chromaOf(scale.tonic) === chromaOf(named.tonic),
  );
  if (own) return own.within > 1 - PASSING && own.score > readings[0]!.score - 0.08;
  const inside = chromasOfScale(named);
  return [...chromasOfScale(heard)].every((chroma) => inside.has(chroma));
}

/** The song's stated key against what is heard in all of it. */
export function checkStatedKey(
  song: Song,
  whole: StretchKey | undefined,
  noteCount: number,
): readonly ReviewFinding[] {
  const clear = whole?.clear;
  if (!clear || noteCount < LEAST_NOTES || isOfKey(clear.scale, song.key)) return [];
  const stated = whole.readings.find(({ scale }) => isOfKey(scale, song.key));
  if (stated && clear.score - stated.score < CLEARLY) return [];
  const key = { tonic: clear.scale.tonic, mode: scaleKind(clear.scale.name).family };
  return [
    {
      code: "key-stated-otherwise",
      group: "words",
      severity: "warning",
      where: {},
      message: `the song is said to be in ${displayPitchClass(song.key.tonic)} ${song.key.mode}, but what is played is rather ${displayScale(clear.scale)}`,
      evidence: whole.evidence,
      mend: { kind: "set-key", key },
    },
  ];
}

const CLEARLY = 0.12;
/** Fewer notes contradict nobody: a song may only have begun. */
const LEAST_NOTES = 12;
