"use client";

import { fret, type Neck, type Place } from "@intonazione/core/neck";
import { useMemo } from "react";
import { inlaysOf, layNeck, SMALL_ROOM, spotOf, stringYAt } from "./neck-layout";

/** A small neck with the way of the hand on it: every place of a line once, joined in their order. */
export function PathFigure({
  neck,
  handed,
  places,
  width,
}: {
  readonly neck: Neck;
  readonly handed: "right" | "left";
  /** In the order in which they are played. */
  readonly places: readonly Place[];
  /** In px. */
  readonly width: number;
}) {
  const layout = useMemo(() => layNeck(neck, width, handed, SMALL_ROOM), [neck, width, handed]);
  const { nutX, wires, height } = layout;
  const strings = neck.openMidi.length;
  const endX = wires.at(-1)!;
  const top = (x: number) => stringYAt(layout, 0.5, x);
  const bottom = (x: number) => stringYAt(layout, strings + 0.5, x);
  const spots = places.map((place) => spotOf(layout, place));
  const distinct = [...new Map(places.map((place) => [`${place.string}:${place.fret}`, place]))];
  return (
    <svg width={width} height={height} aria-hidden className="block">
      <path
        d={`M${nutX} ${top(nutX)}L${endX} ${top(endX)}V${bottom(endX)}L${nutX} ${bottom(nutX)}Z`}
        fill="var(--wood)"
        stroke="var(--hairline)"
      />
      {wires.map((x) => (
        <path key={x} d={`M${x} ${top(x)}V${bottom(x)}`} stroke="var(--hairline)" />
      ))}
      {Array.from({ length: strings }, (_, index) => (
        <path
          key={index}
          d={`M${nutX} ${stringYAt(layout, index + 1, nutX)}L${endX} ${stringYAt(layout, index + 1, endX)}`}
          stroke="var(--soft)"
          strokeOpacity={0.55}
          strokeWidth={0.6 + index * 0.2}
        />
      ))}
      <path d={`M${nutX} ${top(nutX)}V${bottom(nutX)}`} stroke="var(--ink)" strokeWidth={2.5} />
      {[...new Map(inlaysOf(layout).map((inlay) => [inlay.fretFromNut, inlay])).values()].map(
        ({ fretFromNut, x }) => (
          <text
            key={fretFromNut}
            x={x}
            y={height - 4}
            textAnchor="middle"
            fontSize={9}
            fill="var(--soft)"
            className="font-mono"
          >
            {fret(fretFromNut - layout.firstFret)}
          </text>
        ),
      )}
      <path
        d={spots.map(({ x, y }, index) => `${index === 0 ? "M" : "L"}${x} ${y}`).join("")}
        fill="none"
        stroke="var(--madder)"
        strokeOpacity={0.45}
        strokeWidth={1.5}
        strokeLinejoin="round"
      />
      {distinct.map(([key, place]) => {
        const { x, y } = spotOf(layout, place);
        const isOpen = place.fret === 0;
        return (
          <circle
            key={key}
            cx={x}
            cy={y}
            r={3.5}
            fill={isOpen ? "var(--sheet)" : "var(--ink)"}
            stroke="var(--ink)"
          />
        );
      })}
    </svg>
  );
}
