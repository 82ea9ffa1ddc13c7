"use client";

import { neckOf } from "@intonazione/core/neck";
import { keepShapes } from "@intonazione/core/remap";
import type { Part, Song } from "@intonazione/core/score";
import { useState } from "react";
import { useOpenSong } from "@/open-song/context";
import { reinstrument, removePart, renamePart } from "@/open-song/transactions";
import { Button } from "@/ui/button";
import { Field, inputLook } from "@/ui/field";
import { choiceOf, InstrumentPicker, readChoice } from "@/ui/instrument-picker";
import { atTheDesk } from "@/workers/at-the-desk";

type Keep = "sound" | "shapes";

/** Name, tuning and capo of a part. Changing them asks what shall stay: what sounds, or the shapes. */
export function PartForm({ song, part }: { readonly song: Song; readonly part: Part }) {
  const { store } = useOpenSong();
  const [typedChoice, setChoice] = useState<ReturnType<typeof choiceOf>>();
  const [keep, setKeep] = useState<Keep>("sound");
  const [isWorking, setWorking] = useState(false);
  const [problem, setProblem] = useState<string>();
  const choice = typedChoice ?? choiceOf(part);
  const reading = readChoice(choice, part.instrument);
  const hasNotes = song.lines.some((line) => line.partId === part.id);
  const isChanged =
    reading.ok && JSON.stringify(choiceOf(reading.value)) !== JSON.stringify(choiceOf(part));
  const fewerStrings =
    reading.ok && reading.value.instrument.tuning.length < part.instrument.tuning.length;

  const setUp = async () => {
    if (!reading.ok) return;
    const to = reading.value;
    setWorking(true);
    setProblem(undefined);
    try {
      const lines =
        keep === "shapes" && !fewerStrings
          ? shapesKept(song, part, to)
          : (
              await atTheDesk(
                (desk) => desk.remapPart(song, part, to),
                new AbortController().signal,
              )
            ).lines;
      store.run(reinstrument(part, to, lines));
      setChoice(undefined);
    } catch {
      setProblem("This could not be worked out; the part is as it was.");
    } finally {
      setWorking(false);
    }
  };

  return (
    <div className="flex flex-col gap-2">
      <div className="grid grid-cols-[1fr_auto] items-start gap-3">
        <Field label="Name of the part">
          {(ties) => (
            <input
              {...ties}
              key={part.name}
              defaultValue={part.name}
              maxLength={200}
              onBlur={({ target }) => {
                const name = target.value.trim();
                if (name !== "" && name !== part.name) store.run(renamePart(part, name));
              }}
              onKeyDown={(press) => press.key === "Enter" && press.currentTarget.blur()}
              className={inputLook}
            />
          )}
        </Field>
        <Button
          className="mt-5.5"
          disabled={song.parts.length < 2}
          title="Undo brings it back"
          onClick={() => store.run(removePart(part))}
        >
          Remove this part
        </Button>
      </div>
      <InstrumentPicker choice={choice} onChange={setChoice} />
      {isChanged && (
        <div className="flex flex-wrap items-center gap-4 rounded-md border border-ochre bg-ochre-wash px-4 py-2">
          {hasNotes && (
            <fieldset className="flex flex-1 flex-wrap gap-4">
              <legend className="sr-only">What stays</legend>
              <Choice value="sound" chosen={keep} onChoose={setKeep}>
                keep what sounds, find new places
              </Choice>
              <Choice
                value="shapes"
                chosen={fewerStrings ? "sound" : keep}
                isDisabled={fewerStrings}
                onChoose={setKeep}
              >
                keep the shapes, let the sound change
              </Choice>
            </fieldset>
          )}
          <Button look="quiet" onClick={() => setChoice(undefined)}>
            Leave it
          </Button>
          <Button look="main" disabled={isWorking} onClick={() => void setUp()}>
            {isWorking ? "Working it out …" : `Set ${part.name} up like this`}
          </Button>
        </div>
      )}
      {problem && (
        <p role="alert" className="text-madder">
          {problem}
        </p>
      )}
    </div>
  );
}

function shapesKept(song: Song, part: Part, to: Pick<Part, "instrument" | "capo">) {
  const neck = neckOf(to.instrument, to.capo);
  return song.lines
    .filter((line) => line.partId === part.id)
    .map((line) => ({ ...line, bars: keepShapes(line.bars, neck, song.key) }));
}

function Choice({
  value,
  chosen,
  isDisabled = false,
  onChoose,
  children,
}: {
  readonly value: Keep;
  readonly chosen: Keep;
  readonly isDisabled?: boolean;
  readonly onChoose: (value: Keep) => void;
  readonly children: string;
}) {
  return (
    <label className={`flex items-center gap-1.5 ${isDisabled ? "text-soft" : ""}`}>
      <input
        type="radio"
        name="keep"
        checked={value === chosen}
        disabled={isDisabled}
        onChange={() => onChoose(value)}
      />
      {children}
    </label>
  );
}
