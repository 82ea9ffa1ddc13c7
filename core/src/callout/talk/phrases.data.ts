import type { Meaning } from "./atom";
import { COUNTS, FORM } from "./form-phrases.data";
import { Lexicon, type Match } from "./pattern";
import type { Of, Row } from "./phrase-row";
import { FINGERS, LINKS, TECHNIQUES } from "./technique-phrases.data";

/** What phrases of talk mean. Each row: how it is said (see `pattern.ts`), and what it means. */

const TOGETHER: readonly Row[] = [
  [
    "together; at the same time; at once; simultaneously; both together; all together; all at once; at one time; in one go",
    { kind: "together" },
  ],
  [
    "all # at once|together; all # of them|those|these at once|together; strum all? of? it|them|those|these #?; strum it|them|those|these all; strum the # of them; strum|pluck|play|hit all # of them|those; pluck|play|hit those|these # together|strings?",
    { kind: "together", isAll: true },
  ],
  [
    "strum|pluck|play|hit|pick|pinch|sound both of? them|those|these|strings|notes?; strum|pluck|play|hit|pick|pinch|sound those|these two strings|notes? of? them? together?; strum|pluck|play|hit|pick|pinch|sound the two strings|notes of? them? together?; strum|pluck|play|hit|pick|pinch|sound the two of? them together?",
    { kind: "together", pair: 2 },
  ],
  ["together with", { kind: "plus" }],
  ["add|adding", { kind: "added" }],
  ["+; plus; along with; as well as; on top of that?; still with", { kind: "plus" }],
  [
    "double stop; power chord; dyad; two note|string chord; little? two note chord; octaves; octave; an octave; octave shape; chord; that's all one chord; all one chord; three note chord; triad; little chord; small chord; barre chord; bar chord; grip; diad; power chord shape",
    (_, last) => ({ kind: "chord", isPlural: last.endsWith("s") }),
  ],
  ["with|w/", { kind: "with" }],
];

const CORRECTIONS: readonly Row[] = [
  [
    "no? sorry ~ no?; i mean; no no; no wait; wait no?; scratch that; hang on; hold on; or rather; correction; excuse me; oops; no hang on; no hold on; my mistake; no ~ sorry; sorry no; no i mean; no that's wrong; no that's not right; no actually; actually no; let me correct that; make that; strike that; uh no; whoops; sorry i mean|meant; pardon; no not that",
    { kind: "correction" },
  ],
  ["no", { kind: "correction" }],
  ["actually; rather; well", { kind: "correction", isSoft: true }],
];

const DOUBTS: readonly Row[] = [
  [
    "i think|believe|guess; around|about|roughly|near the? #th; around|about|roughly|near fret? #; roughly; approximately; or thereabouts; or is it; or maybe; or perhaps; or possibly; or was it; or something; or so; maybe; perhaps; possibly; i ~ not sure; not ~ sure; not totally|entirely|quite sure; i never remember; i can't remember; i don't remember; i forget; let me think; probably; i guess; might be; could be; one of the two; either; somewhere|something like|around|near|up|about?; around here|there; ish; whichever; whatever; or whatever; i don't know; dunno; no idea; you choose; up to you; i always forget; can't recall; don't recall",
    { kind: "doubt" },
  ],
  ["or", { kind: "or" }],
];

const PLAIN: readonly Row[] = [
  ["from", { kind: "from" }],
  ["to", { kind: "to" }],
  ["for", { kind: "for" }],
  ["and|&", { kind: "and" }],

  ["back", { kind: "filler" }],
  [
    "it; that|this|the one; that|this note; that; this; them; those; these; that last one|note; the? last one|note; another one; each one; the other one; first one; the first one",
    { kind: "pronoun" },
  ],
  [
    "the|your|my|our? first|last|final|opening # note|notes|ones?; the? first|second|last|other half; half of it|that|them",
    { kind: "part" },
  ],
  [
    "the next|other # note|notes|ones?; next # note|notes|ones; those|these # note|notes|ones; one note|thing|bit; one of them|those; only|just? need|use|got? the? one finger; one finger",
    { kind: "filler" },
  ],
  [
    "#th note|one|time|chord|part|ending|half|thing|riff|phrase|pass|round|go|verse|chorus|lick|bit|step|hit|string's|position; in? #th position; for|in a second; just a second; wait a second",
    { kind: "filler" },
  ],
  [
    "on|from the? and|& of #; on beat #; right? on the? # beat; root is? on|at; on the e|ah of #; on the downbeat|upbeat|offbeat of #?; on|for beats # and #",
    { kind: "filler" },
  ],
  [
    "alternate pick|picking|picked?; altogether; in total; of course; in that|this order; the rest; next up; coming up; up next; drop|lose the pick; put the pick down",
    { kind: "filler" },
  ],
  ["comes|come off; lift off; take off", { kind: "filler" }],
  [
    "on both of? them|those|these? strings?; on all # of? them|those|these? strings?",
    { kind: "on-those" },
  ],
  [
    "those two; these two; both; both of them|those|these; two of them together; the two of them",
    { kind: "pronoun", count: 2 },
  ],
  [
    "all of them|those|these|that|this; all of it; drop|take|move|shift|bring the|that|this whole thing|chord|shape|riff|lick|pattern|phrase|bit; the|that|this? whole|entire|exact|very thing|riff|phrase|pattern|lick|shape|chord|figure|bit|lot|idea; it all; everything",
    { kind: "all" },
  ],
  ["hold it|that|this|them? there?; held", { kind: "hold" }],
  [
    "play|hit|pick|strum|pluck|strike|chug|dig|sound it|that|this|them?; chug away?; there's; we've got; you've got",
    { kind: "play" },
  ],
  [
    "rest|pause; rest; silence; wait for; of nothing|silence; of rest|space|air; leave a gap",
    { kind: "rest" },
  ],
];

/** Everything but places, values and everyday words. */
export const PHRASES = new Lexicon<Of>([
  ...LINKS,
  ...TECHNIQUES,
  ...FINGERS,
  ...COUNTS,
  ...FORM,
  ...TOGETHER,
  ...CORRECTIONS,
  ...DOUBTS,
  ...PLAIN,
]);

export function meaningOf(of: Of, match: Match, last: string): Meaning {
  return typeof of === "function" ? of(match, last) : of;
}
