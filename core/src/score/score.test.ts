import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { checkSong } from "../formats/json/check-song";
import { acceptedKey } from "./accepted";
import { applyEdit } from "./apply-edit";
import type { Edit } from "./edit";
import { commit, openHistory, redo, undo } from "./history";
import { barKey, mergeBars } from "./merge-bars";
import { anySong, testId } from "./song.arbitraries";
import { eventsOf, withEvents, type Bar } from "./bar";
import { notesOf } from "./event";
import { detailsOf, type Song } from "./song";

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
      part: { ...part, id: "third" },
      lines: [{ phraseId: song.phrases[0]!.id, partId: "third", bars: [], others: [] }],
    }),
    ...(song.parts.length > 1
      ? [fc.constant<Edit>({ kind: "remove-part", partId: song.parts.at(-1)!.id })]
      : []),
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
    // Bars come, go and turn; what was said of them goes along.
    fc.tuple(fc.constantFrom(...song.lines), fc.nat(3)).map(([line, way]) => ({
      kind: "set-bars",
      phraseId: line.phraseId,
      partId: line.partId,
      bars: [
        line.bars.slice(1),
        line.bars.slice(0, -1),
        [...line.bars].reverse(),
        [{ events: [] }, ...line.bars],
      ][way]!,
    })),
    fc.constantFrom(...song.lines).map(({ phraseId, partId, bars }) => ({
      kind: "set-bars",
      phraseId,
      partId,
      bars,
      relations: [],
    })),
    phrase.map(({ id }) => ({ kind: "set-line", phraseId: id, partId: part.id })),
    phrase.map(({ id }) => ({
      kind: "set-line",
      phraseId: id,
      partId: part.id,
      line: { label: "as on stage", bars: [], others: [{ bars: [] }] },
    })),
    fc.constant({ kind: "set-form", form: [] }),
    fc.constant({ kind: "set-accepted", accepted: [{ finding: "x", reason: "meant so" }] }),
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

/** With a second part, and something accepted in every phrase and part. */
const anyDuo: fc.Arbitrary<Song> = anySong.map((song) => {
  const second = { ...song.parts[0]!, id: "second", name: "Guitar II" };
  const at = [...song.phrases.map(({ id }) => ({ phraseId: id })), { partId: "second" }];
  const accepted = at.map((place) => ({ finding: acceptedKey("x", place), reason: "meant so" }));
  return { ...song, parts: [...song.parts, second], accepted };
});

/** Edits that say what the song says anyway: one of each kind that can. */
function idleEdits(song: Song): readonly Edit[] {
  const line = song.lines[0]!;
  const { phraseId, partId, ...content } = line;
  const note = song.lines
    .flatMap(({ phraseId, partId, bars }) =>
      eventsOf(bars)
        .flatMap(notesOf)
        .map((one) => ({ phraseId, partId, one })),
    )
    .find(({ one }) => one.kind === "pitched");
  const edits: Edit[] = [
    { kind: "set-details", details: detailsOf(song) },
    { kind: "replace-part", part: song.parts[0]! },
    { kind: "replace-phrase", phrase: song.phrases[0]! },
    { kind: "set-bars", phraseId, partId, bars: line.bars },
    { kind: "set-line", phraseId, partId, line: content },
    { kind: "set-line", phraseId, partId: "second" },
    { kind: "set-form", form: song.form },
    { kind: "set-accepted", accepted: song.accepted ?? [] },
    { kind: "replace-song", song },
  ];
  if (note?.one.kind === "pitched") {
    const { place, pinned, reason } = note.one;
    const placement = { pinned, ...(place && { place }), ...(reason !== undefined && { reason }) };
    const at = { phraseId: note.phraseId, partId: note.partId, noteId: note.one.id };
    edits.push({ kind: "place-note", at, placement });
  }
  return edits;
}

describe("edits", () => {
  it("are taken back by their inverse, and the song between is sound", () => {
    fc.assert(
      fc.property(
        anyDuo.chain((song) => fc.tuple(fc.constant(song), anyEdit(song))),
        ([song, edit]) => {
          const applied = applyEdit(song, edit);
          if (edit.kind !== "replace-part" && edit.kind !== "replace-song") {
            expect(checkSong(applied.song)).toEqual([]);
          }
          expect(sorted(applyEdit(applied.song, applied.inverse).song)).toEqual(sorted(song));
        },
      ),
    );
  });

  it("of any kind that change nothing return the same song, however their data came", () => {
    fc.assert(
      fc.property(anyDuo, (song) => {
        for (const edit of idleEdits(song)) {
          const sent = JSON.parse(JSON.stringify(edit)) as Edit;
          for (const one of [edit, sent]) expect(applyEdit(song, one).song).toBe(song);
        }
      }),
      { numRuns: 30 },
    );
  });

  it("take along what hangs on a phrase or part, and bring it back", () => {
    fc.assert(
      fc.property(anyDuo, (song) => {
        for (const { id } of song.phrases) {
          const { song: without, inverse } = applyEdit(song, {
            kind: "remove-phrase",
            phraseId: id,
          });
          expect(JSON.stringify(without)).not.toContain(`"${id}"`);
          expect(without.accepted?.map(({ finding }) => finding).join() ?? "").not.toContain(id);
          expect(sorted(applyEdit(without, inverse).song)).toEqual(sorted(song));
        }
        const gone = applyEdit(song, { kind: "remove-part", partId: "second" }).song;
        expect(gone.accepted).toHaveLength(song.phrases.length);
      }),
      { numRuns: 30 },
    );
  });

  const [song] = fc.sample(anyDuo, { numRuns: 1, seed: 5 }) as [Song];
  const phrase = { id: "new", name: "New", marks: [] };
  const strayLine = { phraseId: "phrase0", partId: "part", bars: [], others: [] };
  const part = { ...song.parts[0]!, id: "third" };
  it.each<[string, Edit]>([
    ["no part nobody", { kind: "remove-part", partId: "nobody" }],
    ["no part nobody", { kind: "replace-part", part: { ...part, id: "nobody" } }],
    ["no phrase new", { kind: "replace-phrase", phrase }],
    ["no phrase new", { kind: "remove-phrase", phraseId: "new" }],
    ["no phrase new", { kind: "set-bars", phraseId: "new", partId: "part", bars: [] }],
    ["no part new", { kind: "set-line", phraseId: "phrase0", partId: "new" }],
    ["index of the phrase", { kind: "insert-phrase", index: 99, phrase, lines: [] }],
    ["index of the part", { kind: "insert-part", index: -1, part, lines: [] }],
    [
      "id phrase0 is taken",
      { kind: "insert-phrase", index: 0, phrase: song.phrases[0]!, lines: [] },
    ],
    [
      "id part is taken",
      { kind: "insert-phrase", index: 0, phrase: { ...phrase, id: "part" }, lines: [] },
    ],
    [
      "does not belong to phrase new",
      { kind: "insert-phrase", index: 0, phrase, lines: [strayLine] },
    ],
    ["does not belong to part third", { kind: "insert-part", index: 0, part, lines: [strayLine] }],
    [
      "no part nobody",
      {
        kind: "insert-phrase",
        index: 0,
        phrase,
        lines: [{ ...strayLine, phraseId: "new", partId: "nobody" }],
      },
    ],
    [
      "two lines at one place",
      {
        kind: "insert-part",
        index: 0,
        part,
        lines: [
          { ...strayLine, partId: "third" },
          { ...strayLine, partId: "third" },
        ],
      },
    ],
    [
      "the form plays phrase new",
      {
        kind: "set-form",
        form: [
          {
            id: "s",
            name: "Verse",
            times: 1,
            endings: [],
            items: [{ phraseId: "new", times: 1, endings: [] }],
          },
        ],
      },
    ],
    [
      "no pitched note none",
      {
        kind: "place-note",
        at: { phraseId: "phrase0", partId: "part", noteId: "none" },
        placement: { pinned: true },
      },
    ],
  ])("that do not fit are refused: %s", (reason, edit) => {
    expect(() => applyEdit(song, edit)).toThrow(reason);
  });

  it("keep the last part", () => {
    const alone = applyEdit(song, { kind: "remove-part", partId: "second" }).song;
    expect(() => applyEdit(alone, { kind: "remove-part", partId: "part" })).toThrow(/at least one/);
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
