import { NO_CAPO, tuningById, usualInstrument, type Capo } from "@intonazione/core/instrument";
import { fret, neckOf, placeNamesOf, placesOf, USUAL_STYLE } from "@intonazione/core/neck";
import { displayPitch, midi, spellMidi, type Key } from "@intonazione/core/pitch";
import type { Note } from "@intonazione/core/score";
import { renderToStaticMarkup } from "react-dom/server";
import { describe, expect, it } from "vitest";
import { layNeck } from "@/ui/neck-layout";
import { Held, Ring } from "./marks";
import { Wood } from "./wood";

const key: Key = { tonic: { step: "G", alter: 0 }, mode: "major" };
const set = (id: string, capo: Capo) => ({
  instrument: usualInstrument(tuningById(id), "Any"),
  capo,
});
const namesFor = (id: string, capo: Capo) => placeNamesOf(set(id, capo), USUAL_STYLE);
const layoutFor = (id: string, capo: Capo) => {
  const { instrument } = set(id, capo);
  return layNeck(neckOf(instrument, capo), 1200);
};
const wood = (id: string, fretted = 0, strings?: readonly number[]) => {
  const capo: Capo = { fret: fretted, ...(strings && { strings }) };
  return renderToStaticMarkup(
    <Wood layout={layoutFor(id, capo)} names={namesFor(id, capo)} songKey={key} />,
  );
};
const note = (pinned: boolean): Note => ({
  kind: "pitched",
  id: "n",
  pitch: { step: "G", alter: 0, octave: 3 },
  place: { string: 4, fret: fret(5) },
  pinned,
  techniques: [],
});

describe("the drawn neck", () => {
  it.each([
    ["standard", 0, ["E4", "B3", "G3", "D3", "A2", "E2"]],
    ["standard", 2, ["F♯4", "C♯4", "A3", "E3", "B2", "F♯2"]],
    ["bass-standard", 0, ["G2", "D2", "A1", "E1"]],
    ["open-g-five", 0, ["D4", "B3", "G3", "D3", "G2"]],
  ])("names what the open strings of %s with capo %i sound", (id, capo, pitches) => {
    const markup = wood(id, capo);
    for (const pitch of pitches) expect(markup).toContain(`>${pitch}</text>`);
    const open = layoutFor(id, { fret: capo }).neck.openMidi.map((n) =>
      displayPitch(spellMidi(n, key)),
    );
    expect(open).toEqual(pitches);
  });

  it("names strings with the signs of music", () => {
    const names = placeNamesOf(set("baritone-b", NO_CAPO), {
      ...USUAL_STYLE,
      stringSchool: "actual",
    });
    const markup = renderToStaticMarkup(
      <Wood layout={layoutFor("baritone-b", NO_CAPO)} names={names} songKey={key} />,
    );
    expect(names.strings).toContain("F#");
    expect(markup).toContain(">F♯</text>");
    expect(markup).not.toContain(">F#<");
  });

  it("shows a capo as a clamp with its fret, and a nut without words", () => {
    expect(wood("standard", 3)).toContain("capo 3");
    expect(wood("standard", 3)).toContain("var(--verdigris)");
    expect(wood("standard")).not.toMatch(/capo|verdigris/u);
    const partial = wood("standard", 2, [3, 4, 5]);
    for (const pitch of ["E4", "B3", "A3", "E3", "B2", "E2"])
      expect(partial).toContain(`>${pitch}<`);
  });

  it("squares off what is pinned, and tells the chosen note from the others by more than colour", () => {
    const layout = layoutFor("standard", NO_CAPO);
    const names = namesFor("standard", NO_CAPO);
    const draw = (pinned: boolean) =>
      renderToStaticMarkup(<Held layout={layout} note={note(pinned)} names={names} isSelected />);
    expect(draw(true)).toMatch(/<rect/u);
    expect(draw(false)).toMatch(/<circle/u);
    expect(draw(false)).toContain(">5</text>");
    const rings = placesOf(midi(55), layout.neck).map((place, index) =>
      renderToStaticMarkup(
        <Ring
          layout={layout}
          place={place}
          number={index + 1}
          label="Move to there"
          onChoose={() => undefined}
        />,
      ),
    );
    expect(rings.map((ring) => /aria-label="([^"]+)"/u.exec(ring)?.[1])).toEqual([
      "Move to there, key 1",
      "Move to there, key 2",
      "Move to there, key 3",
      "Move to there, key 4",
    ]);
  });
});
