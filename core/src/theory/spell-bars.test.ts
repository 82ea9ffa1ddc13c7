import { describe, expect, it } from "vitest";
import { pitchClassAtFifths, type Key } from "../pitch/key";
import { chromaOf, formatPitchClass, midi } from "../pitch/pitch";
import { spellMidi } from "../pitch/spelling";
import { fraction } from "../rhythm/fraction";
import { eventsOf } from "../score/bar";
import { pitchedIn, type LineEvent } from "../score/event";
import { testId } from "../score/song.arbitraries";
import { spellBars } from "./spell-bars";

// Farther round, a dominant's third would need a double sharp.
const KEYS = [-5, -4, -3, -2, -1, 0, 1, 2, 3, 4].flatMap((signs): Key[] => [
  { tonic: pitchClassAtFifths(signs), mode: "major" },
  { tonic: pitchClassAtFifths(signs + 3), mode: "minor" },
]);
const LETTERS = "CDEFGAB";

/** Chords of a major key, and of its relative minor, with the dominants that lead to them. */
const CHORDS: readonly (readonly [fifths: number, semitones: readonly number[]])[] = [
  [0, [0, 4, 7]],
  [-1, [0, 4, 7, 11]],
  [1, [0, 4, 7, 10]],
  [2, [0, 3, 7]],
  [3, [0, 3, 7, 10]],
  [4, [0, 3, 7]],
  [2, [0, 4, 7, 10]],
  [3, [0, 4, 7, 10]],
  [4, [0, 4, 7]],
  [0, [0, 4, 7, 10]],
  [-2, [0, 4, 7]],
  [-3, [0, 7]],
];

function eventOf(midis: readonly number[], key: Key): LineEvent {
  return {
    kind: "notes",
    id: testId(),
    duration: fraction(1, 8),
    notes: midis.map((height) => ({
      kind: "pitched",
      id: testId(),
      pitch: spellMidi(midi(height), key),
      pinned: false,
      techniques: [],
    })),
    techniques: [],
  };
}

const namesIn = (events: readonly LineEvent[], key: Key) =>
  eventsOf(spellBars([{ events }], key))
    .flatMap(pitchedIn)
    .map(({ pitch }) => pitch);

/** Letters from one name up to another: 2 is a third, 4 a fifth. */
const lettersUp = (from: string, to: string) =>
  (LETTERS.indexOf(to[0]!) - LETTERS.indexOf(from[0]!) + 7) % 7;
const LETTERS_OF: Readonly<Record<number, number>> = { 3: 2, 4: 2, 7: 4, 10: 6, 11: 6 };

describe("chords are named as chords, in every key", () => {
  it.each([
    ["struck together, whatever lies lowest", true],
    ["broken, up and down", false],
  ])("%s", (_, isTogether) => {
    for (const key of KEYS) {
      const major = key.mode === "major" ? key.tonic : relativeOf(key);
      for (const [fifths, semitones] of CHORDS) {
        const root = 48 + ((chromaOf(major) + 7 * fifths + 84) % 12);
        for (let turned = 0; turned < (isTogether ? semitones.length : 1); turned++) {
          const midis = semitones.map((step, index) => root + step + (index < turned ? 12 : 0));
          const before = eventOf([root + 14], key);
          const events = isTogether
            ? [before, eventOf(midis, key), before]
            : [...midis, ...midis.toReversed()].map((height) => eventOf([height], key));
          const names = namesIn(events, key).slice(
            isTogether ? 1 : 0,
            (isTogether ? 1 : 0) + midis.length,
          );
          const said = names.map(formatPitchClass);
          for (const [index, step] of semitones.entries()) {
            const wanted = LETTERS_OF[step] ?? 0;
            const what = `${said.join(" ")} in ${formatPitchClass(key.tonic)} ${key.mode}`;
            expect(`${what}: ${lettersUp(said[0]!, said[index]!)}`).toBe(`${what}: ${wanted}`);
          }
        }
      }
    }
  });
});

/** The tonic of the major key with the same signature. */
function relativeOf({ tonic }: Key) {
  const at = KEYS.find(
    ({ mode, tonic: other }) =>
      mode === "minor" && other.step === tonic.step && other.alter === tonic.alter,
  );
  return KEYS[KEYS.indexOf(at!) - 1]!.tonic;
}
