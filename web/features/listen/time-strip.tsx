"use client";

import { formatFret, type PlaceNames } from "@intonazione/core/neck";
import type { Phrase } from "@intonazione/core/score";
import { stringName } from "@/ui/words";
import { useOpenSong } from "@/open-song/context";
import type { NoteAlong, PassAlong } from "./along";
import { xAt, type PictureScale } from "./picture/scale";

const LINE_GAP = 11;
const TOP = 10;

/** What is written, under the sound and in its time. */
export function TimeStrip({
  scale,
  left,
  strings,
  notes,
  passes,
  phrases,
  names,
  cursorEventId,
}: {
  readonly scale: PictureScale;
  /** What the ruler takes, in px. */
  readonly left: number;
  readonly strings: number;
  readonly notes: readonly NoteAlong[];
  readonly passes: readonly PassAlong[];
  readonly phrases: readonly Phrase[];
  readonly names: PlaceNames;
  readonly cursorEventId: string | undefined;
}) {
  const { store, takes } = useOpenSong();
  const yOf = (string: number) => TOP + (string - 1) * LINE_GAP;
  const height = yOf(strings) + TOP;
  const here = passes.filter(({ from, to }) => to > scale.from && from < scale.to);
  const nameOf = (phraseId: string) => phrases.find(({ id }) => id === phraseId)?.name ?? "";
  return (
    <div
      role="group"
      aria-label="What is written, in the time of the take"
      className="flex shrink-0 rounded-md border border-hairline bg-sheet"
      style={{ height: height + 2 }}
    >
      <div className="min-w-0 truncate px-2 pt-1 font-serif text-sm" style={{ width: left - 22 }}>
        {here
          .map(({ phraseId }) => nameOf(phraseId))
          .filter((name, index, all) => all.indexOf(name) === index)
          .join(", ")}
      </div>
      <div aria-hidden className="relative w-5.5 font-mono text-[9px] text-soft">
        {Array.from({ length: strings }, (_, index) => (
          <span key={index} className="absolute right-1.5" style={{ top: yOf(index + 1) - 7 }}>
            {stringName(index + 1, names)}
          </span>
        ))}
      </div>
      <svg width={scale.width} height={height} className="block overflow-hidden">
        {Array.from({ length: strings }, (_, index) => (
          <line
            key={index}
            x2={scale.width}
            y1={yOf(index + 1)}
            y2={yOf(index + 1)}
            stroke="var(--hairline)"
          />
        ))}
        {here.map(({ passIndex, from, phraseId }) => (
          <line
            key={passIndex}
            x1={xAt(scale, from)}
            x2={xAt(scale, from)}
            y1={yOf(1)}
            y2={yOf(strings)}
            stroke="var(--ink)"
            strokeWidth={1.5}
          >
            <title>{nameOf(phraseId)}</title>
          </line>
        ))}
        {notes
          .filter(({ from, note }) => note.place && from >= scale.from - 1 && from < scale.to)
          .map(({ note, from, eventId, phraseId }) => {
            const { place } = note;
            if (!place) return null;
            const isHere = eventId === cursorEventId;
            return (
              <text
                key={`${note.id} ${from}`}
                x={xAt(scale, from)}
                y={yOf(place.string) + 4}
                textAnchor="middle"
                className="cursor-pointer font-mono text-[12px] font-semibold"
                fill={isHere ? "var(--madder)" : "var(--ink)"}
                stroke="var(--sheet)"
                strokeWidth={4}
                paintOrder="stroke"
                onClick={() => {
                  store.moveCursor({ phraseId, eventId, noteId: note.id });
                  takes.player.seek(from);
                }}
              >
                {formatFret(place, names)}
              </text>
            );
          })}
      </svg>
    </div>
  );
}
