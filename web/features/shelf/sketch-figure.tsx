import type { Card } from "@/calls/shelf-cards";

const WIDTH = 300;
const HEIGHT = 62;
const MARGIN = { left: 8, right: 14, y: 7 };

/** The beginning of a song, small: frets on strings, thin string on top. */
export function SketchFigure({ sketch }: { readonly sketch: NonNullable<Card["sketch"]> }) {
  const { strings, barLines, figures } = sketch;
  const gap = (HEIGHT - 2 * MARGIN.y) / Math.max(1, strings - 1);
  const yOf = (string: number) => MARGIN.y + gap * (string - 1);
  const xOf = (at: number) => MARGIN.left + at * (WIDTH - MARGIN.left - MARGIN.right) + 4;
  const bottom = yOf(strings);
  return (
    <svg
      viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
      preserveAspectRatio="xMinYMid meet"
      className="h-[62px] w-full"
      aria-hidden
    >
      {Array.from({ length: strings }, (_, index) => (
        <path
          key={index}
          d={`M0 ${yOf(index + 1)}H${WIDTH}`}
          stroke="var(--hairline)"
          strokeWidth={0.7 + index * 0.12}
        />
      ))}
      {[0, ...barLines.map((at) => xOf(at) - 5), WIDTH].map((x) => (
        <path key={x} d={`M${x} ${MARGIN.y}V${bottom}`} stroke="var(--soft)" strokeWidth={0.8} />
      ))}
      {figures.map(([at, string, words], index) => (
        <g key={index}>
          <rect
            x={xOf(at) - 3 * words.length - 0.5}
            y={yOf(string) - 4.5}
            width={6 * words.length + 1}
            height={9}
            fill="var(--sheet)"
          />
          <text
            x={xOf(at)}
            y={yOf(string) + 3.4}
            textAnchor="middle"
            className="fill-ink font-mono text-[9.5px] font-semibold"
          >
            {words}
          </text>
        </g>
      ))}
    </svg>
  );
}
