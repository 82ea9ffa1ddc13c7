import { parseForm } from "@intonazione/core/callout";
import {
  addVersion,
  copyOfBars,
  everyNotePicked,
  lineOf,
  type Song,
} from "@intonazione/core/score";
import { demoSongs } from "@intonazione/demo";
import { describe, expect, it } from "vitest";
import { FormView } from "@/features/form/form-view";
import { VersionsView } from "@/features/versions/versions-view";
import { stopsOf } from "@/open-song/cursor";
import { newId } from "@/open-song/draft";
import { songOf, storeOf } from "@/open-song/open-song.test-kit";
import { show } from "@/open-song/show.test-kit";
import type { SongStore } from "@/open-song/state/store";
import { setLine } from "@/open-song/transactions";
import { allOf, textOf } from "@/ui/markup.test-kit";
import { WritePanel } from "@/stages/write/panel";

const at = (song: Song, index: number): SongStore => {
  const store = storeOf(song);
  const stop = stopsOf(song, "guitar")[index]!;
  store.moveCursor({ phraseId: stop.phraseId, eventId: stop.event.id });
  return store;
};
const panel = (callout: string, index = 0) => show(at(songOf([callout]), index), <WritePanel />);
const pressed = (markup: string) =>
  [
    ...markup.split('aria-label="Techniques"')[1]!.matchAll(/aria-pressed="true"[^>]*>([^<]+)</gu),
  ].map(([, label]) => label);

describe("the panel while one writes", () => {
  it.each([
    [
      "A2",
      "B2, A string, fret 2",
      "bar 1, on 1 · eighth note sounds B2 fingered B2 as it sounds in the key 5",
    ],
    ["'4 - | E0", "Rest", "bar 1, on 1 · quarter note"],
    ["hit", "Knock on the body", "bar 1, on 1 · eighth note"],
    ["Ax", "Dead stroke, A string", "bar 1, on 1 · eighth note"],
    [
      "from 4& E0",
      "E2, E string, open",
      "bar 1, and of 4 · eighth note sounds E2 fingered E2 as it sounds in the key 1",
    ],
    [
      "@G3",
      "G3, no place yet",
      "bar 1, on 1 · eighth note sounds G3 fingered G3 as it sounds in the key ♭3",
    ],
  ])("of %s says %s", (callout, heading, where) => {
    const markup = panel(callout);
    expect(allOf(markup, "h2")).toEqual([heading]);
    expect(textOf(markup)).toContain(where);
  });

  it.each([
    ["A2b½v.ghost", ["bend ½", "vibrato", "ghost"]],
    ["A5.slidein.acc.hold", ["slid in", "accent", "fermata"]],
    ["pm[A2.stac]", ["palm mute", "short"]],
    ["A2+D2.arp.up", ["spread"]],
  ])("of %s has %j switched on", (callout, switches) => {
    expect(pressed(panel(callout))).toEqual(switches);
  });

  it("says the event in the call-out's words, and who strikes it", () => {
    const markup = panel("A2 D4b1v.up", 1);
    expect(markup).toContain('value="&#x27;8 D4b1v.up"');
    expect(textOf(markup)).toContain("stroke: up");
    expect(textOf(panel("A2"))).toContain("stroke: by school");
  });

  it("lists what a part asks for, each with the bar where it comes first", () => {
    const kettle = demoSongs()[1]!;
    const text = textOf(show(storeOf(kettle), <WritePanel />));
    expect(text).toContain("What Guitar asks for");
    for (const need of ["palm muted bar 2", "hammered on bar 3", "tapped bar 10"]) {
      expect(text).toContain(need);
    }
    expect(text).toContain("Neck pick-up, barely breaking up");
  });
});

describe("the form", () => {
  const songIn = (said: string) => {
    const song = songOf(["'1 E0", "'1 A0 | D0", "'2 G0"]);
    return { ...song, form: parseForm(said, song.phrases, newId).form };
  };
  it.each([
    ["", "Nothing is said yet", "From beginning to end: 4 bars, 0:10"],
    ["Verse: A x2 [1: B] [2: C]", "Verse A ×2 1. B 2. C", "5 bars, 0:12"],
    ["Out x2: A over Em Am", "Out ×2 A over Em Am", "2 bars, 0:05"],
    ["Verse: A [2: B]", "has an ending but is played once", "1 bar, 0:02"],
  ])("said %j shows %s", (said, boxes, length) => {
    const text = textOf(show(storeOf(songIn(said)), <FormView />));
    expect(text).toContain(boxes);
    expect(text).toContain(length);
  });
});

describe("versions", () => {
  const drawBars = (_phrase: string, bars: readonly unknown[], marked: ReadonlySet<string>) => (
    <p>
      {bars.length} bars, {marked.size} marked
    </p>
  );
  const withVersion = () => {
    const store = at(songOf(["'4 A2h4 A0 '2 D2"]), 0);
    const line = lineOf(store.getState().history.song, "phrase0", "guitar")!;
    const { phraseId, partId, ...content } = line;
    const bars = copyOfBars(everyNotePicked(line.bars), newId);
    const version = { label: "every note picked", reason: "for a clean attack", bars };
    store.run(setLine({ phraseId, partId }, "add", addVersion(content, version)));
    return store;
  };

  it("stand below each other with what differs marked, and one of them in the song", () => {
    const markup = show(withVersion(), <VersionsView drawBars={drawBars} />);
    const [chosen, other] = allOf(markup, "article");
    expect(chosen).toBe("stands in the song and on the hand-out 1 bars, 0 marked");
    expect(other).toBe("1 event differs Choose this one Remove 1 bars, 1 marked");
    expect(markup).toContain('value="for a clean attack"');
    expect(allOf(markup, "button")).not.toContain("every note picked");
    expect(allOf(markup, "button")).toContain("simplified");
  });

  it("wait for something to be written", () => {
    const store = storeOf(songOf(["E0"]));
    store.moveCursor({ partId: "bass" });
    const text = textOf(show(store, <VersionsView drawBars={drawBars} />));
    expect(text).toContain("bass has nothing in this phrase yet");
  });
});
