import type { EventTechnique } from "@intonazione/core/score";
import { notesOf, stringOf } from "@intonazione/core/score";
import { stringY, type Lanes } from "./lanes";
import {
  bendInWords,
  spreadPath,
  tremoloBarPath,
  tremoloPath,
  type EventBox,
} from "@intonazione/core/strip";
import { Sign } from "./motion-figures";

/** What concerns an event as a whole: accents, tremolo, the bar, a spread chord, a fermata. */
export function EventSigns({ box, lanes }: { readonly box: EventBox; readonly lanes: Lanes }) {
  const { event, x } = box;
  const y = lanes.techniques;
  const techniques = event.kind === "notes" ? event.techniques : [];
  return (
    <>
      {event.fermata && (
        <g stroke="var(--ink)" fill="none" strokeWidth={1.2}>
          <path d={`M${x - 7} ${y + 2}a7 7 0 0 1 14 0`} />
          <circle cx={x} cy={y + 1} r={1} fill="var(--ink)" />
        </g>
      )}
      {techniques.map((technique) => (
        <EventSign key={technique.kind} technique={technique} box={box} lanes={lanes} />
      ))}
    </>
  );
}

function EventSign({
  technique,
  box: { event, x },
  lanes,
}: {
  readonly technique: EventTechnique;
  readonly box: EventBox;
  readonly lanes: Lanes;
}) {
  const y = lanes.techniques;
  const line = { fill: "none", stroke: "var(--ink)", strokeWidth: 1.2 } as const;
  switch (technique.kind) {
    case "palm-mute":
      return null;
    case "accent":
      return <path d={`M${x - 5} ${y - 3}L${x + 5} ${y}L${x - 5} ${y + 3}`} {...line} />;
    case "staccato":
      return <circle cx={x} cy={y + 5} r={1.6} fill="var(--ink)" />;
    case "tremolo":
      return <path d={tremoloPath(x, y)} {...line} />;
    case "rake":
    case "arpeggio": {
      const strings = notesOf(event).flatMap((note) => stringOf(note) ?? []);
      const top = stringY(lanes, Math.min(...strings, lanes.strings)) - 5;
      const bottom = stringY(lanes, Math.max(...strings, 1)) + 5;
      const isDown = technique.stroke === "down";
      const [from, to] = isDown ? [bottom, top] : [top, bottom];
      const left = x - 12;
      return technique.kind === "arpeggio" ? (
        <path d={spreadPath(left, from, to)} {...line} />
      ) : (
        <>
          <path d={`M${left} ${from}V${to}`} {...line} strokeDasharray="2 2" />
          <Sign x={left} y={y}>
            rake
          </Sign>
        </>
      );
    }
    case "tremolo-bar":
      return (
        <>
          <path d={tremoloBarPath(technique.course, x, y)} {...line} />
          <text x={x + 8} y={y + 3} fontSize={9} fill="var(--ink)">
            {bendInWords(technique.cents)}
          </text>
        </>
      );
  }
}
