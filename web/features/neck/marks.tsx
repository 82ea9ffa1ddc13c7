import { formatFret, type Place, type PlaceNames } from "@intonazione/core/neck";
import type { Note } from "@intonazione/core/score";
import { spotOf, stringYAt, type NeckLayout } from "@/ui/neck-layout";

/** A held note: solid; squared off where the teacher pinned it; a cross for a dead stroke. */
export function Held({
  layout,
  note,
  names,
  isSelected,
}: {
  readonly layout: NeckLayout;
  readonly note: Note;
  readonly names: PlaceNames;
  readonly isSelected: boolean;
}) {
  const color = isSelected ? "var(--madder)" : "var(--ink)";
  if (note.kind === "dead") {
    const x = layout.nutX - layout.direction * 15;
    const y = stringYAt(layout, note.string, x);
    return (
      <path
        aria-hidden
        d={`M${x - 5} ${y - 5}l10 10m0 -10l-10 10`}
        stroke={color}
        strokeWidth={2.5}
      />
    );
  }
  if (!note.place) return null;
  const { x, y } = spotOf(layout, note.place);
  return (
    <g aria-hidden pointerEvents="none">
      {note.pinned ? (
        <rect
          x={x - 8}
          y={y - 8}
          width={16}
          height={16}
          fill={color}
          stroke="var(--verdigris)"
          strokeWidth={3}
        />
      ) : (
        <circle cx={x} cy={y} r={8} fill={color} />
      )}
      <text
        x={x}
        y={y + 3.5}
        textAnchor="middle"
        fontSize={10}
        fontWeight={700}
        fill="var(--paper)"
        className="font-mono"
      >
        {formatFret(note.place, names)}
      </text>
    </g>
  );
}

/** With more places than these, their order would be a riddle. */
const MOST_IN_ORDER = 12;

/** Where the hand goes in a phrase: faint, and numbered in the order in which it comes there. */
export function Hand({
  layout,
  places,
  names,
}: {
  readonly layout: NeckLayout;
  readonly places: readonly Place[];
  readonly names: PlaceNames;
}) {
  return (
    <g aria-hidden pointerEvents="none">
      {places.map((place, index) => {
        const { x, y } = spotOf(layout, place);
        return (
          <g key={`${place.string}:${place.fret}`}>
            <circle cx={x} cy={y} r={7.5} fill="var(--sheet)" stroke="var(--length)" />
            <text
              x={x}
              y={y + 3.5}
              textAnchor="middle"
              fontSize={10}
              fill="var(--soft)"
              className="font-mono"
            >
              {formatFret(place, names)}
            </text>
            {places.length <= MOST_IN_ORDER && (
              <text
                x={place.fret === 0 ? x - layout.direction * 9 : x + 9}
                y={y - 3.5}
                textAnchor={place.fret === 0 && layout.direction === 1 ? "end" : "start"}
                fontSize={8}
                fill="var(--soft)"
              >
                {index + 1}
              </text>
            )}
          </g>
        );
      })}
    </g>
  );
}

/** Another place of the selected pitch, with the key that moves the note there. */
export function Ring({
  layout,
  place,
  number,
  label,
  onChoose,
}: {
  readonly layout: NeckLayout;
  readonly place: Place;
  readonly number: number;
  readonly label: string;
  readonly onChoose: () => void;
}) {
  const { x, y } = spotOf(layout, place);
  return (
    <g
      role="button"
      tabIndex={0}
      aria-label={`${label}, key ${number}`}
      className="cursor-pointer"
      onClick={(click) => {
        click.stopPropagation();
        onChoose();
      }}
      onKeyDown={(press) => {
        if (press.key !== "Enter" && press.key !== " ") return;
        press.preventDefault();
        onChoose();
      }}
    >
      <circle cx={x} cy={y} r={8.5} fill="var(--sheet)" stroke="var(--madder)" strokeWidth={1.6} />
      <text
        x={x}
        y={y + 3.5}
        textAnchor="middle"
        fontSize={10}
        fontWeight={650}
        fill="var(--madder)"
        className="font-mono"
      >
        {number}
      </text>
    </g>
  );
}
