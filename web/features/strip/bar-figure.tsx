import { writtenFret, type PlaceNames } from "@intonazione/core/neck";
import type { Key } from "@intonazione/core/pitch";
import { displayPitchClass, midiOf, type Pitch } from "@intonazione/core/pitch";
import { formatDuration } from "@intonazione/core/rhythm";
import { fingeredPitch } from "@intonazione/core/theory";
import { notesOf, stringOf, type LineEvent, type PitchedNote } from "@intonazione/core/score";
import { memo } from "react";
import { eventInWords } from "@/ui/words";
import { stringY, type Lanes } from "./lanes";
import type { BarBox, EventBox } from "./layout";
import { Figure, Link, Motion, Rest, Unplaced, Value } from "./note-figures";

/** What all bars of a part share; one object for as long as none of it changes. */
export interface PartFacts {
  readonly names: PlaceNames;
  readonly key: Key;
  /** Semitones from the shape's name to what sounds. */
  readonly shift: number;
}

interface BarProps {
  readonly box: BarBox;
  readonly number: number;
  readonly lanes: Lanes;
  readonly facts: PartFacts;
  readonly isLast: boolean;
  /** Set when the cursor is in this bar. */
  readonly eventId: string | undefined;
  readonly noteId: string | undefined;
  readonly onSelect: (eventId: string, noteId?: string) => void;
}

/** One bar with all its lanes. Drawn again only when something of its own changed. */
export const BarFigure = memo(function BarFigure(props: BarProps) {
  const { box, number, lanes, isLast } = props;
  const bottom = stringY(lanes, lanes.strings);
  // Then the words run on to the right, rather than over the names at the left.
  const isNarrow = box.width < 170;
  return (
    <>
      {Array.from({ length: lanes.strings }, (_, index) => (
        <path
          key={index}
          d={`M0 ${stringY(lanes, index + 1)}H${box.width}`}
          stroke="var(--ink)"
          strokeOpacity={0.55}
          strokeWidth={0.7 + index * 0.12}
        />
      ))}
      <path
        d={`M${box.width} ${lanes.tab}V${bottom}`}
        stroke="var(--ink)"
        strokeWidth={isLast ? 2.5 : 1}
      />
      <text x={4} y={lanes.head + 4} fontSize={10} fill="var(--soft)">
        {number}
      </text>
      {box.balance && (
        <text
          x={isNarrow ? 18 : box.width - 4}
          y={lanes.head + 4}
          textAnchor={isNarrow ? "start" : "end"}
          fontSize={11}
          fontWeight={650}
          fill="var(--ochre-ink)"
        >
          {box.balance.text}
        </text>
      )}
      {lanes.count !== undefined &&
        box.counts.map((mark, index) => (
          <text
            key={index}
            x={mark.x}
            y={lanes.count! + 4}
            textAnchor="middle"
            fontSize={mark.isHeld ? 9.5 : 11.5}
            fontWeight={/\d/u.test(mark.text) && !mark.isHeld ? 650 : 400}
            fill={mark.isHeld ? "var(--soft)" : "var(--ink)"}
            className="font-mono"
          >
            {mark.text}
          </text>
        ))}
      <Mutes {...props} />
      {box.events.map((event, index) => (
        <Moment key={event.event.id} {...props} at={event} before={box.events.slice(0, index)} />
      ))}
    </>
  );
});

/** P.M. over a dashed line, for as long as the palm stays. */
function Mutes({ box, lanes }: BarProps) {
  if (lanes.mutes === undefined) return null;
  const runs: { from: EventBox; to: EventBox }[] = [];
  let isMuting = false;
  for (const at of box.events) {
    const muted = at.event.kind === "notes" && at.event.palmMuted;
    if (muted && isMuting) runs.at(-1)!.to = at;
    else if (muted) runs.push({ from: at, to: at });
    isMuting = muted;
  }
  return runs.map(({ from, to }) => (
    <g key={from.event.id}>
      <text x={from.x - 8} y={lanes.mutes! + 4} fontSize={9.5} fontStyle="italic" fill="var(--ink)">
        P.M.
      </text>
      {to !== from && (
        <path
          d={`M${from.x + 15} ${lanes.mutes}H${to.x + 7}v-4`}
          fill="none"
          stroke="var(--ink)"
          strokeDasharray="3 2.5"
        />
      )}
    </g>
  ));
}

function Moment({
  at,
  before,
  lanes,
  facts,
  number,
  eventId,
  noteId,
  onSelect,
}: BarProps & { readonly at: EventBox; readonly before: readonly EventBox[] }) {
  const { event, x } = at;
  const isSelected = event.id === eventId;
  const selectedNote = isSelected ? (noteId ?? notesOf(event)[0]?.id) : undefined;
  const band = Math.min(at.width, 40);
  const isNewValue =
    before.length === 0 ||
    formatDuration(before.at(-1)!.event.duration) !== formatDuration(event.duration);
  return (
    <g
      id={`event-${event.id}`}
      role="option"
      aria-selected={isSelected}
      aria-label={`bar ${number}: ${eventInWords(event, facts.names)}`}
      onClick={() => onSelect(event.id)}
      className="cursor-pointer"
    >
      <rect
        x={x - band / 2}
        y={lanes.head + 9}
        width={band}
        height={lanes.height - lanes.head - 11}
        rx={3}
        fill={isSelected ? "var(--madder-wash)" : "transparent"}
        stroke={isSelected ? "var(--madder)" : "none"}
        strokeOpacity={0.5}
      />
      {lanes.value !== undefined && isNewValue && <Value x={x} y={lanes.value} event={event} />}
      {event.kind === "rest" && <Rest box={at} lanes={lanes} />}
      {notesOf(event).map((note) => {
        const string = stringOf(note);
        const isChosen = note.id === selectedNote;
        if (note.kind === "dead") {
          const y = stringY(lanes, note.string);
          return (
            <Figure key={note.id} x={x} y={y} text="×" isSelected={isChosen} isPinned={false} />
          );
        }
        return (
          <g
            key={note.id}
            onClick={(click) => {
              click.stopPropagation();
              onSelect(event.id, note.id);
            }}
          >
            <Link note={note} from={linkStart(before, string) ?? x - 26} to={x} lanes={lanes} />
            {note.place ? (
              <Figure
                x={x}
                y={stringY(lanes, note.place.string)}
                text={String(writtenFret(note.place, facts.names))}
                isSelected={isChosen}
                isPinned={note.pinned}
              />
            ) : (
              <Unplaced
                x={x}
                y={lanes.unplaced ?? lanes.techniques}
                note={note}
                isSelected={isChosen}
              />
            )}
            <Motion note={note} box={at} lanes={lanes} />
          </g>
        );
      })}
      <Names event={event} x={x} lanes={lanes} facts={facts} />
    </g>
  );
}

/** The figure that a link comes from: the note before on the same string. */
function linkStart(before: readonly EventBox[], string: number | undefined): number | undefined {
  const last = before.at(-1);
  return last && notesOf(last.event).some((note) => stringOf(note) === string) ? last.x : undefined;
}

/** What sounds, highest first, and what the shape is called. */
function Names({
  event,
  x,
  lanes,
  facts,
}: {
  readonly event: LineEvent;
  readonly x: number;
  readonly lanes: Lanes;
  readonly facts: PartFacts;
}) {
  const pitches = notesOf(event)
    .filter((note): note is PitchedNote => note.kind === "pitched")
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
    </>
  );
}
