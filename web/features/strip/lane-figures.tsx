import {
  displayChord,
  displayPitchClass,
  midiOf,
  type Chord,
  type Pitch,
} from "@intonazione/core/pitch";
import { formatMetre, formatOnset } from "@intonazione/core/rhythm";
import { notesOf, pitchedIn, type LineEvent } from "@intonazione/core/score";
import { degreeInChord, degreeOf, fingeredChord, fingeredPitch } from "@intonazione/core/theory";
import type { PartFacts } from "./facts";
import type { Lanes } from "./lanes";
import { strokePath, type BarBox } from "@intonazione/core/strip";

/** What stands in the lanes above and below the strings. */

/** What the bar says to all parts: a new metre or tempo, and where a pick-up begins. */
export function FrameWords({
  box: { frame },
  before,
  y,
}: {
  readonly box: BarBox;
  readonly before: BarBox | undefined;
  readonly y: number;
}) {
  const last = before?.frame;
  const words = [
    ...(last && formatMetre(last.metre) !== formatMetre(frame.metre)
      ? [formatMetre(frame.metre)]
      : []),
    ...(last && last.tempoBpm !== frame.tempoBpm ? [`♩ = ${frame.tempoBpm}`] : []),
    ...(frame.from.num > 0 ? [`from ${formatOnset(frame.from, frame.metre)}`] : []),
  ];
  if (words.length === 0) return null;
  return (
    <text x={frame.from.num > 0 ? 4 : 22} y={y} fontSize={11} fontWeight={650} fill="var(--ink)">
      {words.join(" · ")}
    </text>
  );
}

/** Chords as they sound, and behind them in softer ink the shape where it is called otherwise. */
export function Chords({
  box,
  y,
  facts: { shift, key },
}: {
  readonly box: BarBox;
  readonly y: number;
  readonly facts: PartFacts;
}) {
  return box.chords.map(({ x, chord }) => (
    <text
      key={x}
      x={x - 5}
      y={y + 5}
      fontSize={15}
      fontWeight={650}
      className="font-serif"
      fill="var(--ink)"
    >
      {chord ? displayChord(chord) : "no chord"}
      {chord && shift !== 0 && (
        <tspan fontSize={11} fontWeight={400} dx={4} fill="var(--soft)">
          {displayChord(fingeredChord(chord, shift, key))} shape
        </tspan>
      )}
    </text>
  ));
}

export function Counts({ box, y }: { readonly box: BarBox; readonly y: number }) {
  return box.counts.map((mark, index) => (
    <text
      key={index}
      x={mark.x}
      y={y + 4}
      textAnchor="middle"
      fontSize={mark.isHeld ? 9.5 : 11.5}
      fontWeight={/\d/u.test(mark.text) && !mark.isHeld ? 650 : 400}
      fill={mark.isHeld ? "var(--soft)" : "var(--ink)"}
      className="font-mono"
    >
      {mark.text}
    </text>
  ));
}

const PLUCK_SIGNS: Readonly<Record<string, string>> = { slap: "S", pop: "P", thumb: "T" };

/** Down as an open box, up as a wedge, plucking fingers by their letters. */
export function Strokes({
  box,
  y,
  strokes,
}: {
  readonly box: BarBox;
  readonly y: number;
  readonly strokes: readonly string[];
}) {
  const upper = box.events.filter(({ isVoiceTwo }) => !isVoiceTwo);
  return upper.map(({ event, x }, index) => {
    const said = strokes[index] ?? "-";
    const isByHand = said.endsWith("!");
    const sign = said.replace("!", "");
    const ink = { stroke: "var(--ink)", strokeWidth: isByHand ? 2 : 1.2, fill: "none" } as const;
    if (sign === "-") return null;
    if (sign === "down" || sign === "up") {
      return <path key={event.id} d={strokePath(sign, x, y)} {...ink} />;
    }
    return (
      <text
        key={event.id}
        x={x}
        y={y + 4}
        textAnchor="middle"
        fontSize={11}
        fontStyle="italic"
        fontWeight={isByHand ? 700 : 400}
        fill="var(--ink)"
        className="font-serif"
      >
        {sign
          .split(",")
          .map((pluck) => PLUCK_SIGNS[pluck] ?? pluck)
          .join("")}
      </text>
    );
  });
}

/** Free words above the line, and what is sung below it. */
export function Words({
  event,
  x,
  lanes,
}: {
  readonly event: LineEvent;
  readonly x: number;
  readonly lanes: Lanes;
}) {
  return (
    <>
      {event.note !== undefined && lanes.words !== undefined && (
        <text x={x - 6} y={lanes.words + 4} fontSize={11} fontStyle="italic" fill="var(--ink)">
          {event.note}
        </text>
      )}
      {event.lyric !== undefined && lanes.lyric !== undefined && (
        <text x={x - 6} y={lanes.lyric + 4} fontSize={12} className="font-serif" fill="var(--ink)">
          {event.lyric}
        </text>
      )}
    </>
  );
}

/** Fingers of the fretting hand in the order of the notes; the teacher's own in stronger ink. */
export function Fingers({
  event,
  x,
  y,
  fingers,
}: {
  readonly event: LineEvent;
  readonly x: number;
  readonly y: number;
  readonly fingers: ReadonlyMap<string, string>;
}) {
  return (
    <text x={x} y={y + 4} textAnchor="middle" fontSize={10} fill="var(--soft)">
      {notesOf(event).map((note) => {
        const isByHand = note.kind === "pitched" && note.finger !== undefined;
        return (
          <tspan
            key={note.id}
            fontWeight={isByHand ? 750 : 400}
            fill={isByHand ? "var(--ink)" : "var(--soft)"}
          >
            {fingers.get(note.id) ?? ""}
          </tspan>
        );
      })}
    </text>
  );
}

/** What sounds, highest first, what the shape is called, its degree in the key and in the chord. */
export function Names({
  event,
  x,
  lanes,
  facts,
  chord,
}: {
  readonly event: LineEvent;
  readonly x: number;
  readonly lanes: Lanes;
  readonly facts: PartFacts;
  /** The chord of the moment, where one is named. */
  readonly chord: Chord | undefined;
}) {
  const pitches = pitchedIn(event)
    .map((note) => note.pitch)
    .sort((a, b) => midiOf(b) - midiOf(a));
  const column = (top: number | undefined, name: (pitch: Pitch) => Pitch, color: string) =>
    top !== undefined &&
    pitches.map((pitch, index) => {
      const named = name(pitch);
      return (
        <text
          key={`${top}-${index}`}
          x={x}
          y={top + index * lanes.nameGap + 4}
          textAnchor="middle"
          fontSize={11}
          fill={color}
        >
          {displayPitchClass(named)}
          <tspan fontSize={8} dy={2}>
            {named.octave}
          </tspan>
        </text>
      );
    });
  return (
    <>
      {column(lanes.sounds, (pitch) => pitch, "var(--ink)")}
      {column(
        lanes.fingered,
        (pitch) => fingeredPitch(pitch, facts.shift, facts.key),
        "var(--soft)",
      )}
      {lanes.degree !== undefined &&
        pitches.map((pitch, index) => {
          const degree = degreeOf(pitch, facts.key);
          return (
            <text
              key={index}
              x={x}
              y={lanes.degree! + index * lanes.nameGap + 4}
              textAnchor="middle"
              fontSize={11}
              fontWeight={degree === "1" ? 650 : 400}
              fill={degree === "1" || degree === "5" ? "var(--verdigris)" : "var(--soft)"}
            >
              {degree}
            </text>
          );
        })}
      {lanes["of chord"] !== undefined &&
        chord &&
        pitches.map((pitch, index) => {
          const { degree, isTarget } = degreeInChord(pitch, chord);
          return (
            <text
              key={index}
              x={x}
              y={lanes["of chord"]! + index * lanes.nameGap + 4}
              textAnchor="middle"
              fontSize={11}
              fontWeight={isTarget ? 650 : 400}
              fill={isTarget ? "var(--verdigris)" : "var(--soft)"}
            >
              {degree}
              {isTarget && <tspan fontSize={7}>●</tspan>}
            </text>
          );
        })}
    </>
  );
}
