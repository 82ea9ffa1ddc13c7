import { displayChord, displayPitchClass, type Chord, type Pitch } from "@intonazione/core/pitch";
import { notesOf, type LineEvent } from "@intonazione/core/score";
import { degreeInChord, degreeOf, fingeredChord, fingeredPitch } from "@intonazione/core/theory";
import type { PartFacts } from "./facts";
import type { Lanes } from "./lanes";
import { frameWords } from "./frame-words";
import { namePlaces } from "./note-names";
import { strokePath, type BarBox, type EventBox } from "@intonazione/core/strip";

/** What stands in the lanes above and below the strings. */

/** What the bar says to all parts, a new metre or tempo, where a pick-up begins; and what it was said as. */
export function FrameWords({
  box: { frame },
  before,
  y,
  saidAs,
}: {
  readonly box: BarBox;
  readonly before: BarBox | undefined;
  readonly y: number;
  readonly saidAs: string;
}) {
  const words = frameWords(frame, before?.frame);
  if (words.length === 0 && saidAs === "") return null;
  return (
    <text x={frame.from.num > 0 ? 4 : 22} y={y} fontSize={11} fontWeight={650} fill="var(--ink)">
      {words.join(" · ")}
      {saidAs !== "" && (
        <tspan
          dx={words.length > 0 ? 8 : 0}
          fontSize={10.5}
          fontWeight={500}
          fill={saidAs.startsWith("≠") ? "var(--ochre-ink)" : "var(--soft)"}
        >
          {saidAs}
        </tspan>
      )}
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
  return (
    <g textAnchor="middle" fontSize={11.5} fill="var(--ink)" className="font-mono">
      {box.counts.map(({ x, text, isHeld }, index) => {
        const look = isHeld
          ? { fontSize: 9.5, fill: "var(--soft)" }
          : /\d/u.test(text)
            ? { fontWeight: 650 }
            : {};
        return (
          <text key={index} x={x} y={y + 4} {...look}>
            {text}
          </text>
        );
      })}
    </g>
  );
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
  const said = upper.map(({ event, x }, index) => ({
    id: event.id,
    x,
    ...readStroke(strokes[index] ?? "-"),
  }));
  const picked = (byHand: boolean) =>
    said
      .map(({ sign, x, isByHand }) =>
        isPicked(sign) && isByHand === byHand ? strokePath(sign, x, y) : "",
      )
      .join("");
  return (
    <>
      {[false, true].map((byHand) => {
        const d = picked(byHand);
        if (d === "") return null;
        const ink = { stroke: "var(--ink)", strokeWidth: byHand ? 2 : 1.2, fill: "none" };
        return <path key={String(byHand)} d={d} {...ink} />;
      })}
      {said.map(({ id, sign, x, isByHand }) =>
        isPicked(sign) || sign === "-" ? null : (
          <text
            key={id}
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
        ),
      )}
    </>
  );
}

/** A stroke as its lane says it: the teacher's own end in a mark. */
function readStroke(said: string) {
  return { sign: said.replace("!", ""), isByHand: said.endsWith("!") };
}

const isPicked = (sign: string): sign is "down" | "up" => sign === "down" || sign === "up";

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

/** What sounds, what the shape is called, its degree in the key and in the chord. */
export function Names({
  box,
  lanes,
  facts,
  chord,
}: {
  readonly box: EventBox;
  readonly lanes: Lanes;
  readonly facts: PartFacts;
  /** The chord of the moment, where one is named. */
  readonly chord: Chord | undefined;
}) {
  const places = namePlaces(box);
  const lane = (top: number | undefined, name: (pitch: Pitch) => NameLook) =>
    top !== undefined &&
    places.map(({ pitch, dx, line }, index) => {
      const { text, below, color, isStrong = false } = name(pitch);
      return (
        <text
          key={`${top}-${index}`}
          x={box.x + dx}
          y={top + line * lanes.nameGap + 3.5}
          textAnchor="middle"
          fontSize={10.5}
          fontWeight={isStrong ? 650 : 400}
          fill={color}
        >
          {text}
          {below !== undefined && (
            <tspan fontSize={7.5} dy={2}>
              {below}
            </tspan>
          )}
        </text>
      );
    });
  const spelled = (pitch: Pitch, color: string) => ({
    text: displayPitchClass(pitch),
    below: String(pitch.octave),
    color,
  });
  return (
    <>
      {lane(lanes.sounds, (pitch) => spelled(pitch, "var(--ink)"))}
      {lane(lanes.fingered, (pitch) =>
        spelled(fingeredPitch(pitch, facts.shift, facts.key), "var(--soft)"),
      )}
      {lane(lanes.degree, (pitch) => {
        const text = degreeOf(pitch, facts.key);
        const isHome = text === "1" || text === "5";
        return { text, color: isHome ? HOME : "var(--soft)", isStrong: text === "1" };
      })}
      {chord &&
        lane(lanes["of chord"], (pitch) => {
          const { degree, isTarget } = degreeInChord(pitch, chord);
          return {
            text: isTarget ? `${degree}●` : degree,
            color: isTarget ? HOME : "var(--soft)",
            isStrong: isTarget,
          };
        })}
    </>
  );
}

const HOME = "var(--verdigris-ink)";

interface NameLook {
  readonly text: string;
  /** An octave, smaller and a little lower. */
  readonly below?: string;
  readonly color: string;
  readonly isStrong?: boolean;
}
