import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { applyEdit, type Edit } from "./edit";
import { commit, openHistory, redo, undo } from "./history";
import { barKey, mergeBars } from "./merge-bars";
import { anySong, testId } from "./song.arbitraries";
import { eventsOf, withEvents, type Bar } from "./bar";
import { notesOf } from "./event";
import type { Song } from "./song";

/** Any edit that makes sense for a song. */
function anyEdit(song: Song): fc.Arbitrary<Edit> {
  const part = song.parts[0]!;
  const phrase = fc.constantFrom(...song.phrases);
  const { parts: _p, phrases: _ph, form: _f, lines: _l, ...details } = song;
  const pitched = song.lines.flatMap((line) =>
    eventsOf(line.bars)
      .flatMap(notesOf)
      .flatMap((note) => (note.kind === "pitched" ? [{ line, note }] : [])),
  );
  const edits: fc.Arbitrary<Edit>[] = [
    fc.string().map((title) => ({ kind: "set-details", details: { ...details, title } })),
    fc.constant({
      kind: "insert-part",
      index: 1,
      part: { ...part, id: "second" },
      lines: [{ phraseId: song.phrases[0]!.id, partId: "second", bars: [], others: [] }],
    }),
    fc.constant({ kind: "remove-part", partId: part.id }),
    fc.nat({ max: 9 }).map((fret) => ({ kind: "replace-part", part: { ...part, capo: { fret } } })),
    fc.constant({
      kind: "insert-phrase",
      index: 0,
      phrase: { id: "new", name: "New", marks: [] },
      lines: [],
    }),
    phrase.map(({ id }) => ({ kind: "remove-phrase", phraseId: id })),
    phrase.map(({ id }) => ({ kind: "replace-phrase", phrase: { id, name: "Other", marks: [] } })),
    phrase.map(({ id }) => ({ kind: "set-bars", phraseId: id, partId: part.id, bars: [] })),
    phrase.map(({ id }) => ({ kind: "set-line", phraseId: id, partId: part.id })),
    phrase.map(({ id }) => ({
      kind: "set-line",
      phraseId: id,
      partId: part.id,
      line: { label: "as on stage", bars: [], others: [{ bars: [] }] },
    })),
    fc.constant({ kind: "set-form", form: [] }),
    fc.constant({
      kind: "replace-song",
      song: { ...song, title: "Earlier", phrases: [], lines: [] },
    }),
  ];
  if (pitched.length > 0) {
    edits.push(
      fc.constantFrom(...pitched).map(({ line, note }) => ({
        kind: "place-note",
        at: { phraseId: line.phraseId, partId: line.partId, noteId: note.id },
        placement: { pinned: true, reason: "keeps the thumb free" },
      })),
    );
  }
  return fc.oneof(...edits);
}

/** The order of lines means nothing. */
const sorted = (song: Song): Song => ({
  ...song,
  lines: [...song.lines].sort((a, b) =>
    `${a.phraseId} ${a.partId}`.localeCompare(`${b.phraseId} ${b.partId}`),
  ),
});

describe("edits", () => {
  it("are taken back by their inverse", () => {
    fc.assert(
      fc.property(
        anySong.chain((song) => fc.tuple(fc.constant(song), anyEdit(song))),
        ([song, edit]) => {
          const applied = applyEdit(song, edit);
          expect(sorted(applyEdit(applied.song, applied.inverse).song)).toEqual(sorted(song));
        },
      ),
    );
  });

  it("refuse what the song does not have", () => {
    const [song] = fc.sample(anySong, 1);
    expect(() => applyEdit(song!, { kind: "remove-part", partId: "nobody" })).toThrow(
      /no part nobody/,
    );
    const at = { phraseId: "phrase0", partId: "part", noteId: "none" };
    expect(() => applyEdit(song!, { kind: "place-note", at, placement: { pinned: true } })).toThrow(
      /no pitched note none/,
    );
  });

  it("undo reaches back to the opening, and redo forward again", () => {
    fc.assert(
      fc.property(
        anySong,
        fc.array(fc.string({ minLength: 1 }), { maxLength: 6 }),
        (song, titles) => {
          const { parts: _p, phrases: _ph, form: _f, lines: _l, ...details } = song;
          let history = openHistory(song);
          for (const title of titles) {
            const edits: Edit[] = [
              { kind: "set-details", details: { ...details, title } },
              {
                kind: "insert-phrase",
                index: 0,
                phrase: { id: title + testId(), name: title, marks: [] },
                lines: [],
              },
            ];
            history = commit(history, { label: `Call it ${title}`, edits });
          }
          const { song: last } = history;
          for (const _ of titles) history = undo(history);
          expect(history.song).toEqual(song);
          expect(undo(history)).toBe(history);
          for (const _ of titles) history = redo(history);
          expect(history.song).toEqual(last);
        },
      ),
    );
  });
});

describe("taking over rewritten bars", () => {
  it("keeps every event that was not touched, and says what the new bars say", () => {
    const pairs = anySong.chain((song) =>
      fc.tuple(fc.constant(song.lines[0]!.bars), fc.constant(song.lines.at(-1)!.bars)),
    );
    fc.assert(
      fc.property(pairs, fc.nat(), ([before, inserted], at) => {
        const cut = at % (before.length + 1);
        const rewritten = [
          ...freshIds(before.slice(0, cut)),
          ...freshIds(inserted),
          ...freshIds(before.slice(cut)),
        ];
        const merged = mergeBars(before, rewritten);
        expect(merged.map(barKey)).toEqual(rewritten.map(barKey));
        const old = new Set(eventsOf(before));
        expect(eventsOf(merged).filter((event) => old.has(event))).toEqual(eventsOf(before));
      }),
    );
  });
});

const freshIds = (bars: readonly Bar[]): Bar[] =>
  bars.map((bar) => withEvents(bar, (event) => ({ ...event, id: testId() })));
