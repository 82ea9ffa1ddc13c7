import fc from "fast-check";
import { parseChord } from "../pitch/chord";
import type { Ending, Section } from "./form";
import { testId } from "./song.arbitraries";

const anyChord = fc.constantFrom("Em", "Am7", "B7", "F#sus4", "C/E").map((text) => {
  const chord = parseChord(text);
  if (!chord.ok) throw new Error(chord.error);
  return chord.value;
});

/** A form of these phrases; every ending is reached. */
export function anyForm(phraseIds: readonly string[]): fc.Arbitrary<readonly Section[]> {
  const anyId = fc.constantFrom(...phraseIds);
  const anyEnding = (times: number): fc.Arbitrary<Ending> =>
    fc.record({
      passes: fc
        .uniqueArray(fc.integer({ min: 1, max: times }), { minLength: 1, maxLength: 3 })
        .map((passes) => passes.sort((a, b) => a - b)),
      phraseId: anyId,
    });
  const anyRepeat = fc.integer({ min: 1, max: 5 }).chain((times) =>
    fc.record({
      times: fc.constant(times),
      endings: fc.array(anyEnding(times), { maxLength: 2 }),
    }),
  );
  const anyItem = fc
    .tuple(anyId, anyRepeat, fc.option(fc.array(anyChord, { minLength: 1, maxLength: 4 })))
    .map(([phraseId, repeat, over]) => ({ phraseId, ...repeat, ...(over && { over }) }));
  const anyName = fc.constantFrom("Verse", "Chorus 2", "Out, slowly", "Box3");
  return fc.array(
    fc
      .tuple(anyName, anyRepeat, fc.array(anyItem, { maxLength: 4 }))
      .map(([name, repeat, items]) => ({ id: testId(), name, ...repeat, items })),
    { maxLength: 4 },
  );
}
