import type { Row } from "./phrase-row";

/** How techniques, bends, strokes and fingers are called. */

const TO = new Set(["to", "onto", "into"]);
const hasTo = (last: string) => TO.has(last);

export const LINKS: readonly Row[] = [
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

export const TECHNIQUES: readonly Row[] = [
  [
    "wide|big|heavy|huge vibrato; vibrato nice? and? wide; really? wide vibrato",
    { kind: "technique", technique: { kind: "vibrato", width: "wide" } },
  ],
  [
    "vibrato; a? little bit of vibrato; slight|little|light|narrow|gentle|slow|fast|quick vibrato; some|bit? of? vibrato; shake ~ it|that; wiggle ~ it|that; wobble ~ it|that|note; wobble; shake ~ that note",
    { kind: "technique", technique: { kind: "vibrato", width: "narrow" } },
  ],
  [
    "let ~ ring ~ out|over|on|through?; let all|those|these two|three|four|five|six of? them? ring ~ out|over|on|through?; ring ~ out|over|on; ring; sustain ~ it|that",
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
  ["two step bend; bend ~ up? two steps", { kind: "bend", cents: 400 }],
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
  ["up? two whole? steps|step", { kind: "amount", cents: 400 }],
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

export const FINGERS: readonly Row[] = [
  [
    "index finger?; pointer finger?; first finger; 1st finger; finger one",
    { kind: "finger", finger: 1 },
  ],
  ["your|my index", { kind: "finger", finger: 1 }],
  ["your|my middle", { kind: "finger", finger: 2 }],
  ["your|my ring", { kind: "finger", finger: 3 }],
  ["middle finger; second finger; 2nd finger; finger two", { kind: "finger", finger: 2 }],
  ["ring finger; third finger; 3rd finger; finger three", { kind: "finger", finger: 3 }],
  [
    "pinky finger?; pinkie finger?; little finger; fourth finger; 4th finger; finger four; small finger",
    { kind: "finger", finger: 4 },
  ],
];
