import { barNumber, barsOn, type BarIndex } from "../foundation/bar-index";
import { displayStringName } from "../instrument/string-names";
import type { FingerByHand } from "../neck/neck";
import type { PlaceNames } from "../neck/place-names";
import { displayChord } from "../pitch/chord";
import type { Key } from "../pitch/key";
import { displayPitchClass, midiOf, type Pitch } from "../pitch/pitch";
import type { Handwork } from "../playing/strokes";
import { formatDuration } from "../rhythm/duration";
import { formatMetre } from "../rhythm/metre";
import { formatOnset } from "../rhythm/onset";
import { isPalmMuted, isRinging, notesOf, type LineEvent } from "../score/event";
import type { BarBox, EventBox, Row } from "../strip/layout";
import { strokePath } from "../strip/sign-paths";
import { degreeOf } from "../theory/degree";
import { fingeredPitch } from "../theory/fingered";
import { fingeredChord } from "../theory/shapes-and-sound";
import { group, stroke, text, type Mark } from "./drawing";
import { noteMarks } from "./note-marks";
import { NAME_GAP, stringY, type PaperLanes } from "./paper-lanes";
import { eventMarks } from "./technique-marks";
import { restMarks, tupletMarks, valueMarks } from "./value-marks";

/** What all rows of a part share. */
export interface RowSetting {
  readonly names: PlaceNames;
  readonly key: Key;
  /** Semitones from what a shape is called to what it sounds. */
  readonly shift: number;
  readonly works: ReadonlyMap<string, Handwork>;
  readonly fingers: ReadonlyMap<string, FingerByHand>;
  /** How many bars of the part stand before the phrase: bars are numbered through the part. */
  readonly barsBefore: number;
  /** Bars of the part that somebody should look at. */
  readonly flagged?: ReadonlySet<BarIndex>;
}

/** One row of a strip: strings with their names at the left, bars behind each other. */
export function rowMarks(
  row: Row,
  lanes: PaperLanes,
  gutter: number,
  setting: RowSetting,
): readonly Mark[] {
  const names = setting.names.strings.map((name, index) =>
    text(gutter - 8, stringY(lanes, index + 1) + 3.5, displayStringName(name), {
      size: 9.5,
      anchor: "end",
      grey: 0.35,
    }),
  );
  const first = row.bars[0]!;
  const edge = stroke(`M${gutter} ${stringY(lanes, 1)}V${stringY(lanes, lanes.strings)}`, 1);
  const bars = row.bars.map(({ box, x, isLast }, index) =>
    group(
      gutter + x,
      0,
      barMarks(
        box,
        barsOn(row.firstBar, setting.barsBefore + index),
        isLast,
        row.bars[index - 1]?.box,
        lanes,
        setting,
      ),
    ),
  );
  return [...names, ...laneLabels(lanes, gutter), ...(first.box.width > 0 ? [edge] : []), ...bars];
}

/** A name is never shown without saying what it is the name of. */
function laneLabels({ sounds, fingered, degrees }: PaperLanes, gutter: number): readonly Mark[] {
  const label = (y: number | undefined, words: string) =>
    y === undefined
      ? []
      : [
          text(gutter - 8, y + 3.5, words, {
            face: "italic",
            size: 8.5,
            anchor: "end",
            grey: 0.35,
          }),
        ];
  return [...label(sounds, "sounds"), ...label(fingered, "fingered"), ...label(degrees, "degree")];
}

function barMarks(
  box: BarBox,
  bar: BarIndex,
  isLast: boolean,
  before: BarBox | undefined,
  lanes: PaperLanes,
  setting: RowSetting,
): readonly Mark[] {
  const marks: Mark[] = [];
  for (let string = 1; string <= lanes.strings; string++) {
    const y = stringY(lanes, string);
    marks.push(stroke(`M0 ${y}H${box.width}`, 0.55 + 0.1 * string, 0.45));
  }
  const bottom = stringY(lanes, lanes.strings);
  marks.push(stroke(`M${box.width} ${lanes.tab}V${bottom}`, isLast ? 2.4 : 1));
  marks.push(...frameMarks(box, bar, before, lanes));
  if (setting.flagged?.has(bar)) marks.push(...flagMarks(box.width, lanes));
  if (lanes.chords !== undefined) marks.push(...chordMarks(box, lanes.chords, setting));
  if (lanes.count !== undefined) {
    for (const { x, text: count, isHeld } of box.counts) {
      const isBeat = /\d/u.test(count) && !isHeld;
      marks.push(
        text(x, lanes.count + 4, count, {
          face: isBeat ? "bold" : "sans",
          size: isHeld ? 9 : 11,
          anchor: "middle",
          grey: isHeld ? 0.5 : 0,
        }),
      );
    }
  }
  const upper = box.events.filter(({ isVoiceTwo }) => !isVoiceTwo);
  const second = box.events.filter(({ isVoiceTwo }) => isVoiceTwo);
  if (lanes.values !== undefined) marks.push(...tupletMarks(upper, lanes.values + 3));
  for (const voice of [upper, second]) {
    const beforeVoice = before?.events
      .filter(({ isVoiceTwo }) => isVoiceTwo === voice[0]?.isVoiceTwo)
      .at(-1);
    for (const [index, at] of voice.entries()) {
      marks.push(...eventInRow(at, voice[index - 1], beforeVoice, lanes, setting));
    }
  }
  marks.push(...spanMarks(upper, lanes));
  return marks;
}

/** A frame around a bar that holds a doubt, with a sign that is seen without colour. */
function flagMarks(width: number, lanes: PaperLanes): readonly Mark[] {
  const bottom = stringY(lanes, lanes.strings) + 7;
  return [
    stroke(`M2 ${lanes.head - 6}H${width - 2}V${bottom}H2Z`, 1.4, 0.25, [4, 3]),
    text(width - 6, lanes.head + 5, "!", { face: "bold", size: 13, anchor: "end" }),
  ];
}

/** The bar's number, a new metre or tempo, and where a pick-up begins. */
function frameMarks(
  { frame }: BarBox,
  bar: BarIndex,
  before: BarBox | undefined,
  lanes: PaperLanes,
): readonly Mark[] {
  const last = before?.frame;
  const words = [
    ...(last && formatMetre(last.metre) !== formatMetre(frame.metre)
      ? [formatMetre(frame.metre)]
      : []),
    ...(last && last.tempoBpm !== frame.tempoBpm ? [`♩ = ${frame.tempoBpm}`] : []),
    ...(frame.from.num > 0 ? [`from ${formatOnset(frame.from, frame.metre)}`] : []),
  ];
  const y = lanes.head + 4;
  return [
    ...(frame.from.num === 0 ? [text(5, y, String(barNumber(bar)), { size: 9, grey: 0.45 })] : []),
    ...(words.length > 0 ? [text(20, y, words.join(" · "), { face: "bold", size: 10 })] : []),
  ];
}

/** Chords as they sound, and behind them the shape where it is called otherwise. */
function chordMarks(box: BarBox, y: number, { shift, key }: RowSetting): readonly Mark[] {
  return box.chords.flatMap(({ x, chord }) => {
    if (!chord) return [text(x - 5, y + 5, "no chord", { face: "italic", size: 11 })];
    const name = displayChord(chord);
    const sounding = text(x - 5, y + 5, name, { face: "title", size: 14 });
    if (shift === 0) return [sounding];
    const shape = `${displayChord(fingeredChord(chord, shift, key))} shape`;
    return [sounding, text(x + 1 + 8 * name.length, y + 5, shape, { size: 10, grey: 0.4 })];
  });
}

function eventInRow(
  at: EventBox,
  before: EventBox | undefined,
  barBefore: EventBox | undefined,
  lanes: PaperLanes,
  setting: RowSetting,
): readonly Mark[] {
  const { event, x, isVoiceTwo } = at;
  const marks: Mark[] = [];
  const valueY = isVoiceTwo ? lanes.voiceTwo : lanes.values;
  const isNew = !before || formatDuration(before.event.duration) !== formatDuration(event.duration);
  if (valueY !== undefined && (isNew || isVoiceTwo)) {
    marks.push(...valueMarks(event, x, valueY + (isVoiceTwo ? 0 : 3)));
  }
  if (event.kind === "rest" && !isVoiceTwo) {
    marks.push(...restMarks(event, x, (stringY(lanes, 1) + stringY(lanes, lanes.strings)) / 2));
  }
  const { names } = setting;
  for (const note of notesOf(event)) {
    marks.push(...noteMarks(note, at, { lanes, names, before, barBefore }));
  }
  marks.push(...eventMarks(event, x, lanes));
  if (event.note !== undefined && lanes.words !== undefined) {
    marks.push(text(x - 6, lanes.words + 4, event.note, { face: "italic", size: 11 }));
  }
  if (event.lyric !== undefined && lanes.lyric !== undefined) {
    marks.push(text(x - 6, lanes.lyric + 4, event.lyric, { face: "serif", size: 12 }));
  }
  if (!isVoiceTwo)
    marks.push(...handMarks(event, x, lanes, setting), ...nameMarks(event, x, lanes, setting));
  return marks;
}

const PLUCK_SIGNS: Readonly<Record<string, string>> = { slap: "S", pop: "P", thumb: "T" };

/** Strokes above, fingers below. */
function handMarks(
  event: LineEvent,
  x: number,
  lanes: PaperLanes,
  { works, fingers }: RowSetting,
): readonly Mark[] {
  const marks: Mark[] = [];
  const work = works.get(event.id);
  const y = lanes.strokes;
  if (y !== undefined && work?.plucks) {
    const signs = work.plucks.map((pluck) => (pluck ? (PLUCK_SIGNS[pluck] ?? pluck) : "")).join("");
    marks.push(text(x, y + 4, signs, { face: "italic", size: 11, anchor: "middle" }));
  } else if (y !== undefined && work?.stroke) {
    marks.push(stroke(strokePath(work.stroke, x, y), 1.2));
  }
  if (lanes.fingers !== undefined) {
    const said = notesOf(event).map((note) => fingers.get(note.id) ?? "");
    const words = said.filter((finger) => finger !== 0).join("");
    if (words !== "")
      marks.push(text(x, lanes.fingers + 4, words, { size: 9.5, anchor: "middle" }));
  }
  return marks;
}

/** What sounds, highest first, what the shape is called, and the degree in the key. */
function nameMarks(
  event: LineEvent,
  x: number,
  lanes: PaperLanes,
  { shift, key }: RowSetting,
): readonly Mark[] {
  const pitches = notesOf(event)
    .flatMap((note) => (note.kind === "pitched" ? [note.pitch] : []))
    .sort((a, b) => midiOf(b) - midiOf(a));
  const column = (top: number | undefined, name: (pitch: Pitch) => string, grey: number) =>
    top === undefined
      ? []
      : pitches.map((pitch, index) =>
          text(x, top + index * NAME_GAP + 4, name(pitch), { size: 10.5, anchor: "middle", grey }),
        );
  return [
    ...column(lanes.sounds, (pitch) => displayPitchClass(pitch) + pitch.octave, 0),
    ...column(
      lanes.fingered,
      (pitch) => {
        const named = fingeredPitch(pitch, shift, key);
        return displayPitchClass(named) + named.octave;
      },
      0.35,
    ),
    ...column(lanes.degrees, (pitch) => degreeOf(pitch, key), 0),
  ];
}

/** Palm mutes and ringing notes: words where they begin, a line while they go on. */
function spanMarks(events: readonly EventBox[], lanes: PaperLanes): readonly Mark[] {
  const y = lanes.mutes;
  if (y === undefined) return [];
  const spans = (words: string, is: (event: LineEvent) => boolean, room: number): Mark[] =>
    events.flatMap(({ event, x }, index) => {
      if (!is(event) || (index > 0 && is(events[index - 1]!.event))) return [];
      let last = index;
      while (events[last + 1] && is(events[last + 1]!.event)) last++;
      const end = events[last]!.x + 6;
      return [
        text(x - 7, y + 4, words, { face: "italic", size: 10 }),
        ...(end > x - 7 + room
          ? [stroke(`M${x - 7 + room} ${y + 1}H${end}v-4`, 0.9, 0, [3, 2])]
          : []),
      ];
    });
  return [...spans("P.M.", isPalmMuted, 24), ...spans("let ring", isRinging, 38)];
}
