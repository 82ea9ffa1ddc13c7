import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { checkSong } from "../formats/json/check-song";
import { applyEdit } from "./apply-edit";
import type { Edit } from "./edit";
import { mergeSongs } from "./merge-songs";
import type { Song } from "./song";
import { anySong, testId } from "./song.arbitraries";
import { copyOfBars } from "./versions";

/** The order of lines means nothing. */
const sorted = (song: Song): Song => ({
  ...song,
  lines: [...song.lines].sort((a, b) => (a.phraseId < b.phraseId ? -1 : 1)),
});

/** A change that a window may have made. */
function anyChange(song: Song): fc.Arbitrary<Edit> {
  const { parts: _p, phrases: _ph, form: _f, lines: _l, ...details } = song;
  const phrase = fc.constantFrom(...song.phrases);
  return fc.oneof(
    fc
      .integer({ min: 40, max: 200 })
      .map((tempoBpm): Edit => ({ kind: "set-details", details: { ...details, tempoBpm } })),
    fc.constantFrom("Bridge", "Coda").map((name): Edit => ({
      kind: "insert-phrase",
      index: 0,
      phrase: { id: testId(), name, marks: [] },
      lines: [],
    })),
    phrase.map((one): Edit => ({
      kind: "replace-phrase",
      phrase: { ...one, name: `${one.name}!` },
    })),
    phrase.map(({ id }): Edit => ({
      kind: "set-bars",
      phraseId: id,
      partId: "part",
      bars: copyOfBars(song.lines[0]!.bars, testId).slice(0, 1),
    })),
    fc.constant<Edit>({ kind: "set-form", form: [] }),
  );
}
const changed = (song: Song, edits: readonly Edit[]) =>
  edits.reduce((before, edit) => applyEdit(before, edit).song, song);
const anyTriple = anySong.chain((base) =>
  fc
    .tuple(fc.array(anyChange(base), { maxLength: 3 }), fc.array(anyChange(base), { maxLength: 3 }))
    .map(([ours, theirs]) => ({ base, ours: changed(base, ours), theirs: changed(base, theirs) })),
);

describe("merging two windows", () => {
  it("takes over what only one of them changed", () => {
    fc.assert(
      fc.property(anyTriple, ({ base, ours, theirs }) => {
        const onlyTheirs = mergeSongs(base, base, theirs, testId);
        expect([sorted(onlyTheirs.song), onlyTheirs.both]).toEqual([sorted(theirs), []]);
        const onlyOurs = mergeSongs(base, ours, base, testId);
        expect([sorted(onlyOurs.song), onlyOurs.both]).toEqual([sorted(ours), []]);
        expect(mergeSongs(base, ours, ours, testId).both).toEqual([]);
      }),
      { numRuns: 60 },
    );
  });

  it("is a sound song, whatever both did", () => {
    fc.assert(
      fc.property(anyTriple, ({ base, ours, theirs }) => {
        const { song } = mergeSongs(base, ours, theirs, testId);
        expect(checkSong(song)).toEqual([]);
        for (const { id } of [...ours.phrases, ...theirs.phrases]) {
          expect(song.phrases.some((phrase) => phrase.id === id)).toBe(true);
        }
      }),
      { numRuns: 60 },
    );
  });

  it("keeps their line beside ours where both rewrote it, and tells of details", () => {
    const [base] = fc.sample(anySong, { numRuns: 1, seed: 3 }) as [Song];
    const { phraseId, partId, bars } = base.lines[0]!;
    const rewritten = (count: number) =>
      changed(base, [
        {
          kind: "set-bars",
          phraseId,
          partId,
          bars: copyOfBars([bars[0]!], testId).slice(0, count),
        },
      ]);
    const ours = { ...rewritten(1), title: "Ours" };
    const theirs = { ...rewritten(0), title: "Theirs" };
    const { song, both } = mergeSongs(base, ours, theirs, testId);
    const line = song.lines.find((one) => one.phraseId === phraseId)!;
    expect(line.bars).toEqual(ours.lines[0]!.bars);
    expect(line.others.at(-1)).toEqual({ label: "from the other window", bars: [] });
    expect(song.title).toBe("Ours");
    expect(both).toHaveLength(2);
  });
});

it("what either window accepted is accepted, and what one opened again is open", () => {
  fc.assert(
    fc.property(anySong, (song) => {
      const accept = (...keys: string[]): Song => ({
        ...song,
        accepted: keys.map((finding) => ({ finding, reason: "meant so" })),
      });
      const keysOf = ({ accepted = [] }: Song) => accepted.map(({ finding }) => finding);
      const merged = mergeSongs(accept("a", "b"), accept("a", "b", "c"), accept("b", "d"), testId);
      expect(keysOf(merged.song)).toEqual(["b", "c", "d"]);
      expect(merged.both).toEqual([]);
    }),
    { numRuns: 5 },
  );
});
