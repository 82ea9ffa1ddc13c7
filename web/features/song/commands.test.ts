import { readSong } from "@intonazione/core/formats/json";
import { midiOf } from "@intonazione/core/pitch";
import { eventsOf, lineOf, notesOf, type PitchedNote } from "@intonazione/core/score";
import { demoSongs } from "@intonazione/demo";
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import { noteAt, stopAt, stopsOf } from "@/open-song/cursor";
import { neckOfPart, partAt } from "@/open-song/derived";
import { openedOf, songOf, storeOf } from "@/open-song/open-song.test-kit";
import type { SongStore } from "@/open-song/state/store";
import { STAGES } from "@/stages/register";
import { otherPlaces } from "@/ui/other-places";
import { commandsOf } from "./commands";
import { press } from "./commands.test-kit";
import { nameOfKey } from "./use-keys";

const noteHere = (store: SongStore): PitchedNote => {
  const { history, cursor } = store.getState();
  const note = noteAt(stopAt(history.song, cursor)!.event, cursor);
  if (note?.kind !== "pitched") throw new Error("expected a pitched note at the cursor");
  return note;
};

describe("commands", () => {
  beforeEach(() => {
    // The caret follows into the call-out line, which belongs to the page.
    vi.stubGlobal("requestAnimationFrame", vi.fn());
    vi.stubGlobal("document", { getElementById: () => null });
  });
  afterEach(() => void vi.unstubAllGlobals());

  it("have names and ids of their own, and in every stage keys that mean one thing", () => {
    for (const { id: stage } of STAGES) {
      const store = storeOf(songOf(["E0"]), { stage });
      if (stage === "write") press(store, "ArrowRight");
      const commands = commandsOf(openedOf(store));
      for (const all of [commands.map(({ id }) => id), commands.map(({ label }) => label)]) {
        expect(new Set(all).size).toBe(all.length);
      }
      const keys = commands
        .filter(({ isOn }) => isOn?.() ?? true)
        .flatMap((command) => command.keys ?? [])
        // While one writes the arrows choose strings, and come before phrases.
        .filter((key) => stage !== "write" || !["ArrowUp", "ArrowDown"].includes(key));
      expect(new Set(keys).size).toBe(keys.length);
    }
  });

  it("move any note of the demo studio to any of its rings, and the song stays sound", () => {
    for (const song of demoSongs()) {
      for (const part of song.parts) {
        const neck = neckOfPart(part);
        for (const { event, phraseId } of stopsOf(song, part.id).slice(0, 24)) {
          for (const note of notesOf(event)) {
            const rings = otherPlaces(note, event, neck);
            for (let index = 0; index < Math.min(9, rings.length); index++) {
              const store = storeOf(song, { stage: "place" });
              store.moveCursor({ partId: part.id, phraseId, eventId: event.id, noteId: note.id });
              press(store, String(index + 1));
              const moved = noteHere(store);
              expect(moved).toMatchObject({ pinned: true, place: rings[index] });
              if (note.kind === "pitched") expect(midiOf(moved.pitch)).toBe(midiOf(note.pitch));
              expect(readSong(store.getState().history.song).ok).toBe(true);
            }
          }
        }
      }
    }
  });

  it("never offer a string that sounds something else at the moment", () => {
    const song = songOf(["A2+D0"]);
    const [event] = eventsOf(lineOf(song, "phrase0", "guitar")!.bars);
    const neck = neckOfPart(partAt(song, "guitar"));
    const [, d] = notesOf(event!);
    expect(otherPlaces(d, event, neck).map(({ string, fret }) => `${string}:${fret}`)).toEqual([
      "6:10",
    ]);
  });

  it("do nothing where there is nothing to do", () => {
    const store = storeOf(songOf(["x -".replace("x", "Ex"), "E0"]), { stage: "place" });
    const { song } = store.getState().history;
    press(store, "1", "p", "mod+z");
    press(store, "ArrowRight", "1", "p");
    press(store, "ArrowRight", "9", "p", "c");
    expect(store.getState().history.song).toBe(song);
  });

  it("pin a note where it lies, and let go of it again", () => {
    const store = storeOf(songOf(["E0 A2"]));
    press(store, "ArrowRight", "ArrowRight", "p");
    expect(noteHere(store)).toMatchObject({ pinned: true, place: { string: 5, fret: 2 } });
    press(store, "p");
    expect(noteHere(store)).toMatchObject({ pinned: false, place: { string: 5, fret: 2 } });
  });

  it("turn to parts, stages, lanes and phrases", () => {
    const store = storeOf(songOf(["E0", "A2"]));
    press(store, ".");
    expect(store.getState().cursor).toMatchObject({ partId: "bass", eventId: undefined });
    press(store, ".", ",", ",");
    expect(store.getState().cursor.partId).toBe("guitar");
    press(store, "l", "a");
    expect(store.getState()).toMatchObject({ stage: "place", showsAllParts: true });
    press(store, "ArrowRight", "ArrowDown", "e");
    expect(store.getState().rewriting).toBe("phrase1");
    press(store, "s");
    expect(store.getState().rewriting).toBeUndefined();
    const lane = commandsOf(openedOf(store)).find(({ id }) => id === "lane-value")!;
    lane.run();
    expect(store.getState().lanes.has("value")).toBe(true);
    lane.run();
    expect(store.getState().lanes.has("value")).toBe(false);
  });

  it.each([
    [{ key: "k", ctrlKey: true }, "mod+k"],
    [{ key: "k", metaKey: true }, "mod+k"],
    [{ key: "¶", altKey: true, code: "Digit7" }, "alt+7"],
    [{ key: "Z", ctrlKey: true, shiftKey: true }, "mod+shift+z"],
    [{ key: "C", shiftKey: true }, "shift+c"],
    [{ key: "ArrowLeft" }, "ArrowLeft"],
    [{ key: "Home", shiftKey: true }, "shift+Home"],
    [{ key: "?", shiftKey: true }, "?"],
    [{ key: "3" }, "3"],
  ])("are called by %j as %s", (event, name) => {
    const none = { ctrlKey: false, metaKey: false, shiftKey: false };
    expect(nameOfKey({ ...none, ...event })).toBe(name);
  });
});
