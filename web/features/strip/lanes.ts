/** Where the lanes of a row stand, from its upper edge, in px. */
export interface Lanes {
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
  /** The note values of voice two. */
  readonly voiceTwo: number | undefined;
  readonly mutes: number | undefined;
  readonly lyric: number | undefined;
  readonly finger: number | undefined;
  readonly sounds: number | undefined;
  readonly fingered: number | undefined;
  readonly degree: number | undefined;
  readonly "of chord": number | undefined;
  /** Between the names of notes that sound at once. */
  readonly nameGap: number;
  readonly height: number;
}

/** What a row needs room for, beside its strings. */
export interface LaneWishes {
  readonly strings: number;
  /** The most notes of the row that sound at once. */
  readonly mostNotes: number;
  readonly has: ReadonlySet<Exclude<LaneRow, "head" | "techniques" | "tab">>;
}

type LaneRow = keyof Omit<Lanes, "stringGap" | "strings" | "nameGap" | "height">;

const STRING_GAP = 14;
const NAME_GAP = 13;

/** Lanes of the same wishes are the same object, so that bars need not be drawn again. */
const known = new Map<string, Lanes>();

export function lanesFor(wishes: LaneWishes): Lanes {
  const key = `${wishes.strings} ${wishes.mostNotes} ${[...wishes.has].sort().join(" ")}`;
  let lanes = known.get(key);
  if (!lanes) {
    lanes = stack(wishes);
    known.set(key, lanes);
  }
  return lanes;
}

function stack({ strings, mostNotes, has }: LaneWishes): Lanes {
  let y = 0;
  const take = (height: number, isWished = true) => {
    if (!isWished) return undefined;
    y += height;
    return y - height / 2;
  };
  const head = take(15)!;
  const chord = take(18, has.has("chord"));
  const words = take(14, has.has("words"));
  const count = take(17, has.has("count"));
  const stroke = take(16, has.has("stroke"));
  const value = take(30, has.has("value"));
  const unplaced = take(20, has.has("unplaced"));
  const techniques = take(17)!;
  const tab = y + 4;
  y = tab + (strings - 1) * STRING_GAP + 9;
  const voiceTwo = take(22, has.has("voiceTwo"));
  const mutes = take(13, has.has("mutes"));
  const lyric = take(16, has.has("lyric"));
  const finger = take(13, has.has("finger"));
  const names = (isWished: boolean) => {
    if (!isWished) return undefined;
    y += 4;
    const first = y + NAME_GAP / 2;
    y += NAME_GAP * Math.max(1, mostNotes);
    return first;
  };
  const sounds = names(has.has("sounds"));
  const fingered = names(has.has("fingered"));
  const degree = names(has.has("degree"));
  const ofChord = names(has.has("of chord"));
  return {
    head,
    chord,
    words,
    count,
    stroke,
    value,
    unplaced,
    techniques,
    tab,
    stringGap: STRING_GAP,
    strings,
    voiceTwo,
    mutes,
    lyric,
    finger,
    sounds,
    fingered,
    degree,
    "of chord": ofChord,
    nameGap: NAME_GAP,
    height: y + 4,
  };
}

export function stringY(lanes: Lanes, string: number): number {
  return lanes.tab + (string - 1) * lanes.stringGap;
}
