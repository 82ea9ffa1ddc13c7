"use client";

import { familyOf, namingTuning } from "@intonazione/core/instrument";
import {
  displayChord,
  displayKey,
  formatChord,
  parseChords,
  formatKey,
  parseKey,
  type Key,
} from "@intonazione/core/pitch";
import type { Part, Song } from "@intonazione/core/score";
import {
  findCapo,
  fingeredChord,
  SHAPE_FAMILIES,
  soundingKey,
  soundingShift,
  triadsOf,
  type CapoChoice,
  type ShapeFamily,
} from "@intonazione/core/theory";
import { useState } from "react";
import { MoveTheSong } from "./move-the-song";

const MOST_STEPS = 6;

/** For a sounding key and its chords: which capo and which shapes give open strings. */
export function CapoFinder({
  song,
  part,
  onWant,
}: {
  readonly song: Song;
  readonly part: Part;
  readonly onWant: (fret: number) => void;
}) {
  const [keyText, setKeyText] = useState<string>();
  const [chordText, setChordText] = useState<string>();
  const [families, setFamilies] = useState<readonly ShapeFamily[]>([]);
  const [steps, setSteps] = useState(0);
  const readKey =
    keyText === undefined ? { ok: true as const, value: song.key } : parseKey(keyText);
  const key = readKey.ok ? readKey.value : song.key;
  const own = triadsOf(key).slice(0, 6);
  const readChords =
    chordText === undefined || chordText.trim() === ""
      ? { ok: true as const, value: own }
      : parseChords(chordText);
  const hasShapes = familyOf(part.instrument) !== "bass";
  if (!hasShapes) return null;
  const detuned = soundingShift(part.instrument, { fret: 0 });
  const moved = (wanted: Key) => (steps === 0 ? wanted : soundingKey(wanted, steps));
  const choices =
    readKey.ok && readChords.ok
      ? findCapo({
          key: moved(key),
          chords: readChords.value.map((chord) => fingeredChord(chord, -steps, key)),
          detuned,
          ...(families.length > 0 && { families }),
        })
      : [];
  const field =
    "rounded-sm border border-hairline bg-sheet px-2 py-0.5 text-[13px] aria-invalid:border-madder";
  return (
    <section
      aria-labelledby="capo-finder"
      className="flex flex-col gap-2 border-t border-hairline pt-3"
    >
      <div className="flex flex-wrap items-baseline gap-x-3 gap-y-1.5 text-[13px]">
        <h3 id="capo-finder" className="font-semibold">
          Find a capo
        </h3>
        <label className="flex items-baseline gap-1.5">
          sounding in
          <input
            value={keyText ?? formatKey(song.key)}
            aria-invalid={!readKey.ok || undefined}
            onChange={({ target }) => setKeyText(target.value)}
            className={`${field} w-24`}
          />
        </label>
        <label className="flex items-baseline gap-1.5">
          chords
          <input
            value={chordText ?? own.map(formatChord).join(" ")}
            aria-invalid={!readChords.ok || undefined}
            onChange={({ target }) => setChordText(target.value)}
            className={`${field} w-52`}
          />
        </label>
        <span role="group" aria-label="Shapes of" className="flex items-baseline gap-1">
          shapes of
          {SHAPE_FAMILIES.map((family) => (
            <button
              key={family}
              type="button"
              aria-pressed={families.includes(family)}
              onClick={() =>
                setFamilies((now) =>
                  now.includes(family) ? now.filter((one) => one !== family) : [...now, family],
                )
              }
              className="rounded-sm border border-hairline bg-sheet px-1.5 font-serif aria-pressed:border-ink aria-pressed:bg-ink aria-pressed:text-paper"
            >
              {family}
            </button>
          ))}
          <span className="text-xs text-soft">{families.length === 0 && "any"}</span>
        </span>
        <span role="group" aria-label="For a singer" className="flex items-baseline gap-1.5">
          for a singer
          <Step
            label="A semitone lower"
            isDisabled={steps <= -MOST_STEPS}
            onStep={() => setSteps(steps - 1)}
          >
            −
          </Step>
          <output className="w-6 text-center font-mono">{steps > 0 ? `+${steps}` : steps}</output>
          <Step
            label="A semitone higher"
            isDisabled={steps >= MOST_STEPS}
            onStep={() => setSteps(steps + 1)}
          >
            +
          </Step>
          {steps !== 0 && <span className="text-soft">{displayKey(moved(key))}</span>}
        </span>
      </div>
      {(!readKey.ok || !readChords.ok) && (
        <p role="alert" className="text-xs font-medium text-madder">
          {!readKey.ok ? readKey.error : !readChords.ok && readChords.error}
        </p>
      )}
      {steps !== 0 && <MoveTheSong song={song} steps={steps} onMoved={() => setSteps(0)} />}
      <ol className="flex flex-col">
        {choices.slice(0, 6).map((choice) => (
          <Choice
            key={choice.capo}
            choice={choice}
            isOn={choice.capo === part.capo.fret && !part.capo.strings}
            onWant={() => onWant(choice.capo)}
          />
        ))}
      </ol>
      {choices.length === 0 && readKey.ok && readChords.ok && (
        <p className="text-[13px] text-soft">
          No capo up to the 7th fret gives these shapes: allow other families.
        </p>
      )}
      {!namingTuning(familyOf(part.instrument), part.instrument.tuning.length) && (
        <p className="text-xs text-soft">Shapes are those of a guitar in standard tuning.</p>
      )}
    </section>
  );
}

function Step({
  label,
  isDisabled,
  onStep,
  children,
}: {
  readonly label: string;
  readonly isDisabled: boolean;
  readonly onStep: () => void;
  readonly children: string;
}) {
  return (
    <button
      type="button"
      aria-label={label}
      disabled={isDisabled}
      onClick={onStep}
      className="w-6 rounded-sm border border-hairline bg-sheet hover:border-ink disabled:opacity-45"
    >
      {children}
    </button>
  );
}

function Choice({
  choice: { capo, fingeredKey, chords, reasons },
  isOn,
  onWant,
}: {
  readonly choice: CapoChoice;
  readonly isOn: boolean;
  readonly onWant: () => void;
}) {
  return (
    <li className="flex items-baseline gap-3 border-b border-hairline py-1 text-[13px] last:border-0">
      <span className="w-16 font-semibold">{capo === 0 ? "no capo" : `capo ${capo}`}</span>
      <span className="w-20 text-soft">{displayKey(fingeredKey)}</span>
      <span className="flex w-60 flex-wrap gap-x-2 font-serif text-[15px]">
        {chords.map(({ fingered, shape }, index) => (
          <span key={index} className={shape ? "font-semibold" : "text-soft"}>
            {displayChord(fingered)}{" "}
          </span>
        ))}
      </span>
      <span className="min-w-0 flex-1 truncate text-xs text-soft" title={reasons.join(" · ")}>
        {reasons.slice(0, 2).join(" · ")}
      </span>
      {isOn ? (
        <span className="text-xs text-verdigris-ink">✓ it is on</span>
      ) : (
        <button
          type="button"
          onClick={onWant}
          className="rounded-sm border border-hairline px-2 py-0.5 text-xs font-medium hover:border-ink"
        >
          {capo === 0 ? "Take it off" : "Put it there"}
        </button>
      )}
    </li>
  );
}
