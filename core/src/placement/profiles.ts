import type { Weights } from "./weights";
import { USUAL_WEIGHTS } from "./weights";
import { USUAL_HAND, type PlayerHand } from "./player-hand";

/** What a player cares about, as a studio turns it up or down. */
export const CONCERNS = [
  "movement",
  "stretches",
  "height",
  "open-strings",
  "shapes",
  "string-changes",
  "sameness",
] as const;
export type Concern = (typeof CONCERNS)[number];

/** How much more or less than in the profile it starts from: 0 is not at all, 1 as it is. */
export type Factors = Readonly<Partial<Record<Concern, number>>>;
export const MAX_FACTOR = 4;

/** Which terms a concern turns up and down. */
const TERMS_OF: Readonly<Record<Concern, readonly (keyof Weights)[]>> = {
  movement: ["shiftDistance", "shift", "jump", "shiftUnderLegato", "slideDistance"],
  stretches: ["stretch", "fingers", "barre", "littleFinger"],
  height: ["height", "offCentre", "low", "high", "highWound", "veryHigh", "barHeight", "offTheBox"],
  "open-strings": [
    "openLowest",
    "openShape",
    "open",
    "openAtNut",
    "openUpTheNeck",
    "openAndFretted",
    "openAndFrettedUp",
    "openAmongChords",
    "pedalFretted",
    "barOpen",
  ],
  shapes: [
    "unknownShape",
    "innerMute",
    "shapeChanged",
    "shapeElsewhere",
    "chordAcross",
    "chordLetGo",
  ],
  "string-changes": ["crossing", "skip", "semitoneAcross", "thickString", "bendOnWound"],
  sameness: [
    "samePitchMoved",
    "commonToneMoved",
    "pitchElsewhere",
    "motifReshaped",
    "repeatMoved",
    "pedal",
    "regionLeft",
    "placeLeft",
    "shapeLeft",
    "stringsLeft",
    "shapeCarried",
  ],
};

/** A way of judging places, for whoever it is named after. */
export interface Profile {
  readonly id: string;
  readonly name: string;
  /** Whom it suits, in a line. */
  readonly note: string;
  readonly weights: Weights;
  readonly player: PlayerHand;
}

const withWeights = (weights: Partial<Weights>): Weights => ({ ...USUAL_WEIGHTS, ...weights });

/** The profiles that every studio has. */
export const PROFILES: readonly Profile[] = [
  {
    id: "usual",
    name: "As most teachers would",
    note: "Few shifts, the middle of the neck, shapes that hands know.",
    weights: USUAL_WEIGHTS,
    player: USUAL_HAND,
  },
  {
    id: "first-position",
    name: "First-position beginner",
    note: "Open strings and the first frets, no stretches, few fingers.",
    weights: withWeights({
      height: 3.2,
      offCentre: 0,
      low: 0,
      offTheBox: 0,
      thickString: 0,
      open: -0.4,
      openAtNut: -0.4,
      openAmongChords: 0,
      openLowest: -0.5,
      openUpTheNeck: 0,
      openAndFretted: 0,
      openAndFrettedUp: 0,
      stretch: 2,
      littleFinger: 0.9,
    }),
    player: USUAL_HAND,
  },
  {
    id: "even-tone",
    name: "As even in tone as possible",
    note: "No open string beside fretted ones, few changes of string.",
    weights: withWeights({
      open: 1.6,
      openAtNut: 1.6,
      pedalFretted: 0,
      openShape: 0,
      openLowest: 0.8,
      openUpTheNeck: 1.6,
      openAndFretted: 1.2,
      openAndFrettedUp: 1.2,
      crossing: 0.8,
      skip: 0.8,
      thickString: -0.1,
    }),
    player: USUAL_HAND,
  },
  {
    id: "least-movement",
    name: "Least movement",
    note: "The hand stays where it is as long as it can.",
    weights: withWeights({
      shiftDistance: 2.6,
      shift: 1.8,
      jump: 2,
      offCentre: 0.1,
      low: 0,
      offTheBox: 0,
    }),
    player: USUAL_HAND,
  },
  {
    id: "open-strings",
    name: "Most open strings",
    note: "Lets strings ring open wherever the pitch allows.",
    weights: withWeights({
      open: -1.6,
      openAtNut: -1.6,
      openAmongChords: 0,
      openShape: -1.6,
      openLowest: -1.6,
      openUpTheNeck: 0,
      openAndFretted: 0,
      openAndFrettedUp: 0,
      crossing: 0.2,
      skip: 0.15,
      pitchElsewhere: 0.6,
    }),
    player: USUAL_HAND,
  },
  {
    id: "standing",
    name: "Standing and singing",
    note: "Without looking: no jumps, no stretches, the same places again.",
    weights: withWeights({
      jump: 2.4,
      shiftDistance: 1.6,
      stretch: 2.4,
      littleFinger: 0.9,
      unknownShape: 2.2,
      skip: 0.7,
      pitchElsewhere: 1.8,
      repeatMoved: 0.9,
      high: 1,
    }),
    player: USUAL_HAND,
  },
];

export const USUAL_PROFILE: Profile = PROFILES[0]!;

/** A profile of the studio's own, as it is saved. */
export interface OwnProfile {
  readonly id: string;
  readonly name: string;
  /** The id of the profile it starts from. */
  readonly base: string;
  readonly factors: Factors;
  readonly player: PlayerHand;
}

export const MAX_OWN_PROFILES = 24;

/** The profile that an own one amounts to. */
function profileOf({ id, name, base, factors, player }: OwnProfile): Profile {
  const from = PROFILES.find((profile) => profile.id === base) ?? USUAL_PROFILE;
  const weights: Record<keyof Weights, number> = { ...from.weights };
  for (const concern of CONCERNS) {
    const factor = factors[concern] ?? 1;
    for (const term of TERMS_OF[concern]) weights[term] *= factor;
  }
  return { id, name, note: `Starts from: ${from.name}.`, weights, player };
}

/** The profile with this id, of the studio's own or of everybody's; the usual one where there is none. */
export function profileById(id: string | undefined, own: readonly OwnProfile[] = []): Profile {
  const mine = own.find((profile) => profile.id === id);
  if (mine) return profileOf(mine);
  return PROFILES.find((profile) => profile.id === id) ?? USUAL_PROFILE;
}
