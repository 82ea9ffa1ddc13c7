"use client";

import type { HeardLine } from "@intonazione/core/analysis";
import { displayKey } from "@intonazione/core/pitch";
import { makeHarmony, type HarmonyStep } from "@intonazione/core/remap";
import { newPart, type Line, type Part } from "@intonazione/core/score";
import { displayScale } from "@intonazione/core/theory";
import { useMemo, useState } from "react";
import { selectSong, useOpenSong, useSong } from "@/open-song/context";
import type { DrawLines } from "@/open-song/draw-bars";
import { newId } from "@/open-song/draft";
import { addPart, writeLine } from "@/open-song/transactions";
import { Button } from "@/ui/button";
import { scaleFor } from "./scale-for";
import { Select } from "@/ui/select";

const STEPS: readonly (readonly [label: string, step: HarmonyStep])[] = [
  ["a third above", { kind: "scale", steps: 2 }],
  ["a third below", { kind: "scale", steps: -2 }],
  ["a fourth above", { kind: "scale", steps: 3 }],
  ["a fourth below", { kind: "scale", steps: -3 }],
  ["a fifth above", { kind: "scale", steps: 4 }],
  ["a fifth below", { kind: "scale", steps: -4 }],
  ["a sixth above", { kind: "scale", steps: 5 }],
  ["a sixth below", { kind: "scale", steps: -5 }],
  ["an octave above", { kind: "semitones", by: 12 }],
  ["an octave below", { kind: "semitones", by: -12 }],
  ["always a fourth above", { kind: "semitones", by: 5 }],
  ["always a fifth above", { kind: "semitones", by: 7 }],
  ["always a major third above", { kind: "semitones", by: 4 }],
];

const NEW_PART = "new";

/** A second part to the line at the cursor, seen before it is written. */
export function MakeHarmony({
  own,
  drawLine,
  onClose,
}: {
  readonly own: HeardLine;
  readonly drawLine: DrawLines;
  readonly onClose: () => void;
}) {
  const { store } = useOpenSong();
  const song = useSong(selectSong);
  const keys = useSong(({ review }) => (review.kind === "done" ? review.keys : undefined));
  const [chosen, setChosen] = useState(0);
  const [targetId, setTargetId] = useState(NEW_PART);
  const { part, phrase } = own;
  const scale = scaleFor(song, keys, phrase.id, part.id);
  const [fresh] = useState((): Part => newPart(newId(), `${part.name}, harmony`, part));
  const to = song.parts.find(({ id }) => id === targetId) ?? fresh;
  const [label, step] = STEPS[chosen]!;
  const made = useMemo(
    () => makeHarmony(song, phrase.id, part, to, step, scale, newId),
    [song, phrase, part, to, step, scale],
  );
  const line: Line = {
    phraseId: phrase.id,
    partId: to.id,
    bars: made.bars,
    others: [],
    isSuggested: true,
  };
  const missing = new Set(made.withoutPlace);
  const write = () => {
    const isNew = to === fresh;
    store.run(isNew ? addPart(song, fresh, [line]) : writeLine(`harmonise ${phrase.name}`, line));
    onClose();
  };
  return (
    <section
      aria-label="Make a harmony"
      className="flex flex-col gap-2 rounded-md border border-ink bg-sheet px-4 pt-3 pb-3"
    >
      <div className="flex flex-wrap items-center gap-x-3 gap-y-2 text-[13px]">
        <h2 className="font-serif text-xl">Make a harmony</h2>
        <label className="flex items-center gap-1.5">
          <Select
            label="Distance"
            value={String(chosen)}
            options={STEPS.map(([name], index) => ({ value: String(index), label: name }))}
            onChange={(index) => setChosen(Number(index))}
            look="small"
          />
          <span className="text-soft">
            {step.kind === "scale"
              ? `counted in ${displayScale(scale)}`
              : `in ${displayKey(song.key)}`}
          </span>
        </label>
        <label className="flex items-center gap-1.5">
          <span className="text-soft">played by</span>
          <Select
            value={targetId}
            options={[
              { value: NEW_PART, label: `a new part like ${part.name}` },
              ...song.parts
                .filter(({ id }) => id !== part.id)
                .map(({ id, name }) => ({ value: id, label: name })),
            ]}
            onChange={setTargetId}
            look="small"
          />
        </label>
        <span className="ml-auto flex gap-2">
          <Button look="quiet" onClick={onClose}>
            Leave it
          </Button>
          <Button look="main" onClick={write}>
            Write it
          </Button>
        </span>
      </div>
      <p role="status" className="text-[13px] text-soft">
        {missing.size === 0
          ? `${label}: every note has a place`
          : `${label}: ${missing.size} ${missing.size === 1 ? "note has" : "notes have"} no place on this instrument`}
        {to !== fresh &&
        song.lines.some((one) => one.partId === to.id && one.phraseId === phrase.id)
          ? `; what ${to.name} plays here now would be replaced (undo brings it back)`
          : ""}
      </p>
      <div className="divide-y divide-hairline rounded-md border border-hairline">
        <figure className="px-2 py-1">
          <figcaption className="text-xs font-semibold">{part.name}</figcaption>
          {drawLine(part, phrase.id, song.lines)}
        </figure>
        <figure className="px-2 py-1">
          <figcaption className="text-xs font-semibold">
            {to.name}, {label}
          </figcaption>
          {drawLine(to, phrase.id, [line])}
        </figure>
      </div>
    </section>
  );
}
