"use client";

import { useEffect, useRef } from "react";
import type { PartFacts } from "./facts";
import type { Row } from "@intonazione/core/strip";
import { ENGRAVER_SCALE, engraveRow } from "@intonazione/press/engrave";

/** In px. */
export const STAFF_HEIGHT = 124;

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
      const renderer = new engraver.Renderer(box.current, engraver.Renderer.Backends.SVG);
      renderer.resize(width, STAFF_HEIGHT);
      const context = renderer.getContext();
      context.scale(ENGRAVER_SCALE, ENGRAVER_SCALE);
      context.setFillStyle("currentColor");
      context.setStrokeStyle("currentColor");
      engraveRow(engraver, context, { row, gutter, key: facts.key, isBass: facts.isBass });
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
      style={{ width, height: STAFF_HEIGHT, color: "var(--ink)" }}
    />
  );
}
