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
/** Some six pages below each other. */
const TALLEST = 5000;

/** How wide the blocks of a sheet may be. */
export function contentWidth({ width, margin }: Pick<Sheet, "width" | "margin">): number {
  return width - 2 * margin;
}

/** Lays flows on pages, one below the other, with a foot on each. */
export function layPages(flows: readonly Flow[], sheet: Sheet): readonly Page[] {
  const { width, height, margin } = sheet;
  const columns = layColumns(flows, height - 2 * margin - FOOT);
  return columns.map((placed, index) => ({
    width,
    height,
    marks: [
      ...placed.map(({ y, marks }) => group(margin, margin + y, marks)),
      ...footMarks(sheet, index + 1, columns.length),
    ],
  }));
}

/** Lays flows on one sheet as high as they are; on one that would be too high, side by side. */
export function layPicture(
  flows: readonly Flow[],
  { width, margin }: Pick<Sheet, "width" | "margin">,
): Page {
  const all = flows.reduce((sum, flow) => sum + heightOf(flow) + GAP, 0);
  // A little more than an equal share, since no phrase is torn.
  const columns = layColumns(flows, (1.05 * all) / Math.max(1, Math.ceil(all / TALLEST)));
  const ends = columns.map((placed) => Math.max(0, ...placed.map((one) => one.y + one.height)));
  return {
    width: width * columns.length,
    height: Math.max(...ends) + margin,
    marks: columns.flatMap((placed, index) =>
      placed.map(({ y, marks }) => group(index * width + margin, y + margin / 2, marks)),
    ),
  };
}

type Placed = Block & { readonly y: number };

/**
 * Blocks in columns of a height. A flow that does not fit into what is left of one begins in the
 * next; only one that is higher than a column is torn, never a block of it.
 */
function layColumns(flows: readonly Flow[], room: number): readonly (readonly Placed[])[] {
  const columns: Placed[][] = [[]];
  let y = 0;
  const turn = () => {
    columns.push([]);
    y = 0;
  };
  for (const flow of flows) {
    const whole = heightOf(flow);
    if (y > 0 && y + whole > room && (whole <= room || y > room / 2)) turn();
    for (const [index, block] of flow.entries()) {
      const { height } = block;
      // A heading is not left behind alone: the block after it has to fit too.
      const next = index === 0 && flow.length > 1 ? flow[1]!.height : 0;
      if (y > 0 && y + height + next > room) turn();
      columns.at(-1)!.push({ ...block, y });
      y += height;
    }
    y += GAP;
  }
  return columns;
}

function heightOf(flow: Flow): number {
  return flow.reduce((sum, { height }) => sum + height, 0);
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
