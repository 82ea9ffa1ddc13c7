"use client";

import { formatFret, lastFretOf, type Neck, type PlaceNames } from "@intonazione/core/neck";
import { displayPitch, spellMidi, type Key, type Midi } from "@intonazione/core/pitch";
import { stringName } from "@/ui/words";
import { yAt, type PictureScale } from "./scale";

const STRING_GAP = 17;
const FIRST_STRING = 14;
/** Frets with a mark on most necks. */
const MARKED = new Set([3, 5, 7, 9, 12, 15, 17, 19, 21, 24]);

/** The strings themselves as the ruler of pitch: each a line from its open ring upwards, fret by fret. */
export function PitchRuler({
  neck,
  names,
  songKey,
  scale,
  shift,
  chosen,
  onChoose,
}: {
  readonly neck: Neck;
  readonly names: PlaceNames;
  readonly songKey: Key;
  readonly scale: PictureScale;
  /** What is taken off before a pitch is named: 0 names what sounds, else what is fingered. */
  readonly shift: number;
  /** The string whose frets are numbered. */
  readonly chosen: number;
  readonly onChoose: (string: number) => void;
}) {
  const strings = neck.openMidi.length;
  const xOf = (string: number) => FIRST_STRING + (strings - string) * STRING_GAP;
  const width = xOf(1) + 48;
  const open = new Set<number>(neck.openMidi);
  const named = Array.from(
    { length: Math.ceil(scale.high - scale.low) + 1 },
    (_, index) => Math.ceil(scale.low) + index,
  ).filter((midi) => midi < scale.high && (open.has(midi) || midi % 12 === 0));
  return (
    <div
      className="relative shrink-0 cursor-pointer"
      style={{ width, height: scale.height + 18 }}
      title="A click numbers the frets of a string (Y: the next one)"
      onClick={({ clientX, currentTarget }) => {
        const x = clientX - currentTarget.getBoundingClientRect().left;
        const string = strings - Math.round((x - FIRST_STRING) / STRING_GAP);
        onChoose(Math.min(strings, Math.max(1, string)));
      }}
    >
      <svg width={width} height={scale.height} aria-hidden className="block overflow-hidden">
        {neck.openMidi.map((midi, index) => {
          const string = index + 1;
          const x = xOf(string);
          const last = lastFretOf(neck, string);
          return (
            <g key={string}>
              <line
                x1={x}
                x2={x}
                y1={yAt(scale, midi)}
                y2={yAt(scale, midi + last)}
                stroke="var(--ink)"
                strokeWidth={string === chosen ? 1.6 : 1}
                strokeOpacity={string === chosen ? 1 : 0.55}
              />
              {Array.from({ length: last }, (_, fret) => fret + 1).map((fret) => {
                const y = yAt(scale, midi + fret);
                if (
                  string === chosen &&
                  (MARKED.has(fret + neck.openOffsets[index]!) || fret <= 2)
                ) {
                  return (
                    <text
                      key={fret}
                      x={x}
                      y={y + 3.5}
                      textAnchor="middle"
                      className="font-mono text-[10px] font-semibold"
                      fill="var(--ink)"
                      stroke="var(--paper)"
                      strokeWidth={4}
                      paintOrder="stroke"
                    >
                      {formatFret({ string, fret: fret as never }, names)}
                    </text>
                  );
                }
                const isMarked = MARKED.has(fret + neck.openOffsets[index]!);
                return (
                  <circle key={fret} cx={x} cy={y} r={isMarked ? 2.4 : 1.1} fill="var(--ink)" />
                );
              })}
              <circle
                cx={x}
                cy={yAt(scale, midi)}
                r={4.2}
                fill="var(--paper)"
                stroke="var(--ink)"
                strokeWidth={1.6}
              />
            </g>
          );
        })}
        {named.map((midi) => (
          <text
            key={midi}
            x={width - 6}
            y={yAt(scale, midi) + 4}
            textAnchor="end"
            className={`text-[11px] ${open.has(midi) ? "font-semibold" : ""}`}
            fill={open.has(midi) ? "var(--ink)" : "var(--soft)"}
          >
            {displayPitch(spellMidi((midi - shift) as Midi, songKey))}
          </text>
        ))}
      </svg>
      {neck.openMidi.map((_, index) => (
        <span
          key={index}
          aria-hidden
          className={`absolute bottom-0 w-4.5 text-center font-mono text-[11px] ${chosen === index + 1 ? "font-semibold" : "text-soft"}`}
          style={{ left: xOf(index + 1) - 9 }}
        >
          {stringName(index + 1, names)}
        </span>
      ))}
    </div>
  );
}
