import type { Finding } from "../foundation/finding";
import { displayPitch, midiOf } from "../pitch/pitch";
import type { Bar } from "../score/bar";
import {
  linkOf,
  notesOf,
  stringOf,
  techniqueOf,
  type LineEvent,
  type Note,
  type PitchedNote,
} from "../score/event";
import type { LinkKind } from "../score/technique";

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
  return [
    ...checkVoice(
      bars.map(({ events }) => events),
      barsBefore,
    ),
    ...checkVoice(
      bars.map(({ voiceTwo }) => voiceTwo ?? []),
      barsBefore,
    ),
  ];
}

function checkVoice(
  bars: readonly (readonly LineEvent[])[],
  barsBefore: number,
): readonly Finding[] {
  const findings: Finding[] = [];
  let before: readonly Note[] = [];
  for (const [index, events] of bars.entries()) {
    for (const event of events) {
      for (const note of notesOf(event)) {
        const found = note.kind === "pitched" ? problemOf(note, before) : undefined;
        if (!found) continue;
        findings.push({
          code: found.code,
          severity: "warning",
          where: { bar: barsBefore + index + 1, eventId: event.id },
          message: `bar ${barsBefore + index + 1}: ${found.message}`,
        });
      }
      before = notesOf(event);
    }
  }
  return findings;
}

function problemOf(note: PitchedNote, before: readonly Note[]) {
  const link = linkOf(note);
  if (!link || link === "tap") return undefined;
  const name = `${VERB[link]} ${displayPitch(note.pitch)}`;
  const string = stringOf(note);
  const from =
    string === undefined
      ? before.find(
          (other) => other.kind === "pitched" && midiOf(other.pitch) === midiOf(note.pitch),
        )
      : before.find((other) => stringOf(other) === string);
  if (link === "tie") {
    const isSame = from?.kind === "pitched" && midiOf(from.pitch) === midiOf(note.pitch);
    if (isSame) return undefined;
    return {
      code: "tie-to-nothing",
      message: `${name} has no such note before it: play it anew, or say - for a rest`,
    };
  }
  if (string === undefined) return undefined;
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
