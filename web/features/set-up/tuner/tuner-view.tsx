"use client";

import { capoInWords } from "@intonazione/core/instrument";
import { placeNamesOf } from "@intonazione/core/neck";
import { styleOf, type Part, type Song } from "@intonazione/core/score";
import { useEffect, useRef } from "react";
import { useSong } from "@/open-song/context";
import { Button } from "@/ui/button";
import { Dial } from "./dial";
import { spellTarget } from "./spell-target";
import { StringRows } from "./string-rows";
import { useSweep } from "./use-sweep";
import { useTunerKeys } from "./use-tuner-keys";
import { useTuner, type Tuner } from "./use-tuner";

/** Tunes the part's instrument, capo on, by the microphone or on the bench guitar. */
export function TunerView({ song, part }: { readonly song: Song; readonly part: Part }) {
  const studio = useSong((state) => state.studio);
  const { instrument, capo } = part;
  const tuner = useTuner({
    instrument,
    capo,
    referenceHz: song.referenceHz,
    seed: seedOf(part.id),
  });
  const names = placeNamesOf(part, styleOf(song, studio));
  const hasCapo = capo.fret > 0;
  const spell = spellTarget(hasCapo && tuner.isCapoOn, song.key);
  const waitingFor = tuner.targets.find(({ string }) => string === tuner.chosen);
  const play = (string: number) => {
    tuner.choose(string);
    const target = tuner.targets.find((one) => one.string === string);
    if (tuner.source === "bench") tuner.act({ kind: "pluck", string });
    else if (target) tuner.soundReference(target);
  };
  const sweep = useSweep(tuner, play);
  useTunerKeys(tuner, play, sweep);
  return (
    <div className="flex flex-col gap-2">
      <Sources tuner={tuner} onOpened={() => play(instrument.tuning.length)} />
      <div className="grid grid-cols-1 gap-5 xl:grid-cols-[1.35fr_1fr]">
        <div className="flex min-w-0 flex-col gap-2">
          <Dial reading={tuner.reading} waitingFor={waitingFor} spell={spell} />
          <div className="flex flex-wrap items-center gap-2">
            <button
              type="button"
              disabled={!tuner.source}
              aria-pressed={sweep.isSweeping}
              onPointerDown={sweep.start}
              onPointerUp={sweep.stop}
              onPointerLeave={sweep.stop}
              className="rounded-md border border-ink bg-sheet px-3 py-1.5 text-[13px] font-medium select-none aria-pressed:bg-ink aria-pressed:text-paper disabled:opacity-55"
            >
              Hold to go through all strings
            </button>
            <Button disabled={tuner.chosen === undefined} onClick={() => tuner.choose(undefined)}>
              Any string
            </Button>
            <Button
              disabled={!tuner.source || !waitingFor}
              onClick={() => waitingFor && tuner.soundReference(waitingFor)}
            >
              Sound the target
            </Button>
            {tuner.source === "bench" && tuner.chosen !== undefined && (
              <Pegs tuner={tuner} string={tuner.chosen} />
            )}
          </div>
          <p className="text-xs text-soft">
            Keys: 1–{instrument.tuning.length} a string, 0 any, ↑ ↓ turn the bench guitar’s peg
            (with shift by much), Enter sounds the target, hold the space bar to go through all. A ={" "}
            {song.referenceHz}.
          </p>
        </div>
        <div className="flex min-w-0 flex-col gap-2">
          {hasCapo && <CapoState tuner={tuner} words={capoInWords(capo)} />}
          <StringRows tuner={tuner} names={names} spell={spell} hasCapo={hasCapo} onPlay={play} />
        </div>
      </div>
    </div>
  );
}

/** The same bench guitar for the same part: out of tune in its own way. */
function seedOf(id: string): number {
  let seed = 0;
  for (const char of id) seed = (Math.imul(seed, 31) + char.codePointAt(0)!) >>> 0;
  return seed;
}

const TROUBLE = {
  "no-audio": "This browser cannot play or hear sound.",
  "no-microphone": "No microphone was found. Connect one, or use the bench guitar.",
  "microphone-refused":
    "The microphone was refused. Allow it for this page in the browser’s settings, or use the bench guitar.",
  "bench-failed": "The bench guitar could not be started. Reload the page and try again.",
} as const;

function Sources({ tuner, onOpened }: { readonly tuner: Tuner; readonly onOpened: () => void }) {
  const { source, trouble, isOpening } = tuner;
  // The string is plucked by what is known after opening, not before.
  const opened = useRef(onOpened);
  useEffect(() => {
    opened.current = onOpened;
  });
  const takeBench = async () => {
    if (await tuner.open("bench")) setTimeout(() => opened.current(), 50);
  };
  return (
    <div className="flex flex-wrap items-center gap-2 rounded-md border border-hairline px-3 py-1.5">
      <p className="min-w-60 flex-1 text-[13px]">
        {source === undefined &&
          "Listen through the microphone, or take the bench guitar: simulated strings that are out of tune, with pegs to turn."}
        {source === "bench" && "The bench guitar sounds, and the tuner listens to it."}
        {source === "microphone" &&
          "The microphone is open. What it hears stays in this page; nothing is recorded."}
      </p>
      <Button
        look={source === "bench" ? "main" : "plain"}
        aria-pressed={source === "bench"}
        disabled={isOpening}
        onClick={() => (source === "bench" ? tuner.close() : void takeBench())}
      >
        {source === "bench" ? "Put the bench guitar away" : "Bench guitar"}
      </Button>
      <Button
        look={source === "microphone" ? "main" : "plain"}
        aria-pressed={source === "microphone"}
        disabled={isOpening}
        onClick={() => (source === "microphone" ? tuner.close() : void tuner.open("microphone"))}
      >
        {source === "microphone" ? "Close the microphone" : "Microphone"}
      </Button>
      {trouble && (
        <p role="alert" className="w-full text-[13px] font-medium text-madder">
          {TROUBLE[trouble]}
        </p>
      )}
    </div>
  );
}

function Pegs({ tuner, string }: { readonly tuner: Tuner; readonly string: number }) {
  const turn = (cents: number) => {
    tuner.act({ kind: "turn-peg", string, cents });
  };
  return (
    <span role="group" aria-label={`Peg of string ${string}`} className="flex items-center gap-1">
      <span className="pl-2 text-[13px]">peg</span>
      {([-10, -1, 1, 10] as const).map((cents) => (
        <Button
          key={cents}
          onClick={() => turn(cents)}
          aria-label={`${cents < 0 ? "Down" : "Up"} ${Math.abs(cents)} cents`}
        >
          {cents < 0 ? `−${-cents}` : `+${cents}`}
        </Button>
      ))}
    </span>
  );
}

/** On first, then tuned; whoever tuned before sees what the clamp did. */
function CapoState({ tuner, words }: { readonly tuner: Tuner; readonly words: string }) {
  return (
    <div className="rounded-md border border-hairline px-3 py-1.5 text-[13px]">
      <label className="flex items-center gap-2 font-medium">
        <input
          type="checkbox"
          checked={tuner.isCapoOn}
          onChange={({ target }) => tuner.putCapo(target.checked)}
        />
        {words} is on
      </label>
      <p className="text-xs text-soft">
        {tuner.isCapoOn
          ? "Tune with it on: it presses each string sharp by another amount. Tune again when it comes off."
          : "Without it these are the open strings. Go through them, put it on and go through them again: the difference is what the capo does."}
      </p>
    </div>
  );
}
