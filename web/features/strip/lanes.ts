/** Where the lanes of a row stand, from its upper edge, in px. */
export interface Lanes {
  readonly head: number;
  readonly count: number | undefined;
  readonly value: number | undefined;
  /** The middle of the marks above the strings. */
  readonly unplaced: number | undefined;
  readonly techniques: number;
  /** The thinnest string. */
  readonly tab: number;
  readonly stringGap: number;
  readonly strings: number;
  readonly mutes: number | undefined;
  readonly sounds: number | undefined;
  readonly fingered: number | undefined;
  /** Between the names of notes that sound at once. */
  readonly nameGap: number;
  readonly height: number;
}

export interface LaneWishes {
  readonly strings: number;
  readonly hasCount: boolean;
  readonly hasValue: boolean;
  readonly hasUnplaced: boolean;
  readonly hasMutes: boolean;
  readonly hasSounds: boolean;
  readonly hasFingered: boolean;
  /** The most notes of the row that sound at once. */
  readonly mostNotes: number;
}

const STRING_GAP = 14;
const NAME_GAP = 13;

/** Lanes of the same wishes are the same object, so that bars need not be drawn again. */
const known = new Map<string, Lanes>();

export function lanesFor(wishes: LaneWishes): Lanes {
  const key = JSON.stringify(wishes);
  let lanes = known.get(key);
  if (!lanes) {
    lanes = stack(wishes);
    known.set(key, lanes);
  }
  return lanes;
}

function stack(wishes: LaneWishes): Lanes {
  let y = 0;
  const take = (height: number, isWished = true) => {
    if (!isWished) return undefined;
    y += height;
    return y - height / 2;
  };
  const head = take(15)!;
  const count = take(17, wishes.hasCount);
  const value = take(22, wishes.hasValue);
  const unplaced = take(20, wishes.hasUnplaced);
  const techniques = take(17)!;
  const tab = y + 4;
  y = tab + (wishes.strings - 1) * STRING_GAP + 9;
  const mutes = take(13, wishes.hasMutes);
  const names = (isWished: boolean) => {
    if (!isWished) return undefined;
    y += 4;
    const first = y + NAME_GAP / 2;
    y += NAME_GAP * Math.max(1, wishes.mostNotes);
    return first;
  };
  const sounds = names(wishes.hasSounds);
  const fingered = names(wishes.hasFingered);
  return {
    head,
    count,
    value,
    unplaced,
    techniques,
    tab,
    stringGap: STRING_GAP,
    strings: wishes.strings,
    mutes,
    sounds,
    fingered,
    nameGap: NAME_GAP,
    height: y + 4,
  };
}

export function stringY(lanes: Lanes, string: number): number {
  return lanes.tab + (string - 1) * lanes.stringGap;
}
