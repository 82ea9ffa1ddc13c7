import type { Meaning } from "./atom";
import type { Match } from "./pattern";
import { Lexicon } from "./pattern";

/** What phrases of talk mean. Each row: how it is said (see `pattern.ts`), and what it means. */

type Of = Meaning | ((match: Match, last: string) => Meaning);
type Row = readonly [phrases: string, meaning: Of];

const TO = new Set(["to", "onto", "into"]);
const hasTo = (last: string) => TO.has(last);

const LINKS: readonly Row[] = [
  [
    "hammer ~ on|onto ~ to|onto?; hammer ~ to|onto; hammer",
    (_, last) => ({ kind: "link", link: "hammer-on", hasTo: hasTo(last) }),
  ],
  [
    "pull ~ off ~ to|onto?; pull ~ to; pull; flick ~ off ~ to?",
    (_, last) => ({ kind: "link", link: "pull-off", hasTo: hasTo(last) }),
  ],
  [
    "slide ~ up|down ~ to; slide ~ to; slide; slide ~ up|down|back",
    (_, last) => ({ kind: "link", link: "slide", hasTo: hasTo(last) }),
  ],
  ["slide ~ in|into; slide in to", { kind: "slide-in" }],
  ["slide ~ up ~ in|into", { kind: "slide-in", from: "below" }],
  ["slide ~ down ~ in|into", { kind: "slide-in", from: "above" }],
  [
    "from below|nowhere|wherever|anywhere|underneath; from a? few|couple of? frets below|back|lower|down; from down low",
    { kind: "slide-from", from: "below" },
  ],
  ["from above", { kind: "slide-from", from: "above" }],
  [
    "slide ~ up ~ off|out of? it?",
    { kind: "technique", technique: { kind: "slide-out", to: "above" } },
  ],
  [
    "slide ~ out of? it|that|this? one?; slide ~ off of? it|that?; slide ~ down ~ off|out of? it?; slide ~ away; fall ~ off",
    { kind: "technique", technique: { kind: "slide-out", to: "below" } },
  ],
  ["tap ~ on?", { kind: "link", link: "tap", hasTo: false }],
];

const TECHNIQUES: readonly Row[] = [
  [
    "wide|big|heavy|huge vibrato; vibrato nice? and? wide; really? wide vibrato",
    { kind: "technique", technique: { kind: "vibrato", width: "wide" } },
  ],
  [
    "vibrato; a? little bit of vibrato; slight|little|light|narrow|gentle|slow|fast|quick vibrato; some|bit? of? vibrato; shake ~ it|that; wiggle ~ it|that; wobble ~ it|that|note; wobble; shake ~ that note",
    { kind: "technique", technique: { kind: "vibrato", width: "narrow" } },
  ],
  [
    "let ~ ring ~ out|over|on|through?; let all|those|these two|three|four|five|six|# of? them? ring ~ out|over|on|through?; ring ~ out|over|on; ring; sustain ~ it|that",
    { kind: "technique", technique: { kind: "let-ring" } },
  ],
  ["ghost note|it|that?; ghosted", { kind: "technique", technique: { kind: "ghost" } }],
  [
    "damped; damp it|that; choke it|that",
    { kind: "technique", technique: { kind: "fret-hand-mute" } },
  ],
  [
    "with the slide bar; slide bar; with the bottleneck",
    { kind: "technique", technique: { kind: "slide-bar" } },
  ],
  ["shift slide ~ to?", (_, last) => ({ kind: "link", link: "shift-slide", hasTo: hasTo(last) })],
  ["tied over; held over; tie it|that over; hold it|that over", { kind: "tied" }],
  ["a? knock on the body; a? body knock", { kind: "hit", sound: "body" }],
  ["a? pick scrape; scrape the string", { kind: "hit", sound: "scrape" }],
  ["a? fermata; with a fermata; hold|held as long as you like", { kind: "fermata" }],
  ["the? low|lower|thick|bottom one", { kind: "side", isLow: true }],
  ["the? high|higher|thin one", { kind: "side", isLow: false }],
  ["pinned; pin it|that there?", { kind: "pinned" }],
  ["free rhythm; no rhythm yet; rhythm open", { kind: "value-unknown" }],
  ["all in one bar", { kind: "bar-line" }],
  ["that bar again; same bar again", { kind: "bar-again", bar: 0 }],
  ["natural? harmonic", { kind: "technique", technique: { kind: "natural-harmonic" } }],
  [
    "pinch|squeal harmonic; pinched harmonic; pinch squeal",
    { kind: "technique", technique: { kind: "pinched-harmonic", partial: 2 } },
  ],
  ["with a slide", { kind: "unread", why: "what slides" }],
  ["grace; grace note", { kind: "unread", why: "the grace note" }],
  [
    "swing|shuffle these|those|the|them|it eighths?|notes?|rhythm?",
    { kind: "unread", why: "a swung rhythm" },
  ],
  [
    "fret? # hundred|thousand|million|dozen; a? hundred|thousand|dozen|million",
    { kind: "unread", why: "this number" },
  ],
  ["artificial|tapped|harp harmonic", { kind: "unread", why: "this kind of harmonic" }],
  [
    "palm mute; palm mute ~ on it?; mute ~ with your|the palm; mute|muted ~ with the? side|heel of your|the palm|hand; with your|the palm on the strings; palm muting ~ on it?; p m; pm; pms; palm down",
    { kind: "manner", technique: { kind: "palm-mute" } },
  ],
  [
    "not palm? mute; no palm? mute; unmute; open|opens|opening up; without the? palm? mute; open it|that up; let ~ off the mute; lift the palm; unmuted; no mute; palm off; palm comes off; not muting; without the palm mute",
    { kind: "unmuted" },
  ],
  [
    "accent; accent it|that; accented; an accent; hit ~ hard|harder; give ~ an accent",
    { kind: "manner", technique: { kind: "accent" } },
  ],
  [
    "staccato; keep ~ short; cut ~ short; play ~ short; short and snappy|tight; nice and short; clipped; choked",
    { kind: "manner", technique: { kind: "staccato" } },
  ],
  ["tremolo pick?", { kind: "manner", technique: { kind: "tremolo" } }],
  ["mute|muted", { kind: "unread", why: "whether it is palm muted or dead" }],
  ["rake|raked", { kind: "manner", technique: { kind: "rake", stroke: "down" } }],
  ["slap; slap ~ with the|your? thumb; thumb slap", { kind: "manner", pluck: "slap" }],
  [
    "thumb; thumb it; with the|your|my thumb; use the|your|my thumb",
    { kind: "manner", pluck: "thumb" },
  ],
  ["thumb over|round|around|wrapped", { kind: "unread", why: "the thumb over the neck" }],
  ["pop", { kind: "manner", pluck: "pop" }],
  [
    "downstroke|downstrokes|downpick|downpicks|downstrum; down stroke|strum|pick; downward stroke|strum; all? down strokes; all downstrokes|downpicks|downpicked|downpicking|down; downpicking",
    { kind: "manner", stroke: "down" },
  ],
  [
    "upstroke|upstrokes|uppick|upstrum; up stroke|strum|pick; upward stroke|strum; all up strokes?; all upstrokes",
    { kind: "manner", stroke: "up" },
  ],
  ["trill ~ between?; trill ~ from; trilling", { kind: "trill" }],
  ["unison bend", { kind: "unison-bend" }],
  ["bend; bend ~ it|that|this; bend ~ up", { kind: "bend" }],
  ["bend ~ up? to meet|match|reach it|that|the? other? one?", { kind: "bend", cents: 200 }],
  [
    "a? little|tiny|slight bend; bend ~ a? little|tiny|slight|bit|touch|slightly|tad; bend ~ just? a? little bit; bend ~ it|that just? a? little bit; slightly bend; bend ~ up ~ a? bit|touch|little|slightly|tad",
    { kind: "bend", isVague: true },
  ],
  [
    "prebend; pre bend; bend ~ before you|i|we pick ~; bend ~ first; ghost bend; already bend; prebent; pre bent",
    { kind: "bend", isBefore: true },
  ],
  [
    "full|whole bend; whole|full step|tone bend; bend ~ up|at? a? full|whole|1 step|tone?; bend ~ up? a step|tone",
    { kind: "bend", cents: 200 },
  ],
  [
    "half|1/2|½ bend; half|1/2|½ step|tone bend; bend ~ up|at? a? half|1/2|½ a? step|tone?; semitone bend",
    { kind: "bend", cents: 100 },
  ],
  [
    "quarter|1/4|¼ bend; quarter|1/4|¼ step|tone bend; bend ~ up|at? a? quarter|1/4|¼ step|tone?",
    { kind: "bend", cents: 50 },
  ],
  [
    "step and a half bend; bend ~ up? a? step and a half; bend ~ up? 1 1/2; minor third bend",
    { kind: "bend", cents: 300 },
  ],
  ["two step bend; bend ~ up? two|2 steps", { kind: "bend", cents: 400 }],
  ["up? a? whole|full step|tone; up? a tone; one whole? step", { kind: "amount", cents: 200 }],
  ["up? a? half|1/2|½ a? step|tone; up? a semitone", { kind: "amount", cents: 100 }],
  ["up? a? quarter|1/4|¼ of? a? step|tone", { kind: "amount", cents: 50 }],
  [
    "up? a? step and a half; up? one and a half steps|step; up? 1 1/2 step?; up? a minor third",
    { kind: "amount", cents: 300 },
  ],
  ["up? 1/4|¼", { kind: "amount", cents: 50 }],
  ["up? 1/2|½", { kind: "amount", cents: 100 }],
  ["up? 3/4|¾", { kind: "amount", cents: 150 }],
  ["up? one and a quarter steps", { kind: "amount", cents: 250 }],
  ["up? one and three quarter steps", { kind: "amount", cents: 350 }],
  ["up? two and a quarter steps", { kind: "amount", cents: 450 }],
  ["up? two and a half steps", { kind: "amount", cents: 500 }],
  ["up? two and three quarter steps", { kind: "amount", cents: 550 }],
  ["up? three steps", { kind: "amount", cents: 600 }],
  ["up? two whole? steps|step; up? 2 whole? steps|step", { kind: "amount", cents: 400 }],
  ["up? three quarters of a step|tone; up? 3/4 step|tone", { kind: "amount", cents: 150 }],
  ["up? to ~ the pitch of; till ~ sound like; until ~ match; to match", { kind: "bend-target" }],
  [
    "straight|right back down; let|bring|drop ~ back? down? to pitch; release ~ to pitch; release ~ the|that bend; release ~ it|that?; release; let ~ back down; let ~ down; bring ~ back down; bring it|that back; bring ~ down; bend ~ back down; come back down; pick ~ it|that and release ~ it|that?; drop ~ back down; let ~ fall back",
    { kind: "release" },
  ],
  [
    "no release; don't release ~; not release; do not release ~; without release ~; and hold it up there",
    { kind: "filler" },
  ],
  [
    "dead|muted|mute scratch; scratch; chuck; dead|muted|mute note|hit|stroke|strum|pick|string|scratch; scratch; dead|muted ones; ghost stroke",
    { kind: "dead" },
  ],
];

const FINGERS: readonly Row[] = [
  [
    "index finger?; pointer finger?; first finger; 1st finger; finger one; finger 1",
    { kind: "finger", finger: 1 },
  ],
  ["your|my index", { kind: "finger", finger: 1 }],
  ["your|my middle", { kind: "finger", finger: 2 }],
  ["your|my ring", { kind: "finger", finger: 3 }],
  ["middle finger; second finger; 2nd finger; finger two; finger 2", { kind: "finger", finger: 2 }],
  ["ring finger; third finger; 3rd finger; finger three; finger 3", { kind: "finger", finger: 3 }],
  [
    "pinky finger?; pinkie finger?; little finger; fourth finger; 4th finger; finger four; finger 4; small finger",
    { kind: "finger", finger: 4 },
  ],
];

const COUNTS: readonly Row[] = [
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

const FORM: readonly Row[] = [
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
