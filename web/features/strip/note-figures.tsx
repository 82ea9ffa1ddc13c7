import { displayPitch } from "@intonazione/core/pitch";
import { toNumber, type Fraction } from "@intonazione/core/rhythm";
import { linkOf, type LineEvent, type PitchedNote } from "@intonazione/core/score";
import { bendInWords } from "@/ui/words";
import type { EventBox } from "./layout";
import { stringY, type Lanes } from "./lanes";

/** What is drawn at, before and over a fret number. */

/** A figure on its string; the paper behind it interrupts the line. */
export function Figure({
  x,
  y,
  text,
  isSelected,
  isPinned,
}: {
  readonly x: number;
  readonly y: number;
  readonly text: string;
  readonly isSelected: boolean;
  readonly isPinned: boolean;
}) {
  const width = text.length * 8 + 5;
  return (
    <>
      <rect
        x={x - width / 2}
        y={y - 7.5}
        width={width}
        height={15}
        fill="var(--sheet)"
        stroke={isPinned ? "var(--verdigris)" : "none"}
        strokeWidth={1.5}
      />
      <text
        x={x}
        y={y + 4.5}
        textAnchor="middle"
        fontSize={13}
        fontWeight={isSelected ? 750 : 560}
        fill={isSelected ? "var(--madder)" : "var(--ink)"}
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

const LETTER = { "hammer-on": "H", "pull-off": "P" } as const;

/** A slur or a slide from the note before on the same string, or from the bar line. */
export function Link({
  note,
  from,
  to,
  lanes,
}: {
  readonly note: PitchedNote;
  readonly from: number;
  readonly to: number;
  readonly lanes: Lanes;
}) {
  const link = linkOf(note);
  if (!link || !note.place) return null;
  const y = stringY(lanes, note.place.string);
  const start = from + 8;
  const end = to - 8;
  if (link === "slide") {
    const isUp = start < end;
    return (
      <path
        d={`M${start} ${y + (isUp ? 3 : 0)}L${end} ${y - 3}`}
        stroke="var(--ink)"
        strokeWidth={1.2}
      />
    );
  }
  const middle = (from + to) / 2;
  return (
    <>
      <path
        d={`M${from} ${y - 9}Q${middle} ${y - 17} ${to} ${y - 9}`}
        fill="none"
        stroke="var(--ink)"
        strokeWidth={1.1}
      />
      <text
        x={middle}
        y={y - 14}
        textAnchor="middle"
        fontSize={9.5}
        fill="var(--ink)"
        stroke="var(--sheet)"
        strokeWidth={3}
        paintOrder="stroke"
      >
        {LETTER[link]}
      </text>
    </>
  );
}

/** Arrow and amount of a bend, wave of a vibrato. */
export function Motion({
  note,
  box,
  lanes,
}: {
  readonly note: PitchedNote;
  readonly box: EventBox;
  readonly lanes: Lanes;
}) {
  if (!note.place) return null;
  const y = stringY(lanes, note.place.string);
  const x = box.x + 9;
  return note.techniques.map((technique) => {
    if (technique.kind === "bend") {
      const top = Math.max(lanes.techniques + 5, y - 24);
      return (
        <g key="bend" fill="none" stroke="var(--ink)" strokeWidth={1.1}>
          <path d={`M${x - 1} ${y}Q${x + 8} ${y} ${x + 8} ${top + 4}`} />
          <path d={`M${x + 5} ${top + 5}L${x + 8} ${top}L${x + 11} ${top + 5}`} />
          <text
            x={x + 8}
            y={top - 2}
            textAnchor="middle"
            fontSize={9.5}
            fill="var(--ink)"
            stroke="none"
          >
            {bendInWords(technique.cents)}
          </text>
        </g>
      );
    }
    if (technique.kind === "vibrato") {
      return (
        <path
          key="vibrato"
          d={`M${x} ${y}q2.5 -5 5 0t5 0t5 0`}
          fill="none"
          stroke="var(--ink)"
          strokeWidth={1.2}
        />
      );
    }
    return null;
  });
}

const RESTS = ["𝄻", "𝄼", "𝄽", "𝄾", "𝄿", "𝅀", "𝅁"] as const;
const NOTES = ["𝅝", "𝅗𝅥", "𝅘𝅥", "𝅘𝅥𝅮", "𝅘𝅥𝅯", "𝅘𝅥𝅰", "𝅘𝅥𝅱"] as const;

interface ValueSign {
  readonly rest: string;
  readonly note: string;
  readonly after: string;
}

/** The signs of a duration: a plain value, with dots or as a triplet; the next shorter one for others. */
function signOf(duration: Fraction): ValueSign {
  const at = (index: number, after: string): ValueSign => {
    const most = Math.min(RESTS.length - 1, Math.max(0, index));
    return { rest: RESTS[most]!, note: NOTES[most]!, after };
  };
  const whole = toNumber(duration);
  const kinds = [
    { factor: 1, after: "" },
    { factor: 3 / 2, after: "." },
    { factor: 7 / 4, after: ".." },
    { factor: 2 / 3, after: "3" },
  ];
  for (const { factor, after } of kinds) {
    const index = -Math.log2(whole / factor);
    if (Math.abs(index - Math.round(index)) < 1e-9) return at(Math.round(index), after);
  }
  return at(Math.ceil(-Math.log2(whole)), "~");
}

export function Rest({ box, lanes }: { readonly box: EventBox; readonly lanes: Lanes }) {
  const sign = signOf(box.event.duration);
  const y = lanes.tab + ((lanes.strings - 1) * lanes.stringGap) / 2;
  return (
    <>
      <rect x={box.x - 7} y={y - 11} width={14} height={22} fill="var(--sheet)" />
      <text
        x={box.x}
        y={y + 7}
        textAnchor="middle"
        fontSize={22}
        fill="var(--ink)"
        className="font-music"
      >
        {sign.rest}
      </text>
      {sign.after !== "" && (
        <text x={box.x + 8} y={y + 3} fontSize={10} fill="var(--ink)">
          {sign.after}
        </text>
      )}
    </>
  );
}

export function Value({
  x,
  y,
  event,
}: {
  readonly x: number;
  readonly y: number;
  readonly event: LineEvent;
}) {
  const sign = signOf(event.duration);
  return (
    <>
      <text
        x={x}
        y={y + 8}
        textAnchor="middle"
        fontSize={17}
        fill="var(--ink)"
        className="font-music"
      >
        {event.kind === "rest" ? sign.rest : sign.note}
      </text>
      {sign.after !== "" && (
        <text x={x + 8} y={y + 7} fontSize={10} fill="var(--ink)">
          {sign.after}
        </text>
      )}
    </>
  );
}
