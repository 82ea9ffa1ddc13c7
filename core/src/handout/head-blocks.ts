import { capoInWords } from "../instrument/capo";
import { familyOf } from "../instrument/instrument";
import { formatGauge } from "../instrument/string-set";
import { displayTuningShort } from "../instrument/tuning";
import { displayStringName } from "../instrument/string-names";
import { nameOfTuning } from "../instrument/tuning-library";
import { neckOf } from "../neck/neck";
import { placeNamesOf } from "../neck/place-names";
import { frequencyHzOf } from "../pitch/frequency";
import { displayKey } from "../pitch/key";
import { displayPitch } from "../pitch/pitch";
import { spellMidi } from "../pitch/spelling";
import { formatFeel } from "../rhythm/feel";
import { formatMetre } from "../rhythm/metre";
import { styleOf, type Part, type Song } from "../score/song";
import { fingeredKey, soundingShift } from "../theory/fingered";
import { stroke, text, wrapWords, type Mark, type Typesetter } from "./drawing";
import type { HandoutOptions } from "./options";
import type { Block } from "./pages";

const LINE = 13;

/** The title, tempo, metre, feel and key: what is said before anything is played. */
export function titleBlock(song: Song, width: number): Block {
  const feel = song.feel.kind === "straight" ? [] : [formatFeel(song.feel)];
  const facts = [
    `♩ = ${song.tempoBpm}`,
    formatMetre(song.metre),
    ...feel,
    `sounds in ${displayKey(song.key)}`,
  ];
  const marks: Mark[] = [
    text(0, 24, song.title, { face: "title", size: 25 }),
    text(0, 43, facts.join("  ·  "), { size: 10.5 }),
    stroke(`M0 53H${width}`, 0.8),
  ];
  return { height: 64, marks };
}

/** What one player has in hand: instrument, strings with what each sounds, capo, reference pitch. */
export function inHandBlock(
  song: Song,
  part: Part,
  width: number,
  options: HandoutOptions,
  typesetter: Typesetter,
): Block {
  const { instrument, capo } = part;
  const { tuning } = instrument;
  const shift = soundingShift(instrument, capo);
  const name = nameOfTuning(tuning, familyOf(instrument));
  const rows: (readonly [string, string])[] = [
    ["take", instrument.name],
    ["tune to", `${name ? `${name}: ` : ""}${displayTuningShort(tuning)}, from the thickest`],
    [
      "capo",
      capo.fret === 0
        ? "none"
        : `${capoInWords(capo)}: put it on first, then tune with it on, since it presses the strings sharp`,
    ],
  ];
  if (instrument.strings && instrument.strings.gauges.length > 0) {
    const gauges = instrument.strings.gauges.map((gauge) => formatGauge(gauge)).reverse();
    rows.push(["strings", `${instrument.strings.name} (${gauges.join(" ")})`]);
  }
  if (song.referenceHz !== 440) rows.push(["reference", `A = ${song.referenceHz} Hz`]);
  if (shift !== 0) {
    rows.push([
      "key",
      `played as ${displayKey(fingeredKey(song.key, shift))}, sounds ${displayKey(song.key)}`,
    ]);
  }
  if (part.tone !== undefined && part.tone !== "") rows.push(["tone", part.tone]);
  const marks: Mark[] = [text(0, 12, part.name, { face: "title", size: 14 })];
  let y = 28;
  for (const [term, words] of rows) {
    const lines = wrapWords(words, width - 62, "sans", 10, typesetter);
    marks.push(text(0, y, term, { face: "italic", size: 10, grey: 0.35 }));
    for (const [index, line] of lines.entries()) {
      marks.push(text(58, y + index * LINE, line, { size: 10 }));
    }
    y += LINE * Math.max(1, lines.length);
  }
  const strings = stringMarks(song, part, width, options);
  return { height: y + strings.height + 10, marks: [...marks, ...strings.marksAt(y)] };
}

/** Every string with its name, its target with the capo on, and its frequency. */
function stringMarks(song: Song, part: Part, width: number, options: HandoutOptions) {
  const { instrument, capo } = part;
  const names = placeNamesOf(part, styleOf(song, options.style));
  const neck = neckOf(instrument, capo);
  const count = instrument.tuning.length;
  const step = Math.min(76, (width - 58) / count);
  const marksAt = (top: number): readonly Mark[] =>
    instrument.tuning.flatMap((open, index): Mark[] => {
      const x = 58 + (count - 1 - index) * step;
      const sounds =
        neck.openOffsets[index] === 0 ? open : spellMidi(neck.openMidi[index]!, song.key);
      const hz = frequencyHzOf({ ...sounds, cents: open.cents ?? 0 }, song.referenceHz);
      return [
        text(x, top + 4, displayStringName(names.strings[index]!), { face: "bold", size: 10 }),
        text(x + 16, top + 4, displayPitch(sounds), { size: 10 }),
        text(x + 16, top + 14, `${hz.toFixed(1)} Hz`, { size: 7.5, grey: 0.4 }),
      ];
    });
  const label = text(0, 0, capo.fret === 0 ? "open" : "with it on", {
    face: "italic",
    size: 10,
    grey: 0.35,
  });
  return {
    height: 22,
    marksAt: (top: number): readonly Mark[] => [{ ...label, y: top + 4 } as Mark, ...marksAt(top)],
  };
}

/** The order of the phrases, in words. */
export function formBlock(song: Song, width: number, typesetter: Typesetter): Block | undefined {
  if (song.form.length === 0) return undefined;
  const nameOf = new Map(song.phrases.map(({ id, name }) => [id, name]));
  const times = (count: number) => (count > 1 ? ` ×${count}` : "");
  const endings = (all: readonly { passes: readonly number[]; phraseId: string }[]) =>
    all
      .map(
        ({ passes, phraseId }) =>
          `, pass ${passes.join(" and ")} ends with ${nameOf.get(phraseId)}`,
      )
      .join("");
  const lines = song.form.flatMap((section) => {
    const items = section.items.map(
      (item) => `${nameOf.get(item.phraseId)}${times(item.times)}${endings(item.endings)}`,
    );
    const said = `${section.name}${times(section.times)}: ${items.join("  –  ")}${endings(section.endings)}`;
    return wrapWords(said, width - 62, "sans", 10, typesetter);
  });
  return {
    height: lines.length * LINE + 8,
    marks: [
      text(0, 10, "form", { face: "italic", size: 10, grey: 0.35 }),
      ...lines.map((line, index) => text(58, 10 + index * LINE, line, { size: 10 })),
    ],
  };
}

/** Free words about feel and tone. */
export function noteBlock(words: string, width: number, typesetter: Typesetter): Block {
  const lines = wrapWords(words, width, "serif", 10.5, typesetter);
  return {
    height: lines.length * 14 + 10,
    marks: lines.map((line, index) =>
      text(0, 11 + index * 14, line, { face: "serif", size: 10.5 }),
    ),
  };
}
