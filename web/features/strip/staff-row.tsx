"use client";

import type { BarFrame } from "@intonazione/core/score";
import { useEffect, useRef } from "react";
import type * as Engraver from "vexflow/bravura";
import type { PartFacts } from "./facts";
import type { Row } from "./layout";
import { signatureOf, staffVoices, type StaffNote, type StaffVoice } from "./staff";

/** In px; the engraver works at a larger scale. */
const HEIGHT = 124;
const SCALE = 0.8;
const TOP = 14;

/** A row on a staff, each head over its figure. The engraver is loaded when the first one is shown. */
export function StaffRow({
  row,
  width,
  gutter,
  facts,
}: {
  readonly row: Row;
  readonly width: number;
  readonly gutter: number;
  readonly facts: PartFacts;
}) {
  const box = useRef<HTMLDivElement>(null);
  useEffect(() => {
    let isGone = false;
    void (async () => {
      const engraver = await import("vexflow/bravura");
      // Its signs are text in its own font, which must be there before anything is measured.
      await document.fonts.load("30px Bravura");
      if (isGone || !box.current) return;
      box.current.replaceChildren();
      draw(engraver, box.current, { row, width, gutter, facts });
    })().catch(() => {
      if (!isGone) box.current?.replaceChildren("this row could not be engraved");
    });
    return () => {
      isGone = true;
    };
  }, [row, width, gutter, facts]);
  return (
    <div
      ref={box}
      aria-hidden
      className="staff"
      style={{ width, height: HEIGHT, color: "var(--ink)" }}
    />
  );
}

interface Sheet {
  readonly row: Row;
  readonly width: number;
  readonly gutter: number;
  readonly facts: PartFacts;
}

function draw(engraver: typeof Engraver, into: HTMLDivElement, sheet: Sheet): void {
  const { Renderer, Stave } = engraver;
  const { row, width, gutter, facts } = sheet;
  const renderer = new Renderer(into, Renderer.Backends.SVG);
  renderer.resize(width, HEIGHT);
  const context = renderer.getContext();
  context.scale(SCALE, SCALE);
  context.setFillStyle("currentColor");
  context.setStrokeStyle("currentColor");
  const clef = facts.isBass ? "bass" : "treble";
  const head = new Stave(0, TOP, (gutter + 2) / SCALE, { leftBar: false, rightBar: false });
  head.addClef(clef, "default", "8vb").addKeySignature(signatureOf(facts.key));
  head.setContext(context).draw();
  let metre = "";
  for (const { box, x, isLast } of row.bars) {
    const stave = new Stave((gutter + x) / SCALE, TOP, box.width / SCALE, { leftBar: false });
    if (isLast) stave.setEndBarType(engraver.Barline.type.END);
    const now = sayMetre(box.frame);
    stave.setContext(context).draw();
    if (now !== metre && metre !== "") {
      context.fillText(now, (gutter + x + 4) / SCALE, TOP + 20);
    }
    metre = now;
    const xOf = new Map(
      box.events.map(({ event, x: at }) => [event.id, (gutter + x + at) / SCALE]),
    );
    drawBar(engraver, context, stave, staffVoices(box.bar), xOf, { clef, sheet });
  }
}

function sayMetre({ metre }: BarFrame): string {
  return `${metre.beats}/${metre.unit}`;
}

interface Setting {
  readonly clef: string;
  readonly sheet: Sheet;
}

function drawBar(
  engraver: typeof Engraver,
  context: Engraver.RenderContext,
  stave: Engraver.Stave,
  voices: readonly StaffVoice[],
  xOf: ReadonlyMap<string, number>,
  { clef, sheet }: Setting,
): void {
  const { Accidental, Beam, Formatter, StaveTie, Tuplet, Voice } = engraver;
  const drawn = voices.map((voice, which) => {
    const notes = voice.notes.map((note) => headOf(engraver, note, clef, voices.length > 1, which));
    const own = new Voice().setStrict(false).addTickables(notes);
    return { voice, notes, own };
  });
  if (drawn.every(({ notes }) => notes.length === 0)) return;
  const all = drawn.map(({ own }) => own);
  Accidental.applyAccidentals(all, signatureOf(sheet.facts.key));
  const beams = drawn.flatMap(({ notes }, which) =>
    Beam.generateBeams(
      notes.filter((note, index) => !note.isRest() && !drawn[which]!.voice.notes[index]!.isGrace),
      voices.length > 1 ? { stemDirection: which === 0 ? 1 : -1 } : {},
    ),
  );
  const tuplets = drawn.flatMap(({ voice, notes }) =>
    voice.tuplets.map(
      ({ first, last, actual }) =>
        new Tuplet(notes.slice(first, last + 1), { numNotes: actual, ratioed: false }),
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
  clef: string,
  hasTwoVoices: boolean,
  voice: number,
): Engraver.StaveNote {
  const value = note.value === 1 ? "w" : note.value === 2 ? "h" : String(note.value);
  const type = note.isRest ? "r" : note.isCross ? "x" : "n";
  const middle = clef === "bass" ? "d/3" : "b/4";
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
