import { noteValueOf } from "../rhythm/duration";
import { toNumber, type Fraction } from "../rhythm/fraction";
import type { BendCourse, EventTechnique } from "../score/technique";

/** The lines of signs that screen and paper draw alike, in the syntax of SVG paths; y downwards. */

const RESTS = ["𝄻", "𝄼", "𝄽", "𝄾", "𝄿", "𝅀", "𝅁"] as const;
const NOTES = ["𝅝", "𝅗𝅥", "𝅘𝅥", "𝅘𝅥𝅮", "𝅘𝅥𝅯", "𝅘𝅥𝅰", "𝅘𝅥𝅱"] as const;

/** A duration in the signs of a music font. */
export interface ValueSign {
  readonly rest: string;
  readonly note: string;
  /** Its dots; a tilde behind the next shorter one for what no note says. */
  readonly after: string;
}

export function valueSignOf(duration: Fraction): ValueSign {
  const value = noteValueOf(duration);
  const exact = value ? Math.log2(value.value) : Math.ceil(-Math.log2(toNumber(duration)));
  const at = Math.min(RESTS.length - 1, Math.max(0, exact));
  return { rest: RESTS[at]!, note: NOTES[at]!, after: value ? ".".repeat(value.dots) : "~" };
}

export function vibratoPath(width: "narrow" | "wide", x: number, y: number): string {
  return width === "wide" ? `M${x} ${y}q3 -9 6 0t6 0t6 0` : `M${x} ${y}q2.5 -5 5 0t5 0t5 0`;
}

/** An arrow up, from the start where it is bent before it sounds; down again where it is released. */
export interface BendPaths {
  readonly rise: string;
  readonly head: string;
  /** Dashed, with a head of its own. */
  readonly back: { readonly line: string; readonly head: string } | undefined;
  /** Where the arrow points: what stands over it begins there. */
  readonly peak: number;
  readonly top: number;
}

/** @param row the middle of the row of signs above the strings, `y` the string */
export function bendPaths(course: BendCourse, x: number, y: number, row: number): BendPaths {
  const top = Math.max(row + 5, y - 24);
  const isPre = course.startsWith("pre");
  const peak = isPre ? x + 1 : x + 8;
  return {
    rise: isPre ? `M${peak} ${y - 3}V${top + 4}` : `M${x - 1} ${y}Q${peak} ${y} ${peak} ${top + 4}`,
    head: `M${peak - 3} ${top + 5}L${peak} ${top}L${peak + 3} ${top + 5}`,
    back: course.endsWith("release")
      ? {
          line: `M${peak} ${top}Q${peak + 9} ${top} ${peak + 9} ${y - 5}`,
          head: `M${peak + 6} ${y - 6}L${peak + 9} ${y - 1}L${peak + 12} ${y - 6}`,
        }
      : undefined,
    peak,
    top,
  };
}

type TremoloBar = Extract<EventTechnique, { readonly kind: "tremolo-bar" }>;

export function tremoloBarPath(course: TremoloBar["course"], x: number, y: number): string {
  switch (course) {
    case "scoop":
      return `M${x - 6} ${y + 4}L${x + 4} ${y - 2}`;
    case "dip":
      return `M${x - 6} ${y - 2}L${x} ${y + 4}L${x + 6} ${y - 2}`;
    case "dive":
      return `M${x - 6} ${y - 2}L${x + 6} ${y + 4}`;
  }
}

/** A wavy line from the first string struck to the last, with an arrow at its end. */
export function spreadPath(x: number, from: number, to: number): string {
  const steps = Math.max(1, Math.round(Math.abs(to - from) / 6));
  const step = (to - from) / steps;
  const turns = Array.from(
    { length: steps },
    (_, index) => `q${index % 2 === 0 ? 4 : -4} ${step / 2} 0 ${step}`,
  );
  const head = to < from ? 4 : -4;
  return `M${x} ${from}${turns.join("")}M${x - 3} ${to + head}L${x} ${to}L${x + 3} ${to + head}`;
}

/** A slash with strokes: tremolo picking. */
export function tremoloPath(x: number, y: number): string {
  return `M${x - 4} ${y + 1}l8 -4m-8 7l8 -4m-8 7l8 -4`;
}

/** Down as an open box, up as a wedge. */
export function strokePath(stroke: "down" | "up", x: number, y: number): string {
  return stroke === "down" ? `M${x - 4} ${y + 4}v-7h8v7` : `M${x - 4} ${y - 4}l4 8l4 -8`;
}

const QUARTERS = ["", "¼", "½", "¾"] as const;

/**
 * How far a bend goes, as it is written over its arrow: in whole tones and their quarters, else with
 * decimals.
 */
export function bendInWords(cents: number): string {
  if (cents === 200) return "full";
  const quarters = cents / 50;
  if (!Number.isInteger(quarters) || quarters < 1) return `${cents / 200}`;
  const whole = Math.floor(quarters / 4);
  return `${whole === 0 ? "" : whole}${QUARTERS[quarters % 4]!}`;
}
