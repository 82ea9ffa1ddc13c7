/** A passage as the string model plays it: what happens to which string when, in plain numbers. */
export interface Passage {
  readonly seconds: number;
  readonly parts: readonly PassagePart[];
}

export interface PassagePart {
  readonly id: string;
  readonly strings: number;
  /** In the order of their times. */
  readonly acts: readonly StringAct[];
  /** In the order of their times. */
  readonly noises: readonly NoiseAct[];
}

/** A string that is sounded, or goes on at another pitch. */
export interface StringAct {
  /** From the start of the passage, in seconds. */
  readonly at: number;
  /** When a hand stops it; before that, the next act on its string takes over. */
  readonly until: number;
  /** 1 is the thinnest. */
  readonly string: number;
  /** What it sounds when nothing bends it. */
  readonly hz: number;
  /** Absent where the string only goes on: a tie, a legato slide. */
  readonly attack?: Attack;
  readonly damping: Damping;
  /** How the pitch moves away from `hz`, straight from point to point; at first and last it stays. */
  readonly course: readonly CoursePoint[];
  readonly wobble?: Wobble;
}

export interface CoursePoint {
  /** Seconds from the act's beginning. */
  readonly at: number;
  readonly cents: number;
}

/** A pitch that swings around its course: vibrato as a sine upwards and down, a trill in steps up. */
export interface Wobble {
  readonly shape: "sine" | "steps";
  readonly cents: number;
  readonly perSecond: number;
}

export interface Attack {
  /** 0–1. */
  readonly strength: number;
  readonly by: "pick" | "finger" | "thumb" | "slap" | "pop" | "hammer" | "pull" | "tap";
}

/** What lies on the string while it sounds. */
export type Damping = "none" | "palm" | "fretting-hand" | "dead";

export type NoiseKind = "body" | "scrape" | "kick" | "snare" | "hat" | "click" | "accented-click";

/** A sound without a string. */
export interface NoiseAct {
  readonly at: number;
  readonly kind: NoiseKind;
  /** 0–1. */
  readonly strength: number;
}

/** Where a course stands, in cents, so many seconds after its act began. */
export function courseAt(course: readonly CoursePoint[], seconds: number): number {
  const [first] = course;
  if (!first) return 0;
  let before = first;
  for (const point of course) {
    if (point.at > seconds) {
      const span = point.at - before.at;
      if (span <= 0) return before.cents;
      const share = Math.max(0, (seconds - before.at) / span);
      return before.cents + share * (point.cents - before.cents);
    }
    before = point;
  }
  return before.cents;
}
