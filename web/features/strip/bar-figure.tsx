import { eventsOf, isPalmMuted, isRinging, notesOf, type LineEvent } from "@intonazione/core/score";
import { memo } from "react";
import { EventFigure } from "./event-figure";
import type { BarProps } from "./facts";
import { Chords, Counts, FrameWords, Strokes } from "./lane-figures";
import { Lengths } from "./length-figures";
import { stringY } from "./lanes";
import type { BarBox, EventBox } from "@intonazione/core/strip";
import { Tuplets } from "./value-figures";

/** One bar with all its lanes. Drawn again only when something of its own changed. */
export const BarFigure = memo(function BarFigure(props: BarProps) {
  const { box, number, lanes, isLast, before } = props;
  const fingers = fingersByNote(box, props.fingers);
  const bottom = stringY(lanes, lanes.strings);
  // Then the words run on to the right, rather than over the names at the left.
  const isNarrow = box.width < 170;
  return (
    <>
      <g stroke="var(--ink)" strokeOpacity={0.55}>
        {Array.from({ length: lanes.strings }, (_, index) => (
          <path
            key={index}
            d={`M0 ${stringY(lanes, index + 1)}H${box.width}`}
            strokeWidth={0.7 + index * 0.12}
          />
        ))}
      </g>
      <path
        d={`M${box.width} ${lanes.tab}V${bottom}`}
        stroke="var(--ink)"
        strokeWidth={isLast ? 2.5 : 1}
      />
      {props.isNumbered !== false && box.frame.from.num === 0 && (
        <text x={3} y={lanes.head + 3.5} fontSize={9} fill="var(--soft)">
          {number}
        </text>
      )}
      <FrameWords
        box={box}
        before={before}
        y={lanes.head + 4}
        saidAs={box.balance && isNarrow ? "" : props.saidAs}
      />
      {box.balance && (
        <text
          x={isNarrow ? BALANCE_FROM : box.width - 4}
          y={lanes.head + 4}
          textAnchor={isNarrow ? "start" : "end"}
          fontSize={11}
          fontWeight={650}
          fill="var(--ochre-ink)"
        >
          {balanceWords(box.balance, box.width)}
        </text>
      )}
      {props.hasLengths && <Lengths box={box} lanes={lanes} />}
      {lanes.chord !== undefined && <Chords box={box} y={lanes.chord} facts={props.facts} />}
      {lanes.count !== undefined && <Counts box={box} y={lanes.count} />}
      {lanes.stroke !== undefined && (
        <Strokes box={box} y={lanes.stroke} strokes={props.strokes.split(" ")} />
      )}
      {lanes.value !== undefined && (
        <Tuplets events={box.events.filter(({ isVoiceTwo }) => !isVoiceTwo)} y={lanes.value} />
      )}
      {lanes.mutes !== undefined && (
        <>
          <Span events={box.events} word="P.M." y={lanes.mutes} holds={isPalmMuted} />
          <Span events={box.events} word="ring" y={lanes.mutes} holds={isRinging} />
        </>
      )}
      {box.events.map((at, index) => (
        <EventFigure
          key={at.event.id}
          {...props}
          fingers={fingers}
          at={at}
          before={box.events
            .slice(0, index)
            .filter(({ isVoiceTwo }) => isVoiceTwo === at.isVoiceTwo)}
          barBefore={before?.events.filter(({ isVoiceTwo }) => isVoiceTwo === at.isVoiceTwo)}
        />
      ))}
    </>
  );
});

/** Clear of the bar's number; and how wide a sign is drawn, at most. */
const BALANCE_FROM = 18;
const BALANCE_SIGN = 6;

/** In a close bar the amount is left out: the words would run over the number of the next one. */
function balanceWords({ text, brief }: NonNullable<BarBox["balance"]>, width: number): string {
  return BALANCE_FROM + BALANCE_SIGN * text.length > width ? brief : text;
}

function fingersByNote({ bar }: BarBox, fingers: string): ReadonlyMap<string, string> {
  if (fingers === "") return NO_FINGERS;
  const words = fingers.split(" ");
  const notes = eventsOf([bar]).flatMap(notesOf);
  return new Map(notes.map((note, index) => [note.id, (words[index] ?? "-").replace("-", "")]));
}

const NO_FINGERS: ReadonlyMap<string, string> = new Map();

/** A word over a dashed line, for as long as the palm stays or the strings ring. */
function Span({
  events,
  word,
  y,
  holds,
}: {
  readonly events: readonly EventBox[];
  readonly word: string;
  readonly y: number;
  readonly holds: (event: LineEvent) => boolean;
}) {
  const runs: { from: EventBox; to: EventBox }[] = [];
  let isOn = false;
  for (const at of events) {
    const held = holds(at.event);
    if (held && isOn) runs.at(-1)!.to = at;
    else if (held) runs.push({ from: at, to: at });
    isOn = held;
  }
  return runs.map(({ from, to }) => (
    <g key={from.event.id}>
      <text x={from.x - 8} y={y + 3.5} fontSize={9.5} fontStyle="italic" fill="var(--ink)">
        {word}
      </text>
      {to !== from && (
        <path
          d={`M${from.x + 15} ${y}H${to.x + 7}v-4`}
          fill="none"
          stroke="var(--ink)"
          strokeDasharray="3 2.5"
        />
      )}
    </g>
  ));
}
