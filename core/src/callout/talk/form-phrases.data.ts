import type { Row } from "./phrase-row";

/** How often something comes, and how what was said comes again. */

export const COUNTS: readonly Row[] = [
  ["twice; two times; double it; thats twice", { kind: "count", times: 2, of: "last" }],
  ["once; one time; just? once; just? the once", { kind: "count", times: 1, of: "last" }],
  ["thrice", { kind: "count", times: 3, of: "last" }],
  [
    "# times|time|hits; strum|pluck it|them|that|those # times; # times in a row; # of them|those|these|em|'em; # in a row; for # notes|hits; do|play|hit it|that|this # times",
    ({ numbers }) => ({ kind: "count", times: numbers[0]!, of: "last" }),
  ],
  [
    "all of it # times; the? whole thing # times; the? whole lot # times; all that # times; everything # times; do|play|repeat|loop|run|go|take all|everything|that of? it|that? # times; that # times; do|play|repeat|loop|run that|this # times; do|play|repeat|loop|run the? whole thing # times; repeat # times; repeat # x; repeat x #; loop # times; all x #; whole thing x #; that goes round? # times; play|do all of it|that # times; go around|round|over|through it|that? # times; # times through|over|around|round",
    ({ numbers }) => ({ kind: "count", times: numbers[0]!, of: "all" }),
  ],
  [
    "all of it twice; the? whole thing twice; the? whole lot twice; all that twice; everything twice; that twice; do|play|repeat|loop|run that|this|it twice; do|play|repeat|loop|run the? whole thing twice; whole thing happens twice; that goes round? twice; twice through|over|around|round",
    { kind: "count", times: 2, of: "all" },
  ],
  ["all of it once; that once; the? whole thing once", { kind: "count", times: 1, of: "all" }],
  [
    "that whole? thing happens # times; the whole? thing happens # times; happens # times",
    ({ numbers }) => ({ kind: "count", times: numbers[0]!, of: "all" }),
  ],
  ["that whole? thing happens twice; happens twice", { kind: "count", times: 2, of: "all" }],
  [
    "# more times|time|rounds; another # times; # times more; go round|around it|that? # more times",
    ({ numbers }) => ({ kind: "count", times: numbers[0]!, of: "more" }),
  ],
  [
    "two more times; twice more; go round|around it|that? two more times",
    { kind: "count", times: 2, of: "more" },
  ],
  [
    "one more time; one last|final time; once more; one more round; another time; a second time; another round; do|play it|that one more time",
    { kind: "count", times: 1, of: "more" },
  ],
  [
    "a? couple of? times|rounds; a? few times|rounds; several times; a? bunch of times; some times; a? number of times; for a while; a? few more times; keep ~ going; keep on going; over and over; a? couple more times; many times; loads of times; round and round; loop ~ it|that?; on repeat; for a few rounds",
    { kind: "vague-count" },
  ],
  [
    "a? couple|few|bunch of? notes|hits; some notes; several notes; a? couple of? those|these|them; a few of those|these|them",
    { kind: "unread", why: "how many" },
  ],
  ["for|over a beat and a half; for|over one and a half beats", { kind: "beats", beats: 1.5 }],
  ["for|over half a beat; for|over a? half beat", { kind: "beats", beats: 0.5 }],
  ["for|over # and a half beats", ({ numbers }) => ({ kind: "beats", beats: numbers[0]! + 0.5 })],
  ["for|over # bars|measures|beats", ({ numbers }) => ({ kind: "beats", beats: numbers[0]! })],
];

export const FORM: readonly Row[] = [
  ["next bar; new bar; bar line; next measure; new measure; barline", { kind: "bar-line" }],
  [
    "repeat bar|measure #; same as bar|measure #; like bar|measure #; back to bar|measure #; go to bar|measure #; bar|measure # again; play bar|measure # again; copy bar|measure #; exactly? like bar|measure #; just like bar|measure #; the same as bar|measure #",
    ({ numbers }) => ({ kind: "bar-again", bar: numbers[0]! }),
  ],
  [
    "repeat|like|as the first|1st bar|measure; back to the first|1st bar|measure",
    { kind: "bar-again", bar: 1 },
  ],
  [
    "repeat|like|as the #th bar|measure; back to the #th bar|measure",
    ({ numbers }) => ({ kind: "bar-again", bar: numbers[0]! }),
  ],
  ["that bar again; same bar again", { kind: "bar-again", bar: 0 }],
  ["bar|measure #", ({ numbers }) => ({ kind: "bar", bar: numbers[0]! })],
  ["first|1st bar|measure", { kind: "bar", bar: 1 }],
  ["#th bar|measure", ({ numbers }) => ({ kind: "bar", bar: numbers[0]! })],
  [
    "same again; same on|at; again but|only|except with?; same thing again?; same as before|above|that|last; as before; like before; the same as before; same notes ~ order?; do that|this|it on; the? exact|very|whole? same thing|shape|riff|pattern|notes|lick|phrase|bit|figure; same riff|figure|phrase|lick|pattern|shape|bit|idea|part|run|thing|rhythm|notes|motif|line|chord|again again?; same bit again; same one again?; that again; repeat that|it|this; do|play that|it|this again; that whole? thing again; the? whole thing again; all that again; play|do|repeat it|that|this over; that|the same figure|riff|pattern|shape; that exact|very? figure|riff|pattern|shape|lick|phrase|bit; repeat; repeat ~ bit|riff|phrase|pattern|figure|lick|part; identical; back to the start|beginning|top; back to where we|you started; rinse and repeat; the|do|play exact|very? same; same exact thing; it's the same; the same",
    { kind: "same" },
  ],
  [
    "same order; same notes same order; in the same order; same rhythm as before",
    { kind: "filler" },
  ],
  ["again; once again; yet again", { kind: "again" }],
  ["hit|play|pick|strum|pluck|strike ~ it|that|them again; again on it", { kind: "again" }],
  ["on|at the same fret; same fret", { kind: "same-fret" }],
  [
    "except|but|only|just? the|that? last note|one is|becomes|be; change|swap the|that last|final note|one to|for|into; instead of the|that last|final note|one|bit; the|that? last note|one changes to; with the|that? last note|one; end|finish ~ off? ~ on|with|in; round ~ off with; ends on; land on; only you end on; but end|finish on|with; finishing on|with",
    { kind: "ends-on" },
  ],
  ["it|that|this|those|the same one? , but; it|that|this but", { kind: "same" }],
  ["the|that? last|final note|one is|be|becomes a?", { kind: "ends-on" }],
  ["back up|down|over? to the first one|note|chord|shape|grip", { kind: "back-to-first" }],
  [
    "up by? # fret; # fret up|higher than?; move ~ up by? # fret; go up by? # fret; shift ~ up by? # fret; shift|move|take|bring it|that all up by? # fret; # fret further up; # fret above",
    ({ numbers }) => ({ kind: "move", frets: numbers[0]! }),
  ],
  [
    "down by? # fret; # fret down|lower|back; back # fret; move ~ down|back by? # fret; shift|move|take|bring it|that all down by? # fret; # fret below; go down # fret; shift ~ down # fret; come back|down # fret; drop ~ down? # fret",
    ({ numbers }) => ({ kind: "move", frets: -numbers[0]! }),
  ],
  [
    "up a fret; a fret up|higher|above; a fret above that|it|this; up a half step; a half step up|higher; half step up|higher; a semitone up|higher; up a semitone",
    { kind: "move", frets: 1 },
  ],
  [
    "down a fret; a fret down|lower|back|below; a fret below that|it|this; back a fret; down a half step; a half step down|lower; half step down|lower; a semitone down|lower; down a semitone",
    { kind: "move", frets: -1 },
  ],
  [
    "up a whole step; a whole step up|higher; whole step up|higher; a tone up|higher; up a tone",
    { kind: "move", frets: 2 },
  ],
  [
    "down a whole step; a whole step down|lower; whole step down|lower; a tone down|lower; down a tone",
    { kind: "move", frets: -2 },
  ],
  ["up an|one octave; an|one? octave up|higher|above ~ from? there?", { kind: "move", frets: 12 }],
  [
    "down an|one octave; an|one? octave down|lower|below ~ from? there?",
    { kind: "move", frets: -12 },
  ],
  [
    "# string higher|up; up # string; a string higher|up; up a string",
    ({ numbers }) => ({ kind: "move", strings: -(numbers[0] ?? 1) }),
  ],
  [
    "# string lower|down; down # string; a string lower|down; down a string",
    ({ numbers }) => ({ kind: "move", strings: numbers[0] ?? 1 }),
  ],
  [
    "# string over ,? toward|towards the thin|thinner|thinnest|high|higher|treble string|side|one?; one|a string over ,? toward|towards the thin|thinner|high|higher string|side|one?; over # string ,? toward|towards the thin|thinner|thinnest|high|higher|treble string|side|one?; over a|one string ,? toward|towards the thin|thinner|high|higher string|side|one?",
    ({ numbers }) => ({ kind: "move", strings: -(numbers[0] ?? 1) }),
  ],
  [
    "# string over ,? toward|towards the thick|thicker|thickest|low|lower|bass string|side|one?; one|a string over ,? toward|towards the thick|thicker|low|lower string|side|one?; over # string ,? toward|towards the thick|thicker|thickest|low|lower|bass string|side|one?; over a|one string ,? toward|towards the thick|thicker|low|lower string|side|one?",
    ({ numbers }) => ({ kind: "move", strings: numbers[0] ?? 1 }),
  ],
  [
    "# string over|across; one|a string over|across; over a|one string; next string|strings; the string above|below; up a bit; down a bit; a bit higher|lower; up|down a little; somewhere higher|lower|else; a little higher|lower; up|down some; up|down a few frets; a few frets up|down|higher|lower; a couple of? frets up|down|higher|lower; up|down a couple of? frets; further up|down",
    { kind: "move", isVague: true },
  ],
  [
    "move|shift|take|bring|drag the|that|this whole? chord|thing|shape|grip|pattern up|down|back|over? to; move|shift|take|bring|drag the|that|this whole? chord|thing|shape|grip|pattern up|down|back|over? to where the|your? first|index|lowest? finger is|be|at|on at|on?",
    { kind: "move-to" },
  ],
  [
    "up|down|over|back? to where the|your first|index|lowest? finger at|on|is|be on|at?; up|down|over|back? to where it's at|on",
    { kind: "move-to" },
  ],
  [
    "slide ~ up # fret; slide ~ up a fret",
    ({ numbers }) => ({ kind: "move", frets: numbers[0] ?? 1, isSlide: true }),
  ],
  [
    "slide ~ down|back # fret; slide ~ down|back a fret",
    ({ numbers }) => ({ kind: "move", frets: -(numbers[0] ?? 1), isSlide: true }),
  ],
  ["not on|at? the?", { kind: "instead" }],
  [
    "without picking|plucking|striking ~ again?; without re picking|plucking; as|while|when it|that|they ring; as it rings",
    { kind: "filler" },
  ],
  [
    "all the way through?; throughout; the whole time|way; all through; through|for the whole thing|bit|part; for all of this|it; the entire time|way",
    { kind: "throughout" },
  ],
  [
    "the? exact|complete? opposite|reverse; backwards|backward; in reverse; back to front; mirror|mirrored ~; upside down; the other way around|round; inverted; back to the first riff|part|bit|lick|section|phrase|pattern|figure; the first riff|lick|phrase again; back to the main|other|opening|second riff|part|bit|lick|section|phrase; back to the? verse|chorus|intro|bridge|outro riff|part|bit|lick|section|phrase?",
    { kind: "unknown-reference" },
  ],
  [
    "instead of; in place of; instead of that last?; instead of the last|first?; rather than",
    { kind: "instead" },
  ],
  [
    "second|third|fourth|2nd|3rd|4th ending ~ go|goes|is|ends|has ~ to|on|with?",
    { kind: "next-ending" },
  ],
  ["leave ~ off|out|away; skip; without; minus; drop the", { kind: "leave-out" }],
  [
    "leave the? last|first|second note|one off|out|away; drop|skip the? last note|one",
    { kind: "unread", why: "what is left out" },
  ],
  ["in? between them|those|these", { kind: "unread", why: "what lies between" }],
  ["and so on; and so forth; etcetera; etc", { kind: "unread", why: "how it goes on" }],
  ["every fret|string|note", { kind: "unread", why: "which ones are meant" }],
  ["except; but not; all but; apart from", { kind: "unread", why: "what is left out" }],
  ["the? root note?", { kind: "note-name" }],
  ["a|some high|low|higher|lower|bent|long note|notes; a couple more notes", { kind: "note-name" }],
  ["backwards; in reverse; reverse; other way round|around", { kind: "unread", why: "the order" }],
  [
    "one of those|these riffs|licks|songs|things|lines|parts|phrases; flat across; lay|laid ~ flat; from the top|beginning; right? off the bat; the octave; one after the? other|another; one by one; separately; individually; one at a time; in|on between|top; first of all; first off; last of all; bar|barre|flatten; thirds|fourths|fifths|sixths ~ going|moving|climbing|walking up|down; climb|walk up|down; rhythm wise; all; instead; real quick|fast; put ~ down; skip ~ up|down|back? over|across|up|down? to; skip ~ over|across|up|down|back",
    { kind: "filler" },
  ],
  ["start ~ on|at|from", { kind: "starts-on" }],
  [
    "up|down to start on|at|from; so it|that starts on|at|from; so that it starts on|at|from",
    { kind: "move-to", isFirst: true },
  ],
  [
    "#th time round|around|through|by?; next time round|around|through|by?; on the second|third|fourth|fifth|sixth|eighth you|we|it|i; on the second|third|fourth|fifth|sixth|eighth time|go|pass you|we|it|i?",
    { kind: "next-time" },
  ],
  ["at the end|finish; as the last note; for the last note|one", { kind: "at-end" }],
  [
    "on the last one|go; on that last one end|finish|stop; on that last go; on? the last time|round|pass through?|around?|round?; last time through?|around?|round?; the final time|round; fourth time through?",
    { kind: "last-time" },
  ],
];
