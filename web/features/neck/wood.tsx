import { displayStringName } from "@intonazione/core/instrument";
import type { PlaceNames } from "@intonazione/core/neck";
import { displayPitch, spellPlainly, type Key } from "@intonazione/core/pitch";
import { memo } from "react";
import { inlaysOf, nutXOf, stringYAt, type NeckLayout } from "@/ui/neck-layout";

/** The neck itself: board, wires, inlays, strings, nut or capo, and what the open strings sound. */
export const Wood = memo(function Wood({
  layout,
  names,
  songKey,
  bodyFret,
}: {
  readonly layout: NeckLayout;
  readonly names: PlaceNames;
  readonly songKey: Key;
  /** Where the body joins, counted from the nut; beyond it the hand is cramped. */
  readonly bodyFret?: number | undefined;
}) {
  const { neck, nutX, wires, direction } = layout;
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
      <BodyJoint layout={layout} bodyFret={bodyFret} top={top} bottom={bottom} />
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
      {names.strings.map((name, index) => {
        const y = stringYAt(layout, index + 1, nutX);
        return (
          <g key={name}>
            <path
              d={`M${nutX} ${y}L${endX} ${stringYAt(layout, index + 1, endX)}`}
              stroke="var(--ink)"
              strokeWidth={0.9 + (index * 1.9) / Math.max(5, strings - 1)}
            />
            <text
              x={nutX - direction * 74}
              y={y + 4}
              textAnchor="middle"
              fontSize={12}
              fontWeight={700}
              fill="var(--ink)"
              className="font-mono"
            >
              {displayStringName(name)}
            </text>
            <text
              x={nutX - direction * 58}
              y={y + 4}
              textAnchor={direction === 1 ? "start" : "end"}
              fontSize={11}
              fill="var(--soft)"
            >
              {displayPitch(spellPlainly(neck.openMidi[index]!, songKey))}
            </text>
          </g>
        );
      })}
      <Head layout={layout} top={top(nutX)} bottom={bottom(nutX)} />
      <FretNumbers layout={layout} names={names} />
    </g>
  );
});

/** The wood beyond the heel of the neck is darker: it is reached with effort. */
function BodyJoint({
  layout: { wires, firstFret },
  bodyFret,
  top,
  bottom,
}: {
  readonly layout: NeckLayout;
  readonly bodyFret: number | undefined;
  readonly top: (x: number) => number;
  readonly bottom: (x: number) => number;
}) {
  const x = bodyFret === undefined ? undefined : wires[bodyFret - firstFret - 1];
  if (x === undefined) return null;
  const end = wires.at(-1)!;
  return (
    <path
      d={`M${x} ${top(x)}L${end} ${top(end)}V${bottom(end)}L${x} ${bottom(x)}Z`}
      fill="var(--hairline)"
      fillOpacity={0.3}
    />
  );
}

/** Below the wires, as the song counts frets; beside a partial capo from the nut. */
function FretNumbers({
  layout: { neck, nutX, wires, height, firstFret },
  names,
}: {
  readonly layout: NeckLayout;
  readonly names: PlaceNames;
}) {
  const offset = neck.capo.strings ? 0 : (names.fretOffsets[0] ?? 0);
  return wires.map((x, index) => {
    const from = wires[index - 1] ?? nutX;
    const isUnderClamp = firstFret === 0 && index + 1 === neck.capo.fret;
    return (
      Math.abs(x - from) > 15 &&
      !isUnderClamp && (
        <text
          key={x}
          x={(from + x) / 2}
          y={height - 3}
          textAnchor="middle"
          fontSize={11}
          fill="var(--soft)"
          className="font-mono"
        >
          {index + 1 + offset}
        </text>
      )
    );
  });
}

/** The nut as a bar, a capo as the clamp it is, over the strings it covers. */
function Head({
  layout,
  top,
  bottom,
}: {
  readonly layout: NeckLayout;
  readonly top: number;
  readonly bottom: number;
}) {
  const { nutX, neck, height, direction } = layout;
  const { capo } = neck;
  const nut = (
    <rect
      x={direction === 1 ? nutX - 5 : nutX}
      y={top - 1}
      width={5}
      height={bottom - top + 2}
      fill="var(--ink)"
    />
  );
  if (capo.fret === 0) return nut;
  const covered = capo.strings;
  const x = nutXOf(layout, covered?.[0] ?? 1) - direction * (covered ? 6 : 3);
  const from = covered ? stringYAt(layout, covered[0]! - 0.45, x) : top - 6;
  const to = covered ? stringYAt(layout, covered.at(-1)! + 0.45, x) : bottom + 6;
  return (
    <>
      {covered && nut}
      <rect x={x - 4} y={from} width={8} height={to - from} rx={3.5} fill="var(--verdigris)" />
      {covered
        ?.slice(0, -1)
        .flatMap((string, index) =>
          covered[index + 1] === string + 1 ? [] : [(string + covered[index + 1]!) / 2],
        )
        .map((gap) => (
          <circle key={gap} cx={x} cy={stringYAt(layout, gap, x)} r={4} fill="var(--wood)" />
        ))}
      <path
        d={`M${x} ${from}v-4h${direction * 10}`}
        fill="none"
        stroke="var(--verdigris)"
        strokeWidth={2.5}
        strokeLinecap="round"
      />
      <text
        x={x}
        y={height - 3}
        textAnchor="middle"
        fontSize={11}
        fontWeight={650}
        fill="var(--verdigris-ink)"
      >
        capo {capo.fret}
      </text>
    </>
  );
}
