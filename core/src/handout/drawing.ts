/** A drawing before anything prints it: marks on paper, y downwards. */

/** What a text is for; the press knows which font that is. */
export type Face = "title" | "serif" | "sans" | "bold" | "italic" | "figure" | "music";
export type Anchor = "start" | "middle" | "end";

export type Mark =
  | {
      readonly kind: "text";
      readonly x: number;
      /** The baseline. */
      readonly y: number;
      readonly text: string;
      readonly face: Face;
      readonly size: number;
      readonly anchor: Anchor;
      /** 0 is black, 1 the paper. */
      readonly grey: number;
    }
  | {
      /** In the syntax of SVG paths, lines, curves and arcs. */
      readonly kind: "path";
      readonly d: string;
      /** Of the stroke; 0 for a filled shape. */
      readonly width: number;
      readonly grey: number;
      readonly dash?: readonly number[];
    }
  | {
      readonly kind: "box";
      readonly x: number;
      readonly y: number;
      readonly width: number;
      readonly height: number;
      /** Filled in this grey. */
      readonly grey: number;
    }
  | {
      readonly kind: "group";
      readonly x: number;
      readonly y: number;
      readonly scale: number;
      readonly marks: readonly Mark[];
    };

export interface Page {
  /** In points, 1/72 inch. */
  readonly width: number;
  readonly height: number;
  readonly marks: readonly Mark[];
}

/** How wide a text is set. */
export interface Typesetter {
  readonly widthOf: (text: string, face: Face, size: number) => number;
}

export function text(
  x: number,
  y: number,
  words: string,
  {
    face = "sans",
    size = 10,
    anchor = "start",
    grey = 0,
  }: { face?: Face; size?: number; anchor?: Anchor; grey?: number } = {},
): Mark {
  return { kind: "text", x, y, text: words, face, size, anchor, grey };
}

export function stroke(d: string, width = 1, grey = 0, dash?: readonly number[]): Mark {
  return { kind: "path", d, width, grey, ...(dash && { dash }) };
}

function fill(d: string, grey = 0): Mark {
  return { kind: "path", d, width: 0, grey };
}

export function box(x: number, y: number, width: number, height: number, grey = 1): Mark {
  return { kind: "box", x, y, width, height, grey };
}

export function group(x: number, y: number, marks: readonly Mark[], scale = 1): Mark {
  return { kind: "group", x, y, scale, marks };
}

/** A filled circle. */
export function dot(x: number, y: number, radius: number, grey = 0): Mark {
  return fill(circle(x, y, radius), grey);
}

export function circle(x: number, y: number, radius: number): string {
  const across = 2 * radius;
  return `M${x - radius} ${y}a${radius} ${radius} 0 1 0 ${across} 0a${radius} ${radius} 0 1 0 ${-across} 0Z`;
}

/** Breaks words into lines of at most `width`. */
export function wrapWords(
  words: string,
  width: number,
  face: Face,
  size: number,
  { widthOf }: Typesetter,
): readonly string[] {
  const lines: string[] = [];
  for (const paragraph of words.split(/\r?\n/u)) {
    let line = "";
    for (const word of paragraph.split(/\s+/u).filter(Boolean)) {
      const longer = line === "" ? word : `${line} ${word}`;
      if (line !== "" && widthOf(longer, face, size) > width) {
        lines.push(line);
        line = word;
      } else line = longer;
    }
    lines.push(line);
  }
  return lines;
}
