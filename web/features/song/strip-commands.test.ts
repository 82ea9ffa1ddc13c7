import { printCallout } from "@intonazione/core/callout";
import { readSong } from "@intonazione/core/formats/json";
import { USUAL_STYLE } from "@intonazione/core/neck";
import { lineOf } from "@intonazione/core/score";
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { contextOf } from "@/open-song/derived";
import { songOf, storeOf } from "@/open-song/open-song.test-kit";
import { selectedBars } from "@/open-song/selection";
import type { SongStore } from "@/open-song/state/store";
import { resay } from "@/open-song/strip-edits";
import { press } from "./commands.test-kit";
import { clipboardOf, typeDigit } from "@/stages/write/strip-commands";

const KEYS = [
  ..."0357",
  ..."inxr=[]dq~|vho/ybzjgkf",
  "shift+q",
  "shift+m",
  "shift+b",
  "Delete",
  "shift+Delete",
  "ArrowUp",
  "ArrowDown",
  "ArrowLeft",
  "ArrowRight",
  "shift+ArrowRight",
  "shift+ArrowLeft",
  "mod+a",
];
/** What the line says now. */
const said = (store: SongStore, phraseId = "phrase0") => {
  const { song } = store.getState().history;
  const bars = lineOf(song, phraseId, "guitar")?.bars ?? [];
  return printCallout(bars, contextOf(song.parts[0]!, song, USUAL_STYLE));
};
const written = (callout: string, ...keys: string[]) => {
  const store = storeOf(songOf([callout]));
  store.setState({ string: 5 });
  press(store, "ArrowRight", ...keys);
  return said(store);
};

describe("keys on the strip", () => {
  it.each([
    ["E0 A2", ["3"], "'8 E0+A3 A2"],
    ["A0 D2", ["7"], "'8 A7 D2"],
    ["A0 D2", ["i", "3", "5"], "'8 A0 3 5 D2"],
    ["A0 D2", ["n", "5", "]"], "'8 A0 '4 5 '8 D2"],
    ["A0 D2", ["ArrowUp", "4"], "'8 A0+D4 D2"],
    ["A0 D2", ["x"], "'8 Ax D2"],
    ["A0 D2", ["r"], "'8 - D2"],
    ["A0+D2 D2", ["shift+Delete"], "'8 D2 2"],
    ["A0 D2 G2", ["Delete"], "'8 D2 G2"],
    ["A0 D2 G2", ["shift+ArrowRight", "Delete"], "'8 G2"],
    ["A0 D2", ["="], "'8 A0 0 D2"],
    ["A0 D2", ["shift+ArrowRight", "="], "'8 A0 D2 A0 D2"],
    ["A0 D2", ["["], "'16 A0 '8 D2"],
    ["A0 D2", ["d"], "'8. A0 '8 D2"],
    ["'? A0 D2", ["d"], "'8. A0 '? D2"],
    ["'? A0 D2", ["7"], "'? A7 D2"],
    ["'? A0 D2", ["i", "3"], "'? A0 3 D2"],
    ["'? A0 D2", ["r", "x"], "'? Ax D2"],
    ["A0 D2", ["d", "d"], "'8.. A0 '8 D2"],
    ["A0 D2", ["d", "d", "d"], "'8 A0 D2"],
    ["A0 D0 A2+e2", ["mod+a", "shift+Delete"], "'8 - D0 e2"],
    ["A0 A2 A3", ["mod+a", "q"], "'8t A0 2 3"],
    ["A0 D2", ["ArrowRight", "~"], "'8 A0 ~"],
    ["A0 D2", ["ArrowRight", "~", "~"], "'8 A0 0"],
    ["'4 A0 D2 G2 B3", ["ArrowRight", "ArrowRight", "|"], "'4 A0 D2 | G2 B3"],
    ["'4 A0 D2 | G2 B3", ["ArrowRight", "ArrowRight", "|"], "'4 A0 D2 G2 B3"],
    ["A0 A2", ["ArrowRight", "h"], "'8 A0h2"],
    ["A0 A2", ["ArrowRight", "h", "o"], "'8 A0p2"],
    ["A3 D2", ["b"], "'8 A3b1 D2"],
    ["A3 D2", ["shift+m", "k"], "'8 pm[A3.acc] D2"],
    ["A3 D2", ["v", "v"], "'8 A3.up D2"],
    ["A3 D2", ["f"], "'8 A3.hold D2"],
  ])("%s, then %j: %s", (callout, keys, wanted) => {
    expect(written(callout, ...keys)).toBe(wanted);
  });

  it("takes two digits in a hurry for one fret", () => {
    const store = storeOf(songOf(["A0"]));
    store.setState({ string: 5 });
    press(store, "ArrowRight");
    typeDigit(store, 1, 1000);
    typeDigit(store, 2, 1300);
    expect(said(store)).toBe("'8 A12");
    typeDigit(store, 3, 9000);
    expect(said(store)).toBe("'8 A3");
  });

  it("fills a bar, goes on in the next, and says what is missing there", () => {
    expect(written("'2 A0 2", "ArrowRight", "i", "3")).toBe("'2 A0 2 | A3");
  });

  it("copies what is selected as a call-out, and pastes one behind the cursor", () => {
    const store = storeOf(songOf(["A0h2 pm[E0] D2"]));
    const clipboard = clipboardOf(store);
    press(store, "ArrowRight", "shift+ArrowRight", "shift+ArrowRight");
    expect(clipboard.copy()).toBe("'8 A0h2 pm[E0]");
    expect(clipboard.cut()).toBe("'8 A0h2 pm[E0]");
    expect(said(store)).toBe("'8 D2");
    expect(clipboard.paste("'16 G2 B3 nonsense")).toMatch(/nonsense/u);
    expect(clipboard.paste("'16 G2 B3")).toBeUndefined();
    expect(said(store)).toBe("'8 D2 '16 G2 B3");
  });

  it("lets a line grow to what can be saved, and no further", () => {
    const store = storeOf(songOf(["'1 E0"]));
    const clipboard = clipboardOf(store);
    press(store, "ArrowRight");
    for (const text of ["'1 ".concat("E0 ".repeat(1998)), "'1 E0"]) {
      expect(clipboard.paste(text)).toBeUndefined();
    }
    expect(clipboard.paste("'1 E0 A0")).toMatch(/may have 2000 bars, got 2002/u);
    press(store, "n", "=");
    const said = resay(store.getState(), "'1 E0 A0");
    expect([said.edit, said.findings.map(({ code }) => code)]).toEqual([
      undefined,
      ["too-many-bars"],
    ]);
    const { song } = store.getState().history;
    expect(song.lines[0]!.bars.length).toBe(2000);
    expect(readSong(song).ok).toBe(true);
  });

  it("knows the bars that a selection touches", () => {
    const store = storeOf(songOf(["'1 E0 | A0 | D0 | G0"]));
    press(store, "ArrowRight", "ArrowRight", "shift+ArrowRight");
    expect(selectedBars(store.getState())).toEqual({ first: 1, last: 2 });
  });

  it("leave a sound song whatever is pressed, and undo leads back to the opening", () => {
    fc.assert(
      fc.property(fc.array(fc.constantFrom(...KEYS), { maxLength: 40 }), (keys) => {
        const opened = songOf(["pm[E0 E0] D3h5 A2+D2 | '4 E0.acc ~ G7b1 -", "A0 A2"]);
        const store = storeOf(opened);
        press(store, "ArrowRight", ...keys);
        const { song } = store.getState().history;
        const read = readSong(JSON.parse(JSON.stringify(song)));
        expect(read).toEqual({ ok: true, value: song });
        while (store.undo() !== undefined);
        expect(store.getState().history.song).toEqual(opened);
      }),
      { numRuns: 150 },
    );
  });
});
