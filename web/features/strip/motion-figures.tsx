import type { BendCourse, PitchedNote, Technique } from "@intonazione/core/score";
import { stringY, type Lanes } from "./lanes";
import { bendInWords, bendPaths, vibratoPath, type EventBox } from "@intonazione/core/strip";

/** What a note does while it sounds, drawn beside and above its figure. */
export function Motion({
  note,
  box,
  lanes,
  fret,
}: {
  readonly note: PitchedNote;
  readonly box: EventBox;
  readonly lanes: Lanes;
  /** As it is written; the trill's other fret is counted from it. */
  readonly fret: number | undefined;
}) {
  if (!note.place) return null;
  const y = stringY(lanes, note.place.string);
  const x = box.x + 9;
  return note.techniques.map((technique) => (
    <Technical
      key={technique.kind}
      technique={technique}
      at={{ x, y, top: lanes.techniques }}
      fret={fret ?? 0}
    />
  ));
}

interface Spot {
  /** Right of the figure. */
  readonly x: number;
  readonly y: number;
  /** The middle of the row above the strings. */
  readonly top: number;
}

function Technical({
  technique,
  at,
  fret,
}: {
  readonly technique: Technique;
  readonly at: Spot;
  readonly fret: number;
}) {
  const { x, y, top } = at;
  const line = { fill: "none", stroke: "var(--ink)", strokeWidth: 1.2 } as const;
  switch (technique.kind) {
    case "bend":
      return <Bend cents={technique.cents} course={technique.course} at={at} />;
    case "vibrato":
      return <path d={vibratoPath(technique.width, x, y)} {...line} />;
    case "slide-in": {
      const from = technique.from === "below" ? 5 : -5;
      return <path d={`M${x - 30} ${y + from}L${x - 18} ${y}`} {...line} />;
    }
    case "slide-out": {
      const to = technique.to === "below" ? 5 : -5;
      return <path d={`M${x} ${y}L${x + 12} ${y + to}`} {...line} />;
    }
    case "trill":
      return (
        <>
          <Sign x={x - 9} y={top}>
            tr ({fret + technique.semitones})
          </Sign>
          <path d={`M${x + 12} ${top}q1.5 -4 3 0t3 0t3 0`} {...line} />
        </>
      );
    case "pinched-harmonic":
      return (
        <Sign x={x - 9} y={top}>
          P.H.
        </Sign>
      );
    case "fret-hand-mute":
      return (
        <Sign x={x - 9} y={top}>
          mute
        </Sign>
      );
    case "slide-bar":
      return <path d={`M${x - 15} ${y - 9}h12`} {...line} strokeWidth={2.2} />;
    default:
      return null;
  }
}

/** A word in italics among the signs. */
export function Sign({
  x,
  y,
  children,
}: {
  readonly x: number;
  readonly y: number;
  readonly children: React.ReactNode;
}) {
  return (
    <text x={x} y={y + 4} textAnchor="middle" fontSize={9.5} fontStyle="italic" fill="var(--ink)">
      {children}
    </text>
  );
}

/** An arrow up, from the start where it is bent before it sounds; down again where it is released. */
function Bend({
  cents,
  course,
  at: { x, y, top: row },
}: {
  readonly cents: number;
  readonly course: BendCourse;
  readonly at: Spot;
}) {
  const { rise, head, back, peak, top } = bendPaths(course, x, y, row);
  return (
    <g fill="none" stroke="var(--ink)" strokeWidth={1.1}>
      <path d={rise} />
      <path d={head} />
      {back && (
        <>
          <path d={back.line} strokeDasharray="2 2" />
          <path d={back.head} />
        </>
      )}
      <text x={peak} y={top - 2} textAnchor="middle" fontSize={9.5} fill="var(--ink)" stroke="none">
        {bendInWords(cents)}
      </text>
    </g>
  );
}
