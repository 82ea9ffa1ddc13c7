import type { EventTechnique } from "@intonazione/core/score";
import { notesOf, stringOf } from "@intonazione/core/score";
import { bendInWords } from "@/ui/words";
import { stringY, type Lanes } from "./lanes";
import type { EventBox } from "@intonazione/core/strip";
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
      return <path d={`M${x - 4} ${y + 1}l8 -4m-8 7l8 -4m-8 7l8 -4`} {...line} />;
    case "rake":
    case "arpeggio": {
      const strings = notesOf(event).flatMap((note) => stringOf(note) ?? []);
      const top = stringY(lanes, Math.min(...strings, lanes.strings)) - 5;
      const bottom = stringY(lanes, Math.max(...strings, 1)) + 5;
      const isDown = technique.stroke === "down";
      const [from, to] = isDown ? [bottom, top] : [top, bottom];
      const left = x - 12;
      const head = isDown ? 4 : -4;
      return technique.kind === "arpeggio" ? (
        <path
          d={`${wave(left, from, to)}M${left - 3} ${to + head}L${left} ${to}L${left + 3} ${to + head}`}
          {...line}
        />
      ) : (
        <>
          <path d={`M${left} ${from}V${to}`} {...line} strokeDasharray="2 2" />
          <Sign x={left} y={y}>
            rake
          </Sign>
        </>
      );
    }
    case "tremolo-bar": {
      const deep =
        technique.course === "scoop"
          ? `M${x - 6} ${y + 4}L${x + 4} ${y - 2}`
          : technique.course === "dip"
            ? `M${x - 6} ${y - 2}L${x} ${y + 4}L${x + 6} ${y - 2}`
            : `M${x - 6} ${y - 2}L${x + 6} ${y + 4}`;
      return (
        <>
          <path d={deep} {...line} />
          <text x={x + 8} y={y + 3} fontSize={9} fill="var(--ink)">
            {bendInWords(technique.cents)}
          </text>
        </>
      );
    }
  }
}

/** A wavy line from the first string struck to the last. */
function wave(x: number, from: number, to: number): string {
  const steps = Math.max(1, Math.round(Math.abs(to - from) / 6));
  const step = (to - from) / steps;
  const turns = Array.from(
    { length: steps },
    (_, index) => `q${index % 2 === 0 ? 4 : -4} ${step / 2} 0 ${step}`,
  );
  return `M${x} ${from}${turns.join("")}`;
}
