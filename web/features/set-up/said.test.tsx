import { tuningById, usualInstrument, type Capo, NO_CAPO } from "@intonazione/core/instrument";
import { USUAL_STYLE, type PlaceStyle } from "@intonazione/core/neck";
import type { Part, Song } from "@intonazione/core/score";
import { demoRack } from "@intonazione/demo";
import type { ReactNode } from "react";
import { renderToStaticMarkup } from "react-dom/server";
import { describe, expect, it } from "vitest";
import { OpenSongProvider } from "@/open-song/context";
import { openedOf, songOf, storeOf } from "@/open-song/open-song.test-kit";
import { allOf, textOf } from "@/ui/markup.test-kit";
import { TuningChooser } from "./hand/tuning-chooser";
import { KeepBar } from "./keep-bar";
import { SayFirst } from "./say-first";

/** A view inside an open song; nothing is saved from here. */
function shown(view: ReactNode, song: Song, studio: PlaceStyle = USUAL_STYLE): string {
  const rack = demoRack().map((value, index) => ({ id: String(index), version: 1, value }));
  const open = openedOf(storeOf(song, { studio }), rack);
  return renderToStaticMarkup(<OpenSongProvider value={open}>{view}</OpenSongProvider>);
}
const [electric] = demoRack();
const songWith = (
  callouts: readonly string[],
  part: Partial<Part>,
  details: Partial<Song> = {},
) => {
  const song = songOf(callouts, details);
  return { ...song, parts: [{ ...song.parts[0]!, ...part }] };
};
const tuned = (id: string) => ({ ...electric!, tuning: tuningById(id).tuning });

describe("what is said first", () => {
  const said = (part: Partial<Part>, details: Partial<Song> = {}) =>
    textOf(shown(<SayFirst />, songWith([], part, details)));

  it("is instrument, tuning, capo before tuning, what sounds, and both keys", () => {
    const words = said({ instrument: tuned("drop-d"), capo: { fret: 2 } });
    expect(words).toMatch(/take Grey Wader tune Drop D D A D G B E from the thickest/u);
    expect(words).toMatch(/capo 2 , before tuning sounds E B E A C♯ F♯ strings Regular, 10–46/u);
    expect(words).toMatch(/sounds in E minor fingered in D minor/u);
  });

  it("leaves out what is as usual", () => {
    const words = said({ instrument: electric! });
    expect(words).toMatch(/capo none strings/u);
    expect(words).toMatch(/fingered as it sounds/u);
    expect(words).not.toMatch(/A = |⚠|Re-entrant/u);
  });

  it("warns of what may break, and says re-entrant strings and an unusual pitch", () => {
    const words = said({ instrument: tuned("new-standard") }, { referenceHz: 432 });
    expect(words).toMatch(/⚠ The e string would be beyond a safe tension/u);
    expect(words).toMatch(/turn your face away/iu);
    expect(words).toMatch(/A = 432 Hz, not 440/u);
    const [low, ...others] = [...electric!.tuning].reverse();
    const falling = [...others, { ...low!, octave: 4 }];
    expect(said({ instrument: { ...electric!, tuning: falling } })).toMatch(/Re-entrant: the /u);
  });

  it("calls strings as the studio does, unless the song says otherwise", () => {
    const song = songWith([], { instrument: tuned("new-standard") });
    const numbers = { ...USUAL_STYLE, stringSchool: "number" } as const;
    expect(textOf(shown(<SayFirst />, song, numbers))).toMatch(/The string 1 would be/u);
    const own = { ...song, style: { stringSchool: "actual" } as const };
    expect(textOf(shown(<SayFirst />, own, numbers))).toMatch(/The g string would be/u);
  });
});

describe("a change of the strings that waits", () => {
  const asked = (callouts: readonly string[], tuningId: string, capo: Capo = NO_CAPO) => {
    const song = songWith(callouts, {});
    const to = { instrument: usualInstrument(tuningById(tuningId), "To"), capo };
    const nothing = () => undefined;
    const bar = (
      <KeepBar song={song} part={song.parts[0]!} to={to} onDone={nothing} onLeave={nothing} />
    );
    const markup = shown(bar, song);
    return { words: textOf(markup), buttons: allOf(markup, "button") };
  };

  it("asks what shall stay where notes are written, with no answer of its own", () => {
    const { words, buttons } = asked(["E0 A2"], "drop-d", { fret: 2 });
    expect(words).toMatch(/^Drop D, capo 2 : there are notes already. What shall stay\?/u);
    expect(buttons).toEqual(["Leave it", "Keep the shapes", "Keep what sounds"]);
  });

  it("asks nothing where nothing is written", () => {
    expect(asked([], "drop-d").buttons).toEqual(["Leave it", "Set it up like this"]);
  });

  it("cannot keep shapes on strings that are not there", () => {
    const { words, buttons } = asked(["E0 A2"], "open-g-five");
    expect(words).toMatch(/fewer strings than are written for/u);
    expect(buttons).toEqual(["Leave it", "Keep what sounds"]);
  });
});

describe("choosing a tuning", () => {
  const chooser = (typed?: string, id = "standard") =>
    renderToStaticMarkup(
      <TuningChooser
        instrument={usualInstrument(tuningById(id), "Any")}
        typed={typed}
        onType={() => undefined}
      />,
    );
  const first = (typed: string) => allOf(chooser(typed), "button")[0];

  it("starts from the whole library for this instrument, the tuning that is on marked", () => {
    const rows = allOf(chooser(), "button");
    expect(rows.length).toBeGreaterThan(40);
    expect(chooser().match(/aria-pressed="true"/gu)).toHaveLength(1);
    expect(rows).toContain("Drop D D A D G B E 6 down 2");
    for (const row of allOf(chooser(undefined, "bass-five"), "button")) {
      expect(row).toMatch(/^Bass/u);
    }
  });

  it.each([
    ["drop d", "Drop D D A D G B E 6 down 2"],
    ["6 down 2", "Drop D D A D G B E 6 down 2"],
    ["d a d f# a d", "Open D D A D F♯ A D 6 down 2, 3 down 1, 2 down 2, 1 down 2"],
    ["all down 1", "Half step down E♭ A♭ D♭ G♭ B♭ E♭ all down 1"],
  ])("finds %j", (typed, row) => {
    expect(first(typed)).toBe(row);
  });

  it("says how what was typed is understood, or where it cannot be", () => {
    expect(textOf(chooser("6th to D, A=442"))).toMatch(/D2 A2 D3 G3 B3 E4 · 6 down 2 · A = 442/u);
    expect(textOf(chooser("E3 A3 D4 G4 B3 E4"))).toMatch(/re-entrant there/u);
    expect(textOf(chooser("Es A D G B E"))).toMatch(/string 6: “Es”: write flats with b/u);
    expect(chooser("Es A D G B E")).toMatch(/role="alert"/u);
    expect(textOf(chooser("E A D G B E, A=0"))).toMatch(/A is 415 to 466 Hz/u);
  });
});
