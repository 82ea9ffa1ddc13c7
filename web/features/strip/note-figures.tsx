import { displayPitch } from "@intonazione/core/pitch";
import type { HitEvent, PitchedNote } from "@intonazione/core/score";
import { stringY, type Lanes } from "./lanes";

/** What is drawn on the strings. */

/** A figure on its string; the paper behind it interrupts the line. */
export function Figure({
  x,
  y,
  text,
  isSelected,
  isPinned = false,
  isSmall = false,
  isHeld = false,
  isInDoubt = false,
  size: usual,
}: {
  readonly x: number;
  readonly y: number;
  readonly text: string;
  readonly isSelected: boolean;
  readonly isPinned?: boolean;
  /** A grace. */
  readonly isSmall?: boolean;
  /** Tied: it goes on, and is not played anew. */
  readonly isHeld?: boolean;
  /** Likely, and not sure. */
  readonly isInDoubt?: boolean;
  readonly size: number;
}) {
  // Where little room is, two digits stand a little smaller: 12 15 shall not be read as 1215.
  const isTight = usual < 10 && text.length > 1;
  const size = isSmall ? 0.78 * usual : isTight ? 0.88 * usual : usual;
  const width = text.length * 0.61 * size + 0.32 * size;
  const height = 0.96 * size;
  return (
    <>
      <rect
        x={x - width / 2}
        y={y - height / 2}
        width={width}
        height={height}
        fill="var(--sheet)"
        {...(isInDoubt && { stroke: "var(--ochre)", strokeWidth: 1.2, strokeDasharray: "3 2" })}
        {...(isPinned && { stroke: "var(--verdigris)", strokeWidth: 1.5 })}
      />
      <text
        x={x}
        y={y + 0.36 * size}
        textAnchor="middle"
        fontSize={size}
        letterSpacing={isTight ? "-0.07em" : undefined}
        fontWeight={isSelected ? 750 : isHeld ? 400 : 560}
        fill={isSelected ? "var(--madder)" : isHeld ? "var(--soft)" : "var(--ink)"}
        className="font-mono"
      >
        {text}
      </text>
    </>
  );
}

/** A pitch that has no place: above the strings, framed, so that it cannot be overlooked. */
export function Unplaced({
  x,
  y,
  note,
  isSelected,
}: {
  readonly x: number;
  readonly y: number;
  readonly note: PitchedNote;
  readonly isSelected: boolean;
}) {
  return (
    <>
      <rect
        x={x - 14}
        y={y - 8}
        width={28}
        height={16}
        rx={2}
        fill="var(--ochre-wash)"
        stroke="var(--ochre)"
        strokeDasharray="3 2"
        strokeWidth={isSelected ? 2 : 1.2}
      />
      <text x={x} y={y + 4} textAnchor="middle" fontSize={11} fontWeight={650} fill="var(--ink)">
        {displayPitch(note.pitch)}
      </text>
    </>
  );
}

/** A knock on the body, or the pick along a wound string. */
export function Hit({
  x,
  sound,
  lanes,
}: {
  readonly x: number;
  readonly sound: HitEvent["sound"];
  readonly lanes: Lanes;
}) {
  const middle = lanes.tab + ((lanes.strings - 1) * lanes.stringGap) / 2;
  if (sound === "body") {
    return (
      <path
        d={`M${x - 5} ${middle - 5}l10 10m0 -10l-10 10`}
        stroke="var(--ink)"
        strokeWidth={2}
        fill="none"
      />
    );
  }
  const y = stringY(lanes, lanes.strings);
  return (
    <path
      d={`M${x - 8} ${y}l4 -6l3 6l4 -6l3 6l4 -6`}
      stroke="var(--ink)"
      strokeWidth={1.4}
      fill="none"
    />
  );
}
