import { linkOf, type PitchedNote } from "@intonazione/core/score";
import { stringY, type Lanes } from "./lanes";

const LETTER: Readonly<Record<string, string>> = {
  "hammer-on": "H",
  "pull-off": "P",
  tap: "T",
};

/** A slur, tie or slide from the note before on the same string, from the bar line, or from nowhere. */
export function Link({
  note,
  from,
  to,
  lanes,
}: {
  readonly note: PitchedNote;
  /** Absent where nothing stands before on its string. */
  readonly from: number | undefined;
  readonly to: number;
  readonly lanes: Lanes;
}) {
  const link = linkOf(note);
  if (!link || !note.place) return null;
  const y = stringY(lanes, note.place.string);
  const start = from ?? to - 26;
  if (link === "slide" || link === "shift-slide") {
    return (
      <>
        <path
          d={`M${start + 8} ${y + 3}L${to - 8} ${y - 3}`}
          stroke="var(--ink)"
          strokeWidth={1.2}
        />
        {link === "slide" && <Slur from={start} to={to} y={y} />}
      </>
    );
  }
  // A tap comes from the other hand, not from the note before.
  const letter = LETTER[link];
  return (
    <>
      {(link !== "tap" || from !== undefined) && <Slur from={start} to={to} y={y} />}
      {letter !== undefined && (
        <text
          x={link === "tap" && from === undefined ? to : (start + to) / 2}
          y={y - (link === "tap" && from === undefined ? 10 : 14)}
          textAnchor="middle"
          fontSize={9.5}
          fill="var(--ink)"
          stroke="var(--sheet)"
          strokeWidth={3}
          paintOrder="stroke"
        >
          {letter}
        </text>
      )}
    </>
  );
}

function Slur({ from, to, y }: { readonly from: number; readonly to: number; readonly y: number }) {
  return (
    <path
      d={`M${from} ${y - 9}Q${(from + to) / 2} ${y - 17} ${to} ${y - 9}`}
      fill="none"
      stroke="var(--ink)"
      strokeWidth={1.1}
    />
  );
}
