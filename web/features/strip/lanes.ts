/** Where the lanes of a row stand, from its upper edge, in px. */
export interface Lanes {
  /** Bar numbers and what a bar says of itself: a lane of its own, or the counts' where that is free. */
  readonly head: number;
  readonly chord: number | undefined;
  /** Free words above the line. */
  readonly words: number | undefined;
  readonly count: number | undefined;
  readonly stroke: number | undefined;
  readonly value: number | undefined;
  /** The middle of the marks above the strings. */
  readonly unplaced: number | undefined;
  readonly techniques: number;
  /** The thinnest string. */
  readonly tab: number;
  readonly stringGap: number;
  readonly strings: number;
  /** Size of the figures on the strings. */
  readonly figure: number;
  /** The note values of voice two. */
  readonly voiceTwo: number | undefined;
  readonly mutes: number | undefined;
  readonly lyric: number | undefined;
  readonly finger: number | undefined;
  readonly sounds: number | undefined;
  readonly fingered: number | undefined;
  readonly degree: number | undefined;
  readonly "of chord": number | undefined;
  /** Between the lines of names of notes that sound at once. */
  readonly nameGap: number;
  readonly height: number;
}

/** What a row needs room for, beside its strings. */
export interface LaneWishes {
  readonly strings: number;
  /** The most lines that names of notes at once need. */
  readonly nameLines: number;
  /** “techniques” asks for room above the strings, “head” for a lane of its own. */
  readonly has: ReadonlySet<Exclude<LaneRow, "tab">>;
  /** Close together, where several strips are compared. */
  readonly isCompact?: boolean;
  /** Whether bar numbers need room above the strings. */
  readonly isNumbered?: boolean;
}

type LaneRow = keyof Omit<Lanes, "stringGap" | "strings" | "figure" | "nameGap" | "height">;

const NAME_GAP = 11;
/** Between strings, and the size of the figures on them. */
const USUAL_STRINGS = { gap: 12, figure: 12.5 };
const COMPACT_STRINGS = { gap: 9, figure: 9.8 };

/** Lanes of the same wishes are the same object, so that bars need not be drawn again. */
const known = new Map<string, Lanes>();

export function lanesFor(wishes: LaneWishes): Lanes {
  const key = `${wishes.strings} ${wishes.nameLines} ${wishes.isCompact} ${wishes.isNumbered} ${[...wishes.has].sort().join(" ")}`;
  let lanes = known.get(key);
  if (!lanes) {
    lanes = stack(wishes);
    known.set(key, lanes);
  }
  return lanes;
}

function stack({
  strings,
  nameLines,
  has,
  isCompact = false,
  isNumbered = true,
}: LaneWishes): Lanes {
  const { gap, figure } = isCompact ? COMPACT_STRINGS : USUAL_STRINGS;
  let y = 0;
  const take = (height: number, isWished = true) => {
    if (!isWished) return undefined;
    y += height;
    return y - height / 2;
  };
  const ownHead = take(13, has.has("head"));
  const chord = take(18, has.has("chord"));
  const words = take(13, has.has("words"));
  const count = take(13, has.has("count"));
  const stroke = take(11.5, has.has("stroke"));
  const value = take(30, has.has("value"));
  const unplaced = take(18, has.has("unplaced"));
  const techniques = take(
    has.has("techniques") ? 17 : isCompact && isNumbered && count === undefined ? 9 : 6,
  )!;
  const tab = y + (isCompact ? 3 : 4);
  y = tab + (strings - 1) * gap + 5;
  const voiceTwo = take(22, has.has("voiceTwo"));
  const mutes = take(10, has.has("mutes"));
  const lyric = take(15, has.has("lyric"));
  const finger = take(12, has.has("finger"));
  const names = (isWished: boolean) => {
    if (!isWished) return undefined;
    y += 2;
    const first = y + NAME_GAP / 2;
    y += NAME_GAP * Math.max(1, nameLines);
    return first;
  };
  const sounds = names(has.has("sounds"));
  const fingered = names(has.has("fingered"));
  const degree = names(has.has("degree"));
  const ofChord = names(has.has("of chord"));
  return {
    head: ownHead ?? count ?? techniques,
    chord,
    words,
    count,
    stroke,
    value,
    unplaced,
    techniques,
    tab,
    stringGap: gap,
    strings,
    figure,
    voiceTwo,
    mutes,
    lyric,
    finger,
    sounds,
    fingered,
    degree,
    "of chord": ofChord,
    nameGap: NAME_GAP,
    height: y + 2.5,
  };
}

export function stringY(lanes: Lanes, string: number): number {
  return lanes.tab + (string - 1) * lanes.stringGap;
}
