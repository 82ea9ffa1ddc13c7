import { group, stroke, text, type Mark, type Page } from "./drawing";

/** Something that stands on one page, whole. Measures in points. */
export interface Block {
  readonly height: number;
  readonly marks: readonly Mark[];
}

/** Blocks that stay together as long as a page can hold them; then they are torn between blocks. */
export type Flow = readonly Block[];

export interface Sheet {
  readonly width: number;
  readonly height: number;
  readonly margin: number;
  readonly footer: string;
  readonly title: string;
}

const FOOT = 26;
const GAP = 8;

/** How wide the blocks of a sheet may be. */
export function contentWidth({ width, margin }: Sheet): number {
  return width - 2 * margin;
}

/**
 * Lays flows on pages, one below the other. A flow that does not fit into what is left of a page
 * begins on the next one; only one that is higher than a page is torn, never a block of it.
 */
export function layPages(flows: readonly Flow[], sheet: Sheet): readonly Page[] {
  const room = sheet.height - 2 * sheet.margin - FOOT;
  const pages: Mark[][] = [[]];
  let y = 0;
  const turn = () => {
    pages.push([]);
    y = 0;
  };
  for (const flow of flows) {
    const whole = flow.reduce((sum, { height }) => sum + height, 0);
    if (y > 0 && y + whole > room && (whole <= room || y > room / 2)) turn();
    for (const [index, { height, marks }] of flow.entries()) {
      // A heading is not left behind alone: the block after it has to fit too.
      const next = index === 0 && flow.length > 1 ? flow[1]!.height : 0;
      if (y > 0 && y + height + next > room) turn();
      pages.at(-1)!.push(group(sheet.margin, sheet.margin + y, marks));
      y += height;
    }
    y += GAP;
  }
  return pages.map((marks, index) => ({
    width: sheet.width,
    height: sheet.height,
    marks: [...marks, ...footMarks(sheet, index + 1, pages.length)],
  }));
}

function footMarks(sheet: Sheet, page: number, count: number): readonly Mark[] {
  const y = sheet.height - sheet.margin;
  const right = sheet.width - sheet.margin;
  const soft = { size: 8.5, grey: 0.35 } as const;
  return [
    stroke(`M${sheet.margin} ${y - 13}H${right}`, 0.5, 0.5),
    text(sheet.margin, y, sheet.footer, soft),
    text(right, y, `${sheet.title}  ·  ${page} of ${count}`, { ...soft, anchor: "end" }),
  ];
}
