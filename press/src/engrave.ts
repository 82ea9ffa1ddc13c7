import { FIRST_BAR } from "@intonazione/core/foundation";
import { familyOf } from "@intonazione/core/instrument";
import type { Engraver, Mark } from "@intonazione/core/handout";
import * as vexflow from "vexflow/bravura";
import { ENGRAVER_SCALE, engraveRow } from "./engrave-row";
import { MarkContext, measure, pixelsOf } from "./staff-context";

/** The engraver asks a canvas how large its signs are; here the font itself is asked. */
const canvas = {
  getContext: () => {
    let size = 30;
    return {
      set font(words: string) {
        size = pixelsOf(/[\d.]+(?:pt|px)/u.exec(words)?.[0]);
      },
      measureText: (text: string) => measure(text, size),
    };
  },
};
vexflow.Element.setTextMeasurementCanvas(canvas as unknown as OffscreenCanvas);
// In a browser it lets an element of the page take a font's words apart.
vexflow.Font.fromCSSString = (words) => {
  const match = /^(.*?)([\d.]+(?:pt|px|em|%)?)\s+(.+)$/u.exec(words.trim());
  return {
    family: match?.[3] ?? "Bravura",
    size: match?.[2] ?? "30pt",
    weight: /bold|\b[6-9]00\b/u.test(match?.[1] ?? "") ? "bold" : "normal",
    style: /italic/u.test(match?.[1] ?? "") ? "italic" : "normal",
  };
};

/** Draws the staff of a row, each head over its figure on the strings. */
export const engrave: Engraver = (row, { part, song }, gutter): readonly Mark[] => {
  const context = new MarkContext();
  const isBass = familyOf(part.instrument) === "bass";
  engraveRow(vexflow, context, {
    row,
    gutter,
    key: song.key,
    isBass,
    saysMetre: row.firstBar === FIRST_BAR,
  });
  return [{ kind: "group", x: 0, y: 0, scale: ENGRAVER_SCALE, marks: context.marks }];
};
