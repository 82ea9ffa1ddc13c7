import { IN_TUNE_CENTS, type TunerReading } from "@intonazione/core/ear";
import type { StringTarget } from "@intonazione/core/neck";
import { displayPitchClass } from "@intonazione/core/pitch";
import type { SpellTarget } from "./spell-target";

const WIDTH = 560;
const MOST_CENTS = 50;
/** Where a deviation stands; beyond the scale it waits at its end. */
const xOf = (cents: number) =>
  WIDTH / 2 + (Math.max(-MOST_CENTS, Math.min(MOST_CENTS, cents)) / MOST_CENTS) * (WIDTH / 2 - 16);

/** What is heard, big enough for arm's length: the note, and how far it lies from its target. */
export function Dial({
  reading,
  waitingFor,
  spell,
}: {
  readonly reading: TunerReading | undefined;
  readonly waitingFor: StringTarget | undefined;
  readonly spell: SpellTarget;
}) {
  const isIn = reading?.verdict === "in-tune";
  const pitch = reading ? spell.heard(reading) : waitingFor && spell.target(waitingFor);
  const color = isIn ? "text-verdigris-ink" : reading ? "text-ink" : "text-soft";
  return (
    <div className="flex flex-col items-center rounded-md border border-hairline bg-sheet px-4 pt-1 pb-3">
      <div className={`flex h-40 items-center gap-8 ${color}`}>
        <p className="font-serif text-[150px] leading-none" aria-hidden>
          {pitch ? displayPitchClass(pitch) : ""}
          {pitch && <span className="text-[56px]">{pitch.octave}</span>}
        </p>
        {reading && (
          <p className="font-mono text-[52px] leading-none" aria-hidden>
            {centsInFigures(reading.cents)}
            <span className="text-[22px]"> cents</span>
          </p>
        )}
      </div>
      <Scale reading={reading} />
      <p role="status" className={`h-7 pt-1 text-lg font-medium ${color}`}>
        {reading ? verdictInWords(reading) : waitingFor ? "play it" : "play a string"}
      </p>
    </div>
  );
}

/** From a quarter tone flat to a quarter tone sharp, the middle marked as wide as it counts. */
function Scale({ reading }: { readonly reading: TunerReading | undefined }) {
  const isIn = reading?.verdict === "in-tune";
  return (
    <svg viewBox={`0 0 ${WIDTH} 64`} className="w-full max-w-[35rem]" aria-hidden>
      <rect
        x={xOf(-IN_TUNE_CENTS)}
        y={8}
        width={xOf(IN_TUNE_CENTS) - xOf(-IN_TUNE_CENTS)}
        height={36}
        fill="var(--verdigris)"
        fillOpacity={isIn ? 0.9 : 0.3}
      />
      {Array.from({ length: 21 }, (_, index) => (index - 10) * 5).map((cents) => (
        <g key={cents}>
          <path
            d={`M${xOf(cents)} ${cents % 25 === 0 ? 12 : 22}V44`}
            stroke="var(--ink)"
            strokeOpacity={0.55}
            strokeWidth={cents === 0 ? 2 : 1}
          />
          {cents % 25 === 0 && (
            <text x={xOf(cents)} y={60} textAnchor="middle" fontSize={13} fill="var(--soft)">
              {cents === 0 ? "0" : `${cents > 0 ? "+" : "−"}${Math.abs(cents)}`}
            </text>
          )}
        </g>
      ))}
      {reading && (
        <path
          d={`M${xOf(reading.cents)} 46L${xOf(reading.cents) - 8} 2H${xOf(reading.cents) + 8}Z`}
          fill={isIn ? "var(--verdigris)" : "var(--madder)"}
          stroke="var(--sheet)"
        />
      )}
    </svg>
  );
}

export function centsInFigures(cents: number): string {
  const rounded = Math.round(cents * 10) / 10;
  if (rounded === 0) return "0.0";
  return `${rounded > 0 ? "+" : "−"}${Math.abs(rounded).toFixed(Math.abs(rounded) < 100 ? 1 : 0)}`;
}

/** Announced, so that it can be tuned by without seeing the dial. */
function verdictInWords({ target, verdict, cents }: TunerReading): string {
  const string = `string ${target.string}`;
  switch (verdict) {
    case "in-tune":
      return `${string} is in tune`;
    case "flat":
      return `${string}: flat, turn it up`;
    case "sharp":
      return `${string}: sharp, let it down`;
    case "another-note":
      return `${string}: ${Math.abs(Math.round(cents / 100))} semitones ${cents < 0 ? "too low" : "too high"}`;
  }
}
