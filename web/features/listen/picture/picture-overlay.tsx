"use client";

import { midiOf } from "@intonazione/core/pitch";
import { formatFret, type PlaceNames } from "@intonazione/core/neck";
import type { Take } from "@intonazione/core/takes";
import { memo } from "react";
import { useTakes } from "@/open-song/context";
import { barLinesBetween } from "@/open-takes/bars-of-take";
import { isLooped, loopAtHand } from "@/open-takes/store";
import type { NoteAlong } from "../along";
import { xAt, yAt, type PictureScale } from "./scale";

const BOX = 15;
/** Beats nearer than this, in px, are left out. */
const LEAST_BEAT_PX = 9;

/** What is known of the take, over its picture: bars and beats, attacks, the loop, marks, the strip's notes. */
export function PictureOverlay({
  take,
  scale,
  notes,
  names,
  cursorEventId,
}: {
  readonly take: Take;
  readonly scale: PictureScale;
  readonly notes: readonly NoteAlong[];
  readonly names: PlaceNames;
  readonly cursorEventId: string | undefined;
}) {
  const attacks = useTakes(({ heard }) => (heard?.takeId === take.id ? heard.attacks : undefined));
  const bars = useTakes((state) => state.bars);
  const loop = useTakes(loopAtHand);
  const { width, height, from, to } = scale;
  const { map } = take;
  const isIn = (seconds: number) => seconds >= from && seconds <= to;
  const beats = map?.beats.filter(isIn) ?? [];
  const areBeatsShown = beats.length > 0 && width / beats.length > LEAST_BEAT_PX;
  return (
    <svg
      width={width}
      height={height}
      aria-hidden
      className="absolute inset-0 block overflow-hidden"
    >
      {loop && isLooped(take, loop) && (
        <g fill="var(--ink)" fillOpacity={0.07}>
          <rect x={0} width={Math.max(0, xAt(scale, loop.from))} height={height} />
          <rect
            x={Math.min(width, xAt(scale, loop.to))}
            width={Math.max(0, width - xAt(scale, loop.to))}
            height={height}
          />
          {[loop.from, loop.to].filter(isIn).map((end) => (
            <line
              key={end}
              x1={xAt(scale, end)}
              x2={xAt(scale, end)}
              y2={height}
              stroke="var(--madder)"
              strokeDasharray="5 3"
            />
          ))}
        </g>
      )}
      {areBeatsShown &&
        beats.map((beat, index) => (
          <line
            key={index}
            x1={xAt(scale, beat)}
            x2={xAt(scale, beat)}
            y2={height}
            stroke="var(--hairline)"
          />
        ))}
      {map &&
        barLinesBetween(map, bars, from, to).map(({ seconds, number }) => (
          <g key={number}>
            <line
              x1={xAt(scale, seconds)}
              x2={xAt(scale, seconds)}
              y2={height}
              stroke="var(--length)"
              strokeWidth={1.5}
            />
            <text x={xAt(scale, seconds) + 4} y={12} className="text-[11px]" fill="var(--soft)">
              {number}
            </text>
          </g>
        ))}
      {attacks?.filter(isIn).map((attack, index) => (
        <line
          key={index}
          x1={xAt(scale, attack)}
          x2={xAt(scale, attack)}
          y1={height - 5}
          y2={height}
          stroke="var(--ink)"
        />
      ))}
      {take.marks
        .filter(({ seconds }) => isIn(seconds))
        .map((mark) => (
          <g key={mark.id} transform={`translate(${xAt(scale, mark.seconds)} 0)`}>
            <path d="M0 0 L6 0 L6 9 L0 13 Z" fill="var(--ochre)" />
            <line y2={height} stroke="var(--ochre)" strokeDasharray="2 3" />
            <text x={9} y={24} className="text-[11px]" fill="var(--ochre-ink)">
              {mark.words}
            </text>
          </g>
        ))}
      <Threads scale={scale} notes={notes} names={names} cursorEventId={cursorEventId} />
    </svg>
  );
}

/** Each written note as a thread that begins at its fret. */
const Threads = memo(function Threads({
  scale,
  notes,
  names,
  cursorEventId,
}: {
  readonly scale: PictureScale;
  readonly notes: readonly NoteAlong[];
  readonly names: PlaceNames;
  readonly cursorEventId: string | undefined;
}) {
  return notes
    .filter(({ from, to }) => to > scale.from && from < scale.to)
    .map(({ note, eventId, from, to }) => {
      const [x, y] = [xAt(scale, from), yAt(scale, midiOf(note.pitch))];
      const isHere = eventId === cursorEventId;
      const color = isHere ? "var(--madder)" : "var(--verdigris)";
      return (
        <g key={`${note.id} ${from}`}>
          <line
            x1={x + BOX / 2}
            x2={Math.max(x + BOX / 2, xAt(scale, to) - 2)}
            y1={y}
            y2={y}
            stroke={color}
            strokeWidth={2}
          />
          <rect
            x={x - BOX / 2}
            y={y - BOX / 2}
            width={BOX}
            height={BOX}
            rx={2}
            fill="var(--sheet)"
            stroke={color}
            strokeWidth={isHere ? 2 : 1.3}
          />
          <text
            x={x}
            y={y + 3.8}
            textAnchor="middle"
            className="font-mono text-[10.5px] font-semibold"
            fill="var(--ink)"
          >
            {note.place ? formatFret(note.place, names) : "?"}
          </text>
        </g>
      );
    });
});
