"use client";

import {
  capoInWords,
  displayTuningShort,
  familyOf,
  nameOfTuning,
  reentrantStrings,
} from "@intonazione/core/instrument";
import { targetsOf } from "@intonazione/core/neck";
import {
  displayKey,
  displayPitchClass,
  midiOf,
  spellPlainly,
  STANDARD_REFERENCE_HZ,
} from "@intonazione/core/pitch";
import { tensionsOf } from "@intonazione/core/strings";
import { fingeredKey, soundingShift } from "@intonazione/core/theory";
import type { ReactNode } from "react";
import { selectNames, selectPart, selectSong, useSong } from "@/open-song/context";
import { stringsInShort } from "@/ui/instrument-values";
import { stringInWords } from "@/ui/words";

/** The first thing a teacher says, before a note sounds. */
export function SayFirst() {
  const song = useSong(selectSong);
  const part = useSong(selectPart);
  const names = useSong(selectNames);
  const { instrument, capo } = part;
  const { tuning } = instrument;
  const name = nameOfTuning(tuning, familyOf(instrument));
  const targets = targetsOf(instrument, capo, song.referenceHz);
  const shift = soundingShift(instrument, capo);
  const unsafe = tensionsOf(instrument, tuning, song.referenceHz).filter(
    ({ verdict }) => verdict === "unsafe",
  );
  const falling = reentrantStrings(tuning);
  return (
    <div className="flex flex-col gap-3">
      <h2 className="border-b border-hairline pb-2 font-serif text-xl leading-tight">
        Say it first
      </h2>
      <dl className="grid grid-cols-[4.2rem_1fr] gap-y-1.5 text-[13px]">
        <Row term="take">{instrument.name}</Row>
        <Row term="tune">
          {name && <b className="block font-semibold">{name}</b>}
          <span className="font-mono">{displayTuningShort(tuning)}</span>
          <span className="block text-xs text-soft">from the thickest</span>
        </Row>
        <Row term="capo">
          {capo.fret > 0 ? (
            <>
              <b className="font-semibold">{capoInWords(capo)}</b>, before tuning
            </>
          ) : (
            "none"
          )}
        </Row>
        {capo.fret > 0 && (
          <Row term="sounds">
            <span className="font-mono">
              {[...targets]
                .reverse()
                .map(({ pitch }) => displayPitchClass(spellPlainly(midiOf(pitch), song.key)))
                .join(" ")}
            </span>
          </Row>
        )}
        <Row term="strings">{stringsInShort(instrument)}</Row>
        <Row term="key">
          sounds in {displayKey(song.key)}
          <span className="block text-soft">
            {shift === 0
              ? "fingered as it sounds"
              : `fingered in ${displayKey(fingeredKey(song.key, shift))}`}
          </span>
        </Row>
        {song.referenceHz !== STANDARD_REFERENCE_HZ && (
          <Row term="pitch">A = {song.referenceHz} Hz, not 440</Row>
        )}
      </dl>
      {falling.length > 0 && (
        <p className="text-xs text-soft">
          Re-entrant: {falling.map((string) => `the ${stringInWords(string, names)}`).join(", ")}{" "}
          {falling.length === 1 ? "sounds" : "sound"} no higher than its thicker neighbour.
        </p>
      )}
      {unsafe.length > 0 && (
        <p className="text-xs font-medium text-ochre-ink">
          ⚠ {unsafe.map(({ string }) => `The ${stringInWords(string, names)}`).join(", ")} would be
          beyond a safe tension and can break. Turn your face away while tuning up; put lighter
          strings on.
        </p>
      )}
      <p className="text-xs text-soft">
        Loud practice harms hearing: keep it moderate, and take breaks.
      </p>
    </div>
  );
}

function Row({ term, children }: { readonly term: string; readonly children: ReactNode }) {
  return (
    <>
      <dt className="text-soft">{term}</dt>
      <dd>{children}</dd>
    </>
  );
}
