import { tuningById, USUAL_BUILD } from "@intonazione/core/instrument";
import { fret, neckOf, placesOf } from "@intonazione/core/neck";
import { displayPitch, midi, spellMidi, type Key } from "@intonazione/core/pitch";
import type { Note } from "@intonazione/core/score";
import { renderToStaticMarkup } from "react-dom/server";
import { describe, expect, it } from "vitest";
import { layNeck } from "./layout";
import { Held, Ring } from "./marks";
import { Wood } from "./wood";

const key: Key = { tonic: { step: "G", alter: 0 }, mode: "major" };
const layoutFor = (id: string, capo: number) => {
  const { tuning, kind } = tuningById(id);
  return layNeck(neckOf({ tuning, ...USUAL_BUILD[kind] }, capo), 1200);
};
const wood = (id: string, capo = 0) => {
  const layout = layoutFor(id, capo);
  const names = layout.neck.openMidi.map((_, index) => `s${index + 1}`);
  return renderToStaticMarkup(<Wood layout={layout} names={names} songKey={key} />);
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
    const open = layoutFor(id, capo).neck.openMidi.map((n) => displayPitch(spellMidi(n, key)));
    expect(open).toEqual(pitches);
  });

  it("shows a capo as a clamp with its fret, and a nut without words", () => {
    expect(wood("standard", 3)).toContain("capo 3");
    expect(wood("standard", 3)).toContain("var(--verdigris)");
    expect(wood("standard")).not.toMatch(/capo|verdigris/u);
  });

  it("squares off what is pinned, and tells the chosen note from the others by more than colour", () => {
    const layout = layoutFor("standard", 0);
    const draw = (pinned: boolean) =>
      renderToStaticMarkup(<Held layout={layout} note={note(pinned)} isSelected />);
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
