import { barNumber } from "../foundation/bar-index";
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { songOf } from "../playing/playing.test-kit";
import { midiOf } from "../pitch/pitch";
import type { Bar } from "../score/bar";
import { linkOf, notesOf, stringOf, type Note, type PitchedNote } from "../score/event";
import { anySong } from "../score/song.arbitraries";
import { checkLinks } from "./links";

/** `bar.event code` of every finding, both counted from 1; voice two behind a bar's own. */
function found(bars: readonly Bar[]): readonly string[] {
  return checkLinks(bars).map(({ code, where }) => {
    const { events, voiceTwo = [] } = bars[where.bar!]!;
    return `${barNumber(where.bar!)}.${[...events, ...voiceTwo].findIndex(({ id }) => id === where.eventId) + 1} ${code}`;
  });
}
const barsOf = (text: string) => songOf([text]).lines[0]!.bars;

describe("links", () => {
  it.each<[string, readonly string[]]>([
    ["E3h5p3s7 ~ A2b1 rA2", []],
    ["E5h3", ["1.2 link-turned-round"]],
    ["E3p5", ["1.2 link-turned-round"]],
    ["E5h5", ["1.2 link-turned-round"]],
    ["E5s3s7", []],
    ["hE5", ["1.1 link-across-strings"]],
    ["E3 hA5", ["1.2 link-across-strings"]],
    ["Ex hE5", []],
    ["E3t12p5", []],
    ["A5 rA3", ["1.2 release-of-nothing"]],
    ["B8b1 ~ rB8", []],
    // Of a chord, each string by itself; a rest in between leaves nothing to come from.
    ["E3+A2 hE5+hA4", []],
    ["E3+A4 hE5+hA2", ["1.2 link-turned-round"]],
    ["E3 - hE5", ["1.3 link-across-strings"]],
    ["'1 E3 | hE5 | hE3", ["3.1 link-turned-round"]],
    // Each voice is linked to itself alone.
    ["under['2 E0 hE3] '4 A0 hA2 hA4 pA5", ["1.4 link-turned-round"]],
    ["under['2 hE3 E0] '4 E0 A2 A2 A2", ["1.5 link-across-strings"]],
  ])("in %s: %j", (text, wanted) => {
    expect(found(barsOf(text))).toEqual(wanted);
  });

  /** Every event with the notes before it in its voice. */
  const withBefore = (bars: readonly Bar[]) =>
    [bars.flatMap(({ events }) => events), bars.flatMap(({ voiceTwo }) => voiceTwo ?? [])].flatMap(
      (voice) =>
        voice.map((event, index) => ({
          event,
          before: index > 0 ? notesOf(voice[index - 1]!) : [],
        })),
    );
  const isTurned = (note: PitchedNote, before: readonly Note[]) => {
    const string = stringOf(note);
    const from = string && before.find((other) => stringOf(other) === string);
    if (!from || from.kind !== "pitched") return false;
    const rise = midiOf(note.pitch) - midiOf(from.pitch);
    const link = linkOf(note);
    if (link === "hammer-on") return rise <= 0;
    if (link === "pull-off") return rise >= 0;
    return link === "tie" && rise !== 0;
  };

  it("of any song are complained of at events that have one, wherever they turn round", () => {
    fc.assert(
      fc.property(anySong, (song) => {
        for (const { bars } of song.lines) {
          const complaints = new Set(checkLinks(bars).map(({ where }) => where.eventId));
          for (const { event, before } of withBefore(bars)) {
            const linked = notesOf(event).flatMap((note) =>
              note.kind === "pitched" && linkOf(note) ? [note] : [],
            );
            const isTold = complaints.has(event.id);
            if (linked.some((note) => isTurned(note, before))) expect(isTold).toBe(true);
            if (linked.length === 0) expect(isTold).toBe(false);
          }
        }
      }),
      { numRuns: 60 },
    );
  });
});
