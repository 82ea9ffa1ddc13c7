import { formatFret } from "@intonazione/core/neck";
import { add, formatDuration } from "@intonazione/core/rhythm";
import { chordAt, isInDoubt, linkOf, notesOf, stringOf, type Note } from "@intonazione/core/score";
import { eventInWords } from "@/ui/words";
import type { BarProps } from "./facts";
import { EventSigns } from "./event-signs";
import { Fingers, Names, Words } from "./lane-figures";
import { stringY } from "./lanes";
import type { EventBox } from "@intonazione/core/strip";
import { Link } from "./link-figures";
import { Motion } from "./motion-figures";
import { Figure, Hit, Unplaced } from "./note-figures";
import { Rest, Value } from "./value-figures";

interface EventFigureProps extends Omit<BarProps, "before" | "fingers"> {
  readonly fingers: ReadonlyMap<string, string>;
  readonly at: EventBox;
  /** What stands before it in its voice, in this bar and the one before. */
  readonly before: readonly EventBox[];
  readonly barBefore: readonly EventBox[] | undefined;
}

/** One event: its band, its figures on the strings, and what stands above and below them. */
export function EventFigure(props: EventFigureProps) {
  const { at, box, before, lanes, facts, number, eventId, noteId, onSelect } = props;
  const { event, x, isVoiceTwo } = at;
  const isSelected = event.id === eventId;
  const isChosen = props.chosen !== "" && props.chosen.split(" ").includes(event.id);
  const isFound = props.found !== "" && props.found.split(" ").includes(event.id);
  const selectedNote = isSelected ? (noteId ?? notesOf(event)[0]?.id) : undefined;
  const band = Math.min(at.width, 40);
  const isNewValue =
    before.length === 0 ||
    before.at(-1)!.event.lengthUnknown !== event.lengthUnknown ||
    formatDuration(before.at(-1)!.event.duration) !== formatDuration(event.duration);
  const valueY = isVoiceTwo ? lanes.voiceTwo : lanes.value;
  return (
    <g
      id={`event-${event.id}`}
      role="option"
      aria-selected={isSelected}
      aria-label={`bar ${number}: ${isVoiceTwo ? "voice two, " : ""}${eventInWords(event, facts.names)}${isFound ? ", Check has found something here" : ""}`}
      onClick={() => onSelect(event.id)}
      className="cursor-pointer"
    >
      <rect
        x={x - band / 2}
        y={isVoiceTwo ? lanes.tab - 6 : 1}
        width={band}
        height={isVoiceTwo ? (lanes.voiceTwo ?? lanes.tab) + 8 - lanes.tab : lanes.height - 3}
        fill={isSelected ? "var(--madder-wash)" : isChosen ? "var(--ochre-wash)" : "transparent"}
        {...(isSelected && { stroke: "var(--madder)", strokeOpacity: 0.5 })}
        {...((isSelected || isChosen) && { rx: 3 })}
      />
      {isFound && (
        <path
          d={`M${x - 16} ${(lanes.count ?? lanes.head) + 4}h8l-4 -8z`}
          fill="none"
          stroke="var(--ochre-ink)"
          strokeWidth={1.3}
        />
      )}
      {isSelected && props.string !== undefined && (
        <path
          d={`M${x - band / 2 - 1} ${stringY(lanes, props.string) - 4}l6 4l-6 4z`}
          fill="var(--madder)"
        />
      )}
      {valueY !== undefined && (isNewValue || isVoiceTwo) && (
        <Value x={x} y={valueY + (isVoiceTwo ? 0 : 3)} event={event} />
      )}
      {event.kind === "rest" && !isVoiceTwo && <Rest box={at} lanes={lanes} />}
      {event.kind === "hit" && <Hit x={x} sound={event.sound} lanes={lanes} />}
      {notesOf(event).map((note) => (
        <NoteFigure
          key={note.id}
          {...props}
          note={note}
          isChosen={note.id === selectedNote}
          onChoose={() => onSelect(event.id, note.id)}
        />
      ))}
      <EventSigns box={at} lanes={lanes} />
      <Words event={event} x={x} lanes={lanes} />
      {!isVoiceTwo && (
        <>
          {lanes.finger !== undefined && (
            <Fingers event={event} x={x} y={lanes.finger} fingers={props.fingers} />
          )}
          <Names
            box={at}
            lanes={lanes}
            facts={facts}
            chord={chordAt(box.frame, add(box.frame.from, at.onset))}
          />
        </>
      )}
    </g>
  );
}

interface NoteFigureProps extends EventFigureProps {
  readonly note: Note;
  readonly isChosen: boolean;
  readonly onChoose: () => void;
}

function NoteFigure({
  at,
  before,
  barBefore,
  lanes,
  facts,
  note,
  isChosen,
  onChoose,
}: NoteFigureProps) {
  const { x, event } = at;
  const inDoubt = isInDoubt(event);
  const isSmall = event.kind === "notes" && event.grace !== undefined;
  const string = stringOf(note);
  if (note.kind === "dead") {
    const y = stringY(lanes, note.string);
    return (
      <g onClick={(click) => (click.stopPropagation(), onChoose())}>
        <Figure
          x={x}
          y={y}
          text="×"
          isSelected={isChosen}
          isSmall={isSmall}
          isInDoubt={inDoubt}
          size={lanes.figure}
        />
      </g>
    );
  }
  const origin =
    originOf(before, string) ?? (before.length === 0 ? originBefore(barBefore, string) : undefined);
  const fret = note.place && formatFret(note.place, facts.names);
  return (
    <g
      onClick={(click) => {
        click.stopPropagation();
        onChoose();
      }}
    >
      <Link note={note} from={origin} to={x} lanes={lanes} />
      {note.place ? (
        <Figure
          x={x}
          y={stringY(lanes, note.place.string)}
          text={figureOf(note, fret!)}
          isSelected={isChosen}
          isPinned={note.pinned}
          isInDoubt={inDoubt}
          isSmall={isSmall}
          isHeld={linkOf(note) === "tie"}
          size={lanes.figure}
        />
      ) : (
        <Unplaced x={x} y={lanes.unplaced ?? lanes.techniques} note={note} isSelected={isChosen} />
      )}
      <Motion note={note} box={at} lanes={lanes} fret={fret} />
    </g>
  );
}

/** A ghost in brackets, a harmonic in angles, a place between frets with its cents. */
function figureOf(note: Extract<Note, { readonly kind: "pitched" }>, fret: number): string {
  const has = (kind: string) => note.techniques.some((one) => one.kind === kind);
  if (has("natural-harmonic")) return `‹${fret}›`;
  return has("ghost") ? `(${fret})` : String(fret);
}

/** The figure that a link comes from: the note before on the same string. */
function originOf(before: readonly EventBox[], string: number | undefined): number | undefined {
  const last = before.at(-1);
  return last && notesOf(last.event).some((note) => stringOf(note) === string) ? last.x : undefined;
}

/** Links over a bar line come in from its left. */
function originBefore(
  barBefore: readonly EventBox[] | undefined,
  string: number | undefined,
): number | undefined {
  return barBefore && originOf(barBefore, string) !== undefined ? -8 : undefined;
}
