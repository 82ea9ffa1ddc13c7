import type { AtomOf } from "./atom";
import { addTechnique, copyOf, type Draft } from "./draft";
import { ask, slip } from "./asking";
import { atomBefore, hasAhead, isStringAhead, nextAtom, says } from "./look-ahead";
import { addAhead, lastNotes, placedHere, type Talk, type Waiting } from "./talk";

// Links

export function readLink(talk: Talk, { link, hasTo, start }: AtomOf<"link">): void {
  talk.adjacent = undefined;
  talk.links.push({ link, hasTo, hasSource: false, from: start });
}

/** “Pull off from seven to five” where seven was just played: it is not played again. */
export function isSourceAgain(talk: Talk, atom: AtomOf<"fret">): boolean {
  const [waiting] = talk.links;
  if (!waiting || waiting.hasSource || waiting.hasTo) return false;
  const isFrom = isFromBefore(talk);
  const isSource = isFrom || (talk.links.length === 1 && isTargetAhead(talk));
  if (!isSource) return false;
  waiting.hasSource = true;
  talk.isSource = true;
  const last = lastNotes(talk);
  const isSame =
    last !== undefined &&
    last.segment === talk.segment &&
    isFrom &&
    last.notes.length === 1 &&
    last.notes[0]!.fret === atom.fret &&
    !isStringAhead(talk);
  if (isSame) talk.isSource = false;
  return isSame;
}

/** “D 2, hammered from open”, “slide into 9 from 7”: where it comes from is said behind it. */
export function isSourceBehind(talk: Talk, atom: AtomOf<"fret">): boolean {
  const last = lastNotes(talk);
  const [waiting] = talk.links;
  if (!last || !isFromBefore(talk) || isTargetAhead(talk) || last.segment !== talk.segment)
    return false;
  if (!waiting && !last.link) return false;
  const string = last.notes[0]!.string;
  // “Slide up to nine from seven on the D”: the string is that of both.
  const isUnknown = string === undefined && last.binding === "missing";
  const isOpen =
    (isUnknown || isStringAhead(talk)) && last.clause === talk.clause && last.binding !== "own";
  if (last.notes.length > 1 || (!isOpen && (string === undefined || isStringAhead(talk))))
    return false;
  last.link ??= waiting!.link;
  talk.links = [];
  const source: Draft = {
    ...placedHere(talk, copyOf(last), atom),
    notes: [{ ...(!isOpen && { string: string! }), fret: atom.fret }],
    techniques: [],
    manners: [],
    times: 1,
    binding: last.binding,
    ...(isOpen && { binding: "missing" as const, join: last.join }),
  };
  if (isOpen) {
    last.join = "none";
    talk.adjacent = last;
  }
  if (talk.string) talk.string = { ...talk.string, unused: undefined };
  delete source.isCopy;
  delete source.link;
  delete source.bend;
  talk.drafts.splice(talk.drafts.indexOf(last), 0, source);
  return true;
}

function isFromBefore(talk: Talk): boolean {
  return atomBefore(talk, "strings", "finger")?.kind === "from";
}

/** Whether another fret follows to which this one leads: “six to four”, “9-5”. */
function isTargetAhead(talk: Talk): boolean {
  const next = nextAtom(talk, ["strings", "finger", "amount"]);
  if (next?.kind === "to") return true;
  if (next?.kind !== "fret") return false;
  const last = lastNotes(talk);
  const hasSource = last !== undefined && last.clause === talk.clause;
  return next.isJoined || !hasSource;
}

export function linkTo(talk: Talk, draft: Draft): void {
  const [waiting] = talk.links;
  if (!waiting) return;
  if (talk.isSource) {
    talk.isSource = false;
    return;
  }
  talk.links.shift();
  if (waiting.link === "tap") {
    draft.link = "tap";
    return;
  }
  const source = lastNotes(talk);
  const [to] = draft.notes;
  const isReachable =
    source !== undefined &&
    (to!.string === undefined ||
      isStringAhead(talk) ||
      source.notes.some(({ string }) => string === to!.string || string === undefined));
  if (!isReachable && !hasAhead(talk, "clause", "from")) {
    talk.links.length = 0;
    return askSource(talk, waiting, draft);
  }
  draft.link = waiting.link;
}

function askSource(talk: Talk, waiting: Waiting, draft: Draft): void {
  const source = talk.context.before.at(-1);
  if (source && source.notes.some(({ string }) => string === draft.notes[0]!.string)) {
    draft.link = waiting.link;
    return;
  }
  draft.question = ask(talk, { start: waiting.from, end: draft.to }, "from which fret?");
}

/** Links without a note behind them belong to the notes before: “6-8-6, hammer-on then pull-off”. */
export function endLinks(talk: Talk, strength: 1 | 2 | 3): void {
  const [waiting] = talk.links;
  if (!waiting) return;
  const rest = talk.atoms.slice(talk.at + 1);
  const group = runBefore(talk, talk.links.length);
  const isWhole = group.length - 1 === talk.links.length;
  const isOpen = !isWhole && rest.some(({ kind }) => kind === "fret");
  const source = isWhole ? undefined : sourceAgain(talk, waiting);
  const isAgain = source !== undefined && strength > 1;
  if (isOpen && !isAgain && strength < 3) return;
  const next = rest.find(({ kind }) => !["filler", "pause", "and"].includes(kind));
  if (next?.kind === "link" && !isAgain && (!isWhole || strength < 3)) return;
  if (source) talk.drafts.push(source);
  else if (isWhole)
    for (const [index, { link }] of talk.links.entries()) group[index + 1]!.link = link;
  else {
    const range = { start: waiting.from, end: waiting.from + 1 };
    slip(talk, range, "sentence-unfinished", "expected frets, like “from five to seven”");
  }
  talk.links = [];
}

/** “Hammer from open to two, then pull it back off”: to where it came from. */
function sourceAgain(talk: Talk, { link, from }: Waiting): Draft | undefined {
  const last = lastNotes(talk);
  const source = last && talk.drafts[talk.drafts.indexOf(last) - 1];
  const atom = talk.atoms.find(({ kind, start }) => kind === "link" && start === from);
  if (
    !atom ||
    !says(talk, atom, /^back$/u) ||
    talk.links.length > 1 ||
    !source ||
    last.link === undefined
  )
    return undefined;
  const [note, ...more] = source.notes;
  if (more.length > 0 || note?.string !== last.notes[0]?.string) return undefined;
  return { ...placedHere(talk, copyOf(source), atom), link, techniques: [], times: 1 };
}

/** The last notes of the sentence that are on one string. */
function runBefore(talk: Talk, links: number): Draft[] {
  const run: Draft[] = [];
  for (const draft of [...talk.drafts].reverse()) {
    if (draft.kind !== "notes" || draft.sentence !== talk.sentence) break;
    if (run.length > 0 && draft.notes[0]!.string !== run[0]!.notes[0]!.string) break;
    // “xx0232, then D 7 to 9 slide”
    const isOther = run.length > links && draft.segment !== run[0]!.segment;
    if (isOther || (run.length > 0 && draft.notes.length !== run[0]!.notes.length)) break;
    // The note of a link may be what the next one leads away from: “9 hammered on, then 7 pulled off”.
    if (draft.link && run.length !== links) break;
    run.unshift(draft);
    if (draft.link) break;
  }
  return run;
}

export function readSlideIn(talk: Talk, atom: AtomOf<"slide-in">): void {
  const before = talk.atoms[talk.at - 1];
  const isFrom = nextAtom(talk, ["fret", "strings"])?.kind === "from";
  if (before?.kind === "from" || isFrom) {
    talk.links.push({ link: "slide", hasTo: true, hasSource: false, from: atom.start });
    return;
  }
  addAhead(talk.ahead, { kind: "slide-in", from: atom.from ?? "below" });
}

export function readSlideFrom(talk: Talk, atom: AtomOf<"slide-from">): void {
  const before = lastNotes(talk);
  const last = before?.segment === talk.segment ? before : undefined;
  const isSliding = last?.techniques.some(({ kind }) => kind === "slide-in");
  if (isSliding) addTechnique(last!, { kind: "slide-in", from: atom.from });
  else if (talk.links[0]?.link === "slide") {
    const [waiting] = talk.links;
    talk.links.shift();
    // “Slide down from nowhere.”
    const isDown = says(talk, { start: waiting.from, end: atom.start }, /^down$/u);
    addAhead(talk.ahead, { kind: "slide-in", from: isDown ? "above" : atom.from });
  } else if (last?.link === "slide") {
    delete last.link;
    addTechnique(last, { kind: "slide-in", from: atom.from });
  } else addAhead(talk.ahead, { kind: "slide-in", from: atom.from });
}
