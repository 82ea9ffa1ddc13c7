import { isWound } from "../instrument/string-set";
import { neckOf, type Neck } from "../neck/neck";
import type { Key } from "../pitch/key";
import { chromaOf } from "../pitch/pitch";
import type { Part } from "../score/song";
import type { Judgement } from "./cost-model";
import { HandTable } from "./hand-table";
import { USUAL_PROFILE, type Profile } from "./profiles";

/** From here on strings are wound where nobody said what is on: guitars have three plain ones. */
const FIRST_WOUND_STRING = 4;

/**
 * Where the first finger lies in a box of the key: on the tonic of the minor key (or of the relative
 * minor), and a fret below the tonic of a major key, on either of the two thickest strings. Counted
 * from the nut. Where that is the open string, the box lies over the first frets.
 */
function boxesOf({ tonic, mode }: Key, neck: Neck, order: number): readonly number[] {
  const strings = neck.openMidi.length;
  const root = chromaOf(tonic);
  const fingers = mode === "minor" ? [root] : [root - 3, root - 1];
  const boxes = [strings - order].flatMap((string) =>
    fingers.flatMap((chroma) => {
      const first = (((chroma - neck.openMidi[string - 1]!) % 12) + 12) % 12;
      const nut = neck.openOffsets[string - 1]!;
      return [first || 1, first + 12, first + 24].map((fret) => nut + fret);
    }),
  );
  const within = boxes.filter((fret) => fret > neck.capo.fret && fret <= neck.frets);
  return [...new Set(within)].sort((a, b) => a - b);
}

/** Riffs of a guitar centre on its 7th fret; lines of a bass lie lower, where its frets are wide. */
const CENTRE = 7;
const CENTRE_OF_BASS = 5;
/** Necks from here on are a bass's, in mm. */
const BASS_SCALE_MM = 760;

function centreOf({ scaleLengthMm }: Neck): number {
  return scaleLengthMm >= BASS_SCALE_MM ? CENTRE_OF_BASS : CENTRE;
}

/** How a part's lines are judged: its neck and strings, the song's key, and a profile. */
export function judgementOf(
  { instrument, capo }: Pick<Part, "instrument" | "capo">,
  key: Key | undefined,
  profile: Profile = USUAL_PROFILE,
): Judgement {
  const neck = neckOf(instrument, capo);
  const { strings, kind, tuning } = instrument;
  const wound = tuning.map((_, index) => {
    const on = strings?.gauges[index];
    return on ? isWound(on.make) : kind === "bass" || index + 1 >= FIRST_WOUND_STRING;
  });
  return {
    neck,
    wound,
    centre: centreOf(neck),
    withBar: kind === "slide",
    boxes: key && kind !== "bass" ? boxesOf(key, neck, 0) : [],
    sideBoxes: key && kind !== "bass" ? boxesOf(key, neck, 1) : [],
    player: profile.player,
    weights: profile.weights,
  };
}

/** Where only the neck is known. */
function plainJudgement(neck: Neck, profile: Profile = USUAL_PROFILE): Judgement {
  const wound = neck.openMidi.map((_, index) => index + 1 >= FIRST_WOUND_STRING);
  return {
    neck,
    wound,
    centre: centreOf(neck),
    withBar: false,
    boxes: [],
    sideBoxes: [],
    player: profile.player,
    weights: profile.weights,
  };
}

const tables = new WeakMap<Neck, HandTable>();

/** The hands of a neck under the usual judgement, worked out once however often they are asked for. */
export function plainTable(neck: Neck): HandTable {
  let table = tables.get(neck);
  if (!table) {
    table = new HandTable(plainJudgement(neck));
    tables.set(neck, table);
  }
  return table;
}
