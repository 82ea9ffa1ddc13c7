import { displayPitch, spellMidi, type Key } from "@intonazione/core/pitch";
import { memo } from "react";
import { inlaysOf, stringYAt, type NeckLayout } from "./layout";

/** The neck itself: board, wires, inlays, strings, nut or capo, and what the open strings sound. */
export const Wood = memo(function Wood({
  layout,
  names,
  songKey,
}: {
  readonly layout: NeckLayout;
  readonly names: readonly string[];
  readonly songKey: Key;
}) {
  const { neck, nutX, wires } = layout;
  const strings = neck.openMidi.length;
  const endX = wires.at(-1)!;
  const top = (x: number) => stringYAt(layout, 0.42, x);
  const bottom = (x: number) => stringYAt(layout, strings + 0.58, x);
  return (
    <g aria-hidden>
      <path
        d={`M${nutX} ${top(nutX)}L${endX} ${top(endX)}V${bottom(endX)}L${nutX} ${bottom(nutX)}Z`}
        fill="var(--wood)"
        stroke="var(--hairline)"
      />
      {inlaysOf(layout).map(({ x, y }, index) => (
        <path key={index} d={`M${x} ${y - 4}l4 4l-4 4l-4 -4Z`} fill="var(--hairline)" />
      ))}
      {wires.map((x) => (
        <path
          key={x}
          d={`M${x} ${top(x)}V${bottom(x)}`}
          stroke="var(--soft)"
          strokeOpacity={0.6}
          strokeWidth={1.4}
        />
      ))}
      {names.map((name, index) => {
        const y = stringYAt(layout, index + 1, nutX);
        return (
          <g key={name}>
            <path
              d={`M${nutX} ${y}L${endX} ${stringYAt(layout, index + 1, endX)}`}
              stroke="var(--ink)"
              strokeWidth={0.9 + (index * 1.9) / Math.max(5, strings - 1)}
            />
            <text
              x={22}
              y={y + 4}
              textAnchor="middle"
              fontSize={12}
              fontWeight={700}
              fill="var(--ink)"
              className="font-mono"
            >
              {name}
            </text>
            <text x={38} y={y + 4} fontSize={11} fill="var(--soft)">
              {displayPitch(spellMidi(neck.openMidi[index]!, songKey))}
            </text>
          </g>
        );
      })}
      <Head layout={layout} top={top(nutX)} bottom={bottom(nutX)} />
      {wires.map((x, index) => {
        const from = wires[index - 1] ?? nutX;
        return (
          x - from > 15 && (
            <text
              key={x}
              x={(from + x) / 2}
              y={layout.height - 6}
              textAnchor="middle"
              fontSize={11}
              fill="var(--soft)"
              className="font-mono"
            >
              {index + 1}
            </text>
          )
        );
      })}
    </g>
  );
});

/** The nut as a bar, a capo as the clamp it is. */
function Head({
  layout: { nutX, neck, height },
  top,
  bottom,
}: {
  readonly layout: NeckLayout;
  readonly top: number;
  readonly bottom: number;
}) {
  if (neck.capo === 0) {
    return <rect x={nutX - 5} y={top - 1} width={5} height={bottom - top + 2} fill="var(--ink)" />;
  }
  return (
    <>
      <rect
        x={nutX - 7}
        y={top - 6}
        width={8}
        height={bottom - top + 12}
        rx={3.5}
        fill="var(--verdigris)"
      />
      <path
        d={`M${nutX - 3} ${top - 6}v-4h10`}
        fill="none"
        stroke="var(--verdigris)"
        strokeWidth={2.5}
        strokeLinecap="round"
      />
      <text
        x={nutX - 3}
        y={height - 6}
        textAnchor="middle"
        fontSize={11}
        fontWeight={650}
        fill="var(--verdigris-ink)"
      >
        capo {neck.capo}
      </text>
    </>
  );
}
