"use client";

import {
  changesFromUsual,
  changesInWords,
  familyOf,
  findTunings,
  formatTuning,
  displayTuningShort,
  parseTuning,
  type Instrument,
  type NamedTuning,
  type TuningReading,
} from "@intonazione/core/instrument";
import type { Result } from "@intonazione/core/foundation";
import { useEffect, useRef, useState, type KeyboardEvent } from "react";
import { Field, inputLook } from "@/ui/field";

/** What was typed as a tuning, read for an instrument. */
export function readTyped(typed: string, instrument: Instrument): Result<TuningReading> {
  return parseTuning(typed, familyOf(instrument));
}

/**
 * One field for every way of saying a tuning: a name, pitches, or what changes. The library's
 * tunings that fit stand below; the arrow keys walk there.
 */
export function TuningChooser({
  instrument,
  typed,
  onType,
}: {
  readonly instrument: Instrument;
  readonly typed: string | undefined;
  readonly onType: (typed: string | undefined) => void;
}) {
  const [anyCount, setAnyCount] = useState(false);
  const list = useRef<HTMLDivElement>(null);
  const strings = instrument.tuning.length;
  const family = familyOf(instrument);
  const reading = typed === undefined ? undefined : readTyped(typed, instrument);
  const search = { family, ...(!anyCount && { strings }) };
  const byText = findTunings({ ...search, text: typed ?? "" });
  // What can be read but fits no search still leaves the library to look through.
  const found = byText.length > 0 ? byText : findTunings(search);
  const text = typed ?? formatTuning(instrument.tuning);

  const step = (press: KeyboardEvent) => {
    const rows = [...(list.current?.querySelectorAll("button") ?? [])];
    const here = rows.findIndex((row) => row === document.activeElement);
    const next = press.key === "ArrowDown" ? here + 1 : press.key === "ArrowUp" ? here - 1 : here;
    if (next === here || !rows[next]) return;
    press.preventDefault();
    rows[next].focus();
  };

  useEffect(() => {
    // The tuning that is on stands in sight, however far down the library.
    const chosen = list.current?.querySelector<HTMLElement>("[aria-pressed=true]");
    if (chosen && list.current) list.current.scrollTop = chosen.offsetTop - 60;
  }, []);

  return (
    <div onKeyDown={step}>
      <Field
        label="Tuning"
        error={reading && !reading.ok ? reading.error : undefined}
        hint={
          reading?.ok
            ? inWords(reading.value)
            : "a name, pitches or what changes: drop C · DADF#AD · 6th to D"
        }
      >
        {(ties) => (
          <input
            {...ties}
            value={text}
            spellCheck={false}
            autoComplete="off"
            onFocus={({ target }) => target.select()}
            onChange={({ target }) => onType(target.value)}
            className={`${inputLook} font-mono`}
          />
        )}
      </Field>
      <div className="mt-1 flex items-baseline gap-2 text-xs text-soft">
        <span className="flex-1">
          {byText.length > 0 ? `${found.length} in the library` : "none of that name; all of them"}
        </span>
        <label className="flex items-center gap-1">
          <input
            type="checkbox"
            checked={anyCount}
            onChange={({ target }) => setAnyCount(target.checked)}
          />
          also with other numbers of strings
        </label>
      </div>
      <div
        ref={list}
        role="group"
        aria-label="Tunings of the library"
        className="relative mt-1 max-h-44 overflow-y-auto rounded-md border border-hairline"
      >
        {found.map((named) => (
          <TuningRow
            key={named.id}
            named={named}
            isChosen={text === formatTuning(named.tuning)}
            onChoose={() => onType(formatTuning(named.tuning))}
          />
        ))}
      </div>
    </div>
  );
}

function inWords({ tuning, family, referenceHz, findings }: TuningReading): string {
  const changes = changesFromUsual(tuning, family);
  const facts = [
    formatTuning(tuning),
    changes && changesInWords(changes),
    referenceHz !== undefined && `A = ${referenceHz}`,
    ...findings.filter(({ code }) => code === "re-entrant").map(({ message }) => message),
  ];
  return facts.filter(Boolean).join(" · ");
}

function TuningRow({
  named,
  isChosen,
  onChoose,
}: {
  readonly named: NamedTuning;
  readonly isChosen: boolean;
  readonly onChoose: () => void;
}) {
  const changes = changesFromUsual(named.tuning, named.family);
  return (
    <button
      type="button"
      aria-pressed={isChosen}
      onClick={onChoose}
      className="flex w-full items-baseline gap-2 border-b border-hairline px-2.5 py-1 text-left text-[13px] last:border-0 hover:bg-madder-wash aria-pressed:bg-madder-wash aria-pressed:shadow-[inset_3px_0_0_var(--madder)]"
    >
      <span className="w-44 truncate font-semibold">{named.name}</span>
      <span className="w-36 truncate font-mono">{displayTuningShort(named.tuning)}</span>
      <span className="min-w-0 flex-1 truncate text-xs text-soft">
        {changes ? changesInWords(changes) : `${named.tuning.length} strings`}
      </span>
    </button>
  );
}
