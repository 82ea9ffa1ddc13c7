import { barEntries, barsOn, formatBar } from "../foundation/bar-index";
import { remembering } from "../foundation/remembering";
import type { Finding } from "../foundation/finding";
import { displayPitch, midiOf } from "../pitch/pitch";
import { eventsOf, type Bar } from "../score/bar";
import {
  linkOf,
  pitchedIn,
  stringOf,
  techniqueOf,
  type Note,
  type PitchedNote,
} from "../score/event";
import type { LinkKind } from "../score/technique";
import { originOf, tiedFrom } from "../sounding/attack";
import { eventsInLine } from "../sounding/events-in-line";

const VERB: Readonly<Record<LinkKind, string>> = {
  "hammer-on": "the hammer-on to",
  "pull-off": "the pull-off to",
  slide: "the slide to",
  "shift-slide": "the slide to",
  tap: "the tap on",
  release: "the release to",
  tie: "the tie to",
};

/**
 * Links that come from nothing, from another string, or that go the wrong way, voice by voice. A
 * first note may be hammered from nowhere or slid into; it cannot be tied or released.
 */
export function checkLinks(bars: readonly Bar[], barsBefore = 0): readonly Finding[] {
  return barEntries(bars).flatMap(([index, bar]) => {
    const ofPart = barsOn(index, barsBefore);
    return problemsOf(bar, bars[index - 1]).map(({ eventId, code, message }): Finding => ({
      code,
      severity: "warning",
      where: { bar: ofPart, eventId },
      message: `${formatBar(ofPart)}: ${message}`,
    }));
  });
}

interface Problem {
  readonly eventId: string;
  readonly code: string;
  readonly message: string;
}
const NONE: readonly Problem[] = [];

/** What a bar's links come from lies in it, or at the end of the bar before. */
const problemsOf = remembering((bar: Bar, before: Bar | undefined): readonly Problem[] => {
  if (!eventsOf([bar]).some((event) => pitchedIn(event).some(linkOf))) return NONE;
  const own = before ? 1 : 0;
  return eventsInLine(before ? [before, bar] : [bar])
    .filter((at) => at.bar === own)
    .flatMap(({ event, before: notes }) =>
      pitchedIn(event).flatMap((note): Problem[] => {
        const found = problemOf(note, notes);
        return found ? [{ eventId: event.id, ...found }] : [];
      }),
    );
});

function problemOf(note: PitchedNote, before: readonly Note[]) {
  const link = linkOf(note);
  if (!link || link === "tap") return undefined;
  const name = `${VERB[link]} ${displayPitch(note.pitch)}`;
  if (link === "tie") {
    if (tiedFrom(note, before)) return undefined;
    return {
      code: "tie-to-nothing",
      message: `${name} has no such note before it: play it anew, or say - for a rest`,
    };
  }
  if (stringOf(note) === undefined) return undefined;
  const from = originOf(note, before);
  if (!from) {
    const code = "link-across-strings";
    return { code, message: `${name} has no note before it on its string: pick it instead` };
  }
  if (from.kind === "dead") return undefined;
  if (link === "release") {
    if (techniqueOf(from, "bend") || linkOf(from) === "tie") return undefined;
    return {
      code: "release-of-nothing",
      message: `${name} has no bend before it to come back from`,
    };
  }
  const rises = midiOf(note.pitch) - midiOf(from.pitch);
  if (link === "hammer-on" ? rises > 0 : link === "pull-off" ? rises < 0 : true) return undefined;
  const way = link === "hammer-on" ? "a hammer-on (h) goes up" : "a pull-off (p) goes down";
  const ends = `${displayPitch(from.pitch)} to ${displayPitch(note.pitch)}`;
  return { code: "link-turned-round", message: `${way}: this goes from ${ends}` };
}
