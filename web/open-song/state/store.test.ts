import { lineOf, notesOf, eventsOf } from "@intonazione/core/score";
import { describe, expect, it } from "vitest";
import { draftOf } from "../draft";
import { songOf, storeOf } from "../open-song.test-kit";
import {
  addPart,
  unpin,
  pinNote,
  removePart,
  removePhrase,
  renamePart,
  renamePhrase,
  writePhrase,
} from "../transactions";
import { fret } from "@intonazione/core/neck";

const song = songOf(["E0 A2", "D2 G2"]);

describe("the open song", () => {
  it("takes every transaction back and does it again, with the names undo shows", () => {
    const store = storeOf(song);
    const [first] = eventsOf(lineOf(song, "phrase0", "guitar")!.bars);
    const [note] = notesOf(first!);
    if (note?.kind !== "pitched") throw new Error("expected a pitched note");
    const at = { phraseId: "phrase0", partId: "guitar" };
    const bars = lineOf(song, "phrase1", "guitar")!.bars;
    const steps = [
      pinNote(at, note, { string: 6, fret: fret(0) }),
      unpin(at, note),
      renamePhrase({ id: "phrase0", name: "Opening", marks: [] }),
      writePhrase(song, { id: "phrase2", name: "Third", marks: [] }, "bass", []),
      writePhrase(song, song.phrases[0]!, "guitar", bars.slice(0, 0)),
      addPart(song, { ...song.parts[0]!, id: "two", name: "Two" }, song.lines),
      renamePart(song.parts[1]!, "Low"),
      removePart(song.parts[1]!),
      removePhrase(song.phrases[1]!),
    ];
    const states = [store.getState().history.song];
    for (const step of steps) {
      store.run(step);
      states.push(store.getState().history.song);
    }
    expect(new Set(states).size).toBe(steps.length + 1);
    const sorted = (state: (typeof states)[number]) => ({
      ...state,
      lines: [...state.lines].sort((a, b) =>
        (a.phraseId + a.partId).localeCompare(b.phraseId + b.partId),
      ),
    });
    for (let index = steps.length; index > 0; index--) {
      expect(store.undo()).toBe(steps[index - 1]!.label);
      expect(sorted(store.getState().history.song)).toEqual(sorted(states[index - 1]!));
    }
    expect(store.undo()).toBeUndefined();
    for (const step of steps) expect(store.redo()).toBe(step.label);
    expect(sorted(store.getState().history.song)).toEqual(sorted(states.at(-1)!));
    expect(store.redo()).toBeUndefined();
  });

  it("gives a new part the lines of the old one, under its own id", () => {
    const store = storeOf(song);
    store.run(addPart(song, { ...song.parts[0]!, id: "copy" }, song.lines), { partId: "copy" });
    const { history, cursor } = store.getState();
    expect(history.song.lines.filter((line) => line.partId === "copy")).toHaveLength(2);
    expect(cursor.partId).toBe("copy");
    store.undo();
    expect(store.getState().cursor.partId).toBe("guitar");
  });

  it("stops rewriting a phrase that is gone, and keeps what was typed for it", () => {
    const store = storeOf(song);
    store.setState({ rewriting: "phrase1" });
    store.setDraft("guitar/phrase1", "D2 G2 B3");
    store.run(removePhrase(song.phrases[1]!));
    expect(store.getState().rewriting).toBeUndefined();
    store.undo();
    store.setState({ rewriting: "phrase1" });
    expect(draftOf(store.getState()).text).toBe("D2 G2 B3");
  });

  it("starts anew from another version, with nothing to undo", () => {
    const store = storeOf(song);
    store.run(renamePhrase({ id: "phrase0", name: "Mine", marks: [] }));
    store.reopen(songOf(["B1"]));
    expect(store.getState().history.past).toEqual([]);
    expect(store.undo()).toBeUndefined();
    expect(store.getState().history.song.phrases).toHaveLength(1);
  });
});
