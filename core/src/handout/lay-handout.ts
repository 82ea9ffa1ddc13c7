import { suggestFingers } from "../placement/suggest-fingers";
import { neckOf } from "../neck/neck";
import { placeNamesOf } from "../neck/place-names";
import { signatureOf } from "../pitch/key";
import { suggestStrokes } from "../playing/strokes";
import {
  barsBefore,
  framesOfPhrase,
  lineOf,
  styleOf,
  type Part,
  type Phrase,
  type Song,
} from "../score/song";
import { layRows, type Row } from "../strip/layout";
import { soundingShift } from "../theory/fingered";
import { fingeredChord } from "../theory/shapes-and-sound";
import { group, text, type Mark, type Page, type Typesetter } from "./drawing";
import { extentOf } from "./extent";
import { formBlock, inHandBlock, noteBlock, titleBlock } from "./head-blocks";
import { PAPERS, type HandoutOptions } from "./options";
import { contentWidth, layPages, layPicture, type Block, type Flow, type Sheet } from "./pages";
import { paperLanes } from "./paper-lanes";
import { rowMarks, type RowSetting } from "./row-marks";
import { SHAPE_HEIGHT, SHAPE_WIDTH, shapeMarks, shapesIn } from "./shape-marks";

/** Draws the staff of one row: bars of the row's widths behind each other, from `gutter` on. */
export type Engraver = (row: Row, about: EngravedPart, gutter: number) => readonly Mark[];

export interface EngravedPart {
  readonly part: Part;
  readonly song: Song;
}

export interface Press extends Typesetter {
  /** Absent where no staff can be engraved. */
  readonly engrave?: Engraver;
}

/** The units of a strip in points: a figure of 13.5 units is a bit more than 8 points high. */
const SCALE = 0.62;
const MARGIN = 42;
const ROW_GAP = 10;
/** The names of the strings stand in it. */
const GUTTER = 40;
/** A clef, each sign of the signature and the metre, in the units of the strip. */
const CLEF_WIDTH = 34;
const SIGN_WIDTH = 9;
const METRE_WIDTH = 20;

/** A handout: who needs what in hand, how it goes, and the phrases of the wanted parts. */
export function layHandout(song: Song, options: HandoutOptions, press: Press): readonly Page[] {
  const { width, height } = PAPERS[options.paper];
  const sheet: Sheet = { width, height, margin: MARGIN, footer: options.footer, title: song.title };
  const inner = contentWidth(sheet);
  const parts = song.parts.filter(({ id }) => !options.partIds || options.partIds.includes(id));
  const form = formBlock(song, inner, press);
  const flows: Flow[] = [
    [titleBlock(song, inner)],
    ...parts.map((part): Flow => [inHandBlock(song, part, inner, options, press)]),
    ...(form ? [[form]] : []),
    ...(song.note ? [[noteBlock(song.note, inner, press)]] : []),
    ...song.phrases.flatMap((phrase) => phraseFlows(song, phrase, parts, inner, options, press)),
  ];
  return layPages(flows, sheet);
}

/**
 * One phrase or all of them as a picture; a long one has several columns.
 * @param width - Of a column in points; that of the paper where it is left out.
 */
export function layStrip(
  song: Song,
  phraseId: string | undefined,
  options: HandoutOptions,
  press: Press,
  width: number = PAPERS[options.paper].width,
): Page {
  const parts = song.parts.filter(({ id }) => !options.partIds || options.partIds.includes(id));
  const sheet = { width, margin: MARGIN };
  const flows = song.phrases
    .filter(({ id }) => phraseId === undefined || id === phraseId)
    .flatMap((phrase) => phraseFlows(song, phrase, parts, contentWidth(sheet), options, press));
  return layPicture(flows, sheet);
}

/** What each part plays in a phrase: a flow of its own under the phrase's name. */
function phraseFlows(
  song: Song,
  phrase: Phrase,
  parts: readonly Part[],
  width: number,
  options: HandoutOptions,
  press: Press,
): readonly Flow[] {
  return parts.flatMap((part): Flow[] => {
    const rows = partRows(song, phrase, part, width, options, press);
    if (rows.length === 0) return [];
    const who = parts.length > 1 ? part.name : "";
    const beside = press.widthOf(phrase.name, "title", 14) + 10;
    const heading: Block = {
      height: 24,
      marks: [
        text(0, 16, phrase.name, { face: "title", size: 14 }),
        ...(who === "" ? [] : [text(beside, 16, who, { size: 10.5, grey: 0.35 })]),
      ],
    };
    return [[heading, ...rows]];
  });
}

function partRows(
  song: Song,
  phrase: Phrase,
  part: Part,
  width: number,
  options: HandoutOptions,
  press: Press,
): readonly Block[] {
  const line = lineOf(song, phrase.id, part.id);
  if (!line || line.bars.length === 0) return [];
  const { bars } = line;
  const frames = framesOfPhrase(song, phrase, bars.length);
  const setting = rowSetting(song, part, phrase, options);
  const strings = part.instrument.tuning.length;
  const engrave = options.lanes.has("staff") ? press.engrave : undefined;
  const signature = CLEF_WIDTH + SIGN_WIDTH * Math.abs(signatureOf(song.key)) + METRE_WIDTH;
  const gutter = engrave ? Math.max(GUTTER, signature) : GUTTER;
  const rows = layRows(bars, width / SCALE - gutter, frames);
  const blocks = rows.map((row): Block => {
    const staff = engrave?.(row, { part, song }, gutter) ?? [];
    const stack = paperLanes(row, strings, options.lanes, extentOf(staff));
    const marks = [group(0, stack.staff ?? 0, staff), ...rowMarks(row, stack, gutter, setting)];
    return { height: stack.height * SCALE + ROW_GAP, marks: [group(0, 0, marks, SCALE)] };
  });
  return options.lanes.has("shapes")
    ? [...blocks, ...shapeBlocks(song, part, phrase, setting, width)]
    : blocks;
}

function rowSetting(song: Song, part: Part, phrase: Phrase, options: HandoutOptions): RowSetting {
  const bars = lineOf(song, phrase.id, part.id)?.bars ?? [];
  const frames = framesOfPhrase(song, phrase, bars.length);
  const { instrument, capo } = part;
  const { flagged } = options;
  const wantsFingers = options.lanes.has("fingers") || options.lanes.has("shapes");
  return {
    names: placeNamesOf(part, styleOf(song, options.style)),
    key: song.key,
    shift: soundingShift(instrument, capo),
    works: suggestStrokes(bars, frames, part.picking, instrument.tuning.length),
    barsBefore: barsBefore(song, { phraseId: phrase.id, partId: part.id }),
    ...(flagged && { flagged }),
    fingers: wantsFingers ? suggestFingers(bars, neckOf(instrument, capo)) : new Map(),
  };
}

/** The grips of a phrase on small necks, a row of them a block; none where it has no grip. */
function shapeBlocks(
  song: Song,
  part: Part,
  phrase: Phrase,
  { names, fingers, shift, key }: RowSetting,
  width: number,
): readonly Block[] {
  const bars = lineOf(song, phrase.id, part.id)?.bars ?? [];
  const shapes = shapesIn(bars, framesOfPhrase(song, phrase, bars.length), song.key);
  const scale = 0.72;
  const perRow = Math.max(1, Math.floor(width / (SHAPE_WIDTH * scale)));
  const setting = {
    strings: part.instrument.tuning.length,
    names,
    fingers,
    shapeOf: (chord: Parameters<typeof fingeredChord>[0]) =>
      shift === 0 ? undefined : fingeredChord(chord, shift, key),
  };
  return Array.from({ length: Math.ceil(shapes.length / perRow) }, (_, row): Block => {
    const own = shapes.slice(row * perRow, (row + 1) * perRow);
    const marks = own.map((shape, index) =>
      group(index * SHAPE_WIDTH * scale, 4, shapeMarks(shape, setting), scale),
    );
    return { height: SHAPE_HEIGHT * scale + 4, marks };
  });
}
