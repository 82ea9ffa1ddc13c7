import { signatureOf as signsOf, type Key } from "@intonazione/core/pitch";
import { formatMetre } from "@intonazione/core/rhythm";
import {
  signatureOf,
  staffVoices,
  type Row,
  type StaffNote,
  type StaffVoice,
} from "@intonazione/core/strip";
import type * as Engraver from "vexflow/bravura";

/** The engraver works at a larger scale than strips: by so much its drawing is made smaller. */
export const ENGRAVER_SCALE = 0.8;
const SCALE = ENGRAVER_SCALE;
const TOP = 14;

export interface StaffSheet {
  readonly row: Row;
  /** What stands left of the first bar, in the units of the row: clef and signature. */
  readonly gutter: number;
  readonly key: Key;
  readonly isBass: boolean;
  /** The metre stands behind the signature: where a phrase begins. */
  readonly saysMetre?: boolean;
}

/**
 * Engraves a row on a staff, each head over its figure in the strip. What is drawn is larger by
 * `1 / ENGRAVER_SCALE` than the row: the context has to be scaled by it.
 */
export function engraveRow(
  engraver: typeof Engraver,
  context: Engraver.RenderContext,
  sheet: StaffSheet,
): void {
  const { Stave } = engraver;
  const { row, gutter } = sheet;
  const clef = sheet.isBass ? "bass" : "treble";
  const head = new Stave(0, TOP, (gutter + 2) / SCALE, { leftBar: false, rightBar: false });
  head.addClef(clef, "default", "8vb").addKeySignature(signatureOf(sheet.key));
  const first = row.bars[0]?.box.frame;
  if (sheet.saysMetre && first) head.addTimeSignature(formatMetre(first.metre));
  head.setContext(context).draw();
  let metre = "";
  for (const { box, x, isLast } of row.bars) {
    const stave = new Stave((gutter + x) / SCALE, TOP, box.width / SCALE, { leftBar: false });
    if (isLast) stave.setEndBarType(engraver.Barline.type.END);
    const now = formatMetre(box.frame.metre);
    stave.setContext(context).draw();
    if (now !== metre && metre !== "") {
      context.fillText(now, (gutter + x + 4) / SCALE, TOP + 20);
    }
    metre = now;
    const xOf = new Map(
      box.events.map(({ event, x: at }) => [event.id, (gutter + x + at) / SCALE]),
    );
    drawBar(engraver, context, stave, staffVoices(box.bar), xOf, { clef, sheet, metre });
  }
}

interface Setting {
  readonly clef: string;
  readonly sheet: StaffSheet;
  /** Like `6/8`. */
  readonly metre: string;
}

function drawBar(
  engraver: typeof Engraver,
  context: Engraver.RenderContext,
  stave: Engraver.Stave,
  voices: readonly StaffVoice[],
  xOf: ReadonlyMap<string, number>,
  { clef, sheet, metre }: Setting,
): void {
  const { Accidental, Beam, Formatter, StaveTie, Tuplet, Voice } = engraver;
  const drawn = voices.map((voice, which) => {
    const about = { clef, key: sheet.key, hasTwoVoices: voices.length > 1 };
    const notes = voice.notes.map((note) => headOf(engraver, note, which, about));
    const own = new Voice().setStrict(false).addTickables(notes);
    return { voice, notes, own };
  });
  if (drawn.every(({ notes }) => notes.length === 0)) return;
  const all = drawn.map(({ own }) => own);
  Accidental.applyAccidentals(all, signatureOf(sheet.key));
  // Tuplets come first: beams are grouped by how long notes last.
  const tuplets = drawn.flatMap(({ voice, notes }) =>
    voice.tuplets.map(
      ({ first, last, actual }) =>
        new Tuplet(notes.slice(first, last + 1), { numNotes: actual, ratioed: false }),
    ),
  );
  const groups = Beam.getDefaultBeamGroups(metre);
  const beams = drawn.flatMap(({ notes, voice }, which) =>
    Beam.generateBeams(
      notes.filter((_, index) => !voice.notes[index]!.isGrace),
      { groups, ...(voices.length > 1 && { stemDirection: which === 0 ? 1 : -1 }) },
    ),
  );
  new Formatter().joinVoices(all).format(all, stave.getWidth() - 20);
  for (const { voice, notes, own } of drawn) {
    for (const note of notes) note.setStave(stave);
    for (const [index, note] of notes.entries()) {
      const wanted = xOf.get(voice.notes[index]!.eventId);
      if (wanted === undefined) continue;
      const at = note.getTickContext();
      // A head is some 12 units wide; its middle shall stand over the figure.
      at.setX(at.getX() + wanted - 6 - note.getAbsoluteX());
    }
    own.draw(context, stave);
  }
  for (const beam of beams) beam.setContext(context).draw();
  for (const tuplet of tuplets) tuplet.setContext(context).draw();
  for (const { voice, notes } of drawn) {
    for (const [index, { isTied, isSlurred }] of voice.notes.entries()) {
      const lastNote = notes[index]!;
      if (!isTied && !isSlurred) continue;
      const firstNote = index > 0 ? notes[index - 1]! : null;
      const heads = Math.min(firstNote?.keys.length ?? 1, lastNote.keys.length);
      const indices = Array.from({ length: isTied ? heads : 1 }, (_, head) => head);
      const tie = { firstNote, lastNote, firstIndexes: indices, lastIndexes: indices };
      new StaveTie(tie).setContext(context).draw();
    }
  }
}

function headOf(
  { Dot, GraceNote, StaveNote }: typeof Engraver,
  note: StaffNote,
  voice: number,
  {
    clef,
    key,
    hasTwoVoices,
  }: { readonly clef: string; readonly key: Key; readonly hasTwoVoices: boolean },
): Engraver.StaveNote {
  const value = note.value === 1 ? "w" : note.value === 2 ? "h" : String(note.value);
  const type = note.isRest ? "r" : note.isCross ? "x" : "n";
  const middle = clef === "bass" ? `d${signOn("D", key)}/3` : `b${signOn("B", key)}/4`;
  const Head = note.isGrace ? GraceNote : StaveNote;
  const head = new Head({
    keys: note.isRest || note.isCross ? [middle] : [...note.keys],
    duration: value,
    dots: note.dots,
    type,
    clef,
    ...(hasTwoVoices ? { stemDirection: voice === 0 ? 1 : -1 } : { autoStem: true }),
  });
  for (let dot = 0; dot < note.dots; dot++) Dot.buildAndAttach([head], { all: true });
  return head;
}

/** What the signature says of a step: what has no pitch stands on it without a sign of its own. */
function signOn(step: string, key: Key): string {
  const signs = signsOf(key);
  const at = "FCGDAEB".indexOf(step);
  if (signs > at) return "#";
  return -signs > 6 - at ? "b" : "";
}
