import { describe, expect, it } from "vitest";
import { NO_CAPO } from "../instrument/capo";
import { usualInstrument } from "../instrument/instrument";
import { tuningById } from "../instrument/tuning-library";
import { neckOf } from "../neck/neck";
import { chromasOf, parseChord } from "../pitch/chord";
import { chromaOf } from "../pitch/pitch";
import { gripsOf } from "./grips-of";

const neckIn = (tuningId: string) =>
  neckOf(usualInstrument(tuningById(tuningId), "Guitar"), NO_CAPO);
const standard = { neck: neckIn("standard") };

describe("the grips of a chord", () => {
  // As chord books have them: the open grip, then the E and A shapes with a barre.
  it.each([
    ["Am", ["x02210", "577555"]],
    ["G", ["320003", "355433"]],
    ["Bb", ["688766", "x13331"]],
    ["Dm", ["xx0231", "x57765"]],
    ["Cm7", ["x35343"]],
    ["A5", ["x022xx", "577xxx"]],
    ["nonsense", []],
  ])("of %s are %j", (name, grips) => expect(gripsOf(name, standard)).toEqual(grips));

  it("sound the chord and nothing else, with its root lowest, as if nothing were tuned down", () => {
    const names = ["C", "C#", "D", "Eb", "E", "F", "F#", "G", "Ab", "A", "Bb", "B"].flatMap(
      (root) => ["", "m", "7", "m7", "5"].map((quality) => root + quality),
    );
    for (const tuningId of ["standard", "half-step-down", "two-steps-down"]) {
      const { openMidi } = neckIn(tuningId);
      const lowered = neckIn("standard").openMidi[0]! - openMidi[0]!;
      for (const name of names) {
        const chord = parseChord(name);
        if (!chord.ok) throw new Error(chord.error);
        for (const grip of gripsOf(name, { neck: neckIn(tuningId) })) {
          const sounding = [...grip].flatMap((sign, index) =>
            sign === "x" ? [] : [openMidi[5 - index]! + Number(sign) + lowered],
          );
          const chromas = sounding.map((midi) => midi % 12);
          expect(chromas[0], `${name} ${grip}`).toBe(chromaOf(chord.value.root));
          const [tones, fifth] = [chromasOf(chord.value), (chromas[0]! + 7) % 12];
          expect(chromas.every((chroma) => tones.has(chroma))).toBe(true);
          // No grip needs the fifth, and some open ones have none.
          expect(new Set([...chromas, fifth]), `${name} ${grip}`).toEqual(tones);
        }
      }
    }
  });

  it("are none where the strings do not lie as the shapes need them", () => {
    for (const id of ["drop-d", "open-g", "all-fourths", "bass-standard", "seven-standard"]) {
      expect(gripsOf("Am", { neck: neckIn(id) })).toEqual([]);
    }
  });
});
