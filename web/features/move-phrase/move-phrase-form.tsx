"use client";

import { parseChord, type PitchClass } from "@intonazione/core/pitch";
import { movePhrase, type PhraseMove } from "@intonazione/core/remap";
import { barsBefore, differences, lineOf, type Phrase } from "@intonazione/core/score";
import { useMemo, useState } from "react";
import { selectPart, selectSong, useOpenSong, useSong } from "@/open-song/context";
import { neckOfPart } from "@/open-song/derived";
import type { DrawBars } from "@/open-song/draw-bars";
import { writePhrase } from "@/open-song/transactions";
import { Button } from "@/ui/button";
import { shortWay } from "./short-way";
import { Form, SelectField, TextField } from "@/ui/form";

const KINDS: readonly (readonly [PhraseMove["kind"], string, string])[] = [
  ["frets", "the same shape, other frets", "frets up (minus: down)"],
  ["strings", "the same frets, other strings", "strings on, towards the thick ones"],
  ["semitones", "what sounds, by semitones", "semitones up"],
  ["scale", "what sounds, by steps of the key", "scale steps up"],
];

/** Moves the phrase of the current part; what would change is shown before it is done. */
export function MovePhraseForm({
  phrase,
  drawBars,
  onClose,
}: {
  readonly phrase: Phrase;
  readonly drawBars: DrawBars;
  readonly onClose: () => void;
}) {
  const { store } = useOpenSong();
  const song = useSong(selectSong);
  const part = useSong(selectPart);
  const [kind, setKind] = useState<PhraseMove["kind"]>("frets");
  const [by, setBy] = useState(0);
  const [chordText, setChordText] = useState("");
  const bars = lineOf(song, phrase.id, part.id)?.bars;
  const before = barsBefore(song, { phraseId: phrase.id, partId: part.id });
  const moved = useMemo(
    () => bars && movePhrase(bars, neckOfPart(part), song.key, { kind, by }, before),
    [bars, part, song.key, kind, by, before],
  );
  const home: PitchClass =
    phrase.marks.find(({ chords }) => chords?.[0]?.chord)?.chords?.[0]?.chord?.root ??
    song.key.tonic;
  const toChord = (text: string) => {
    setChordText(text);
    const chord = parseChord(text);
    if (chord.ok && kind !== "strings") setBy(shortWay(home, chord.value.root, kind));
  };
  if (!bars || !moved) {
    return <p className="text-soft">{part.name} has nothing in this phrase to move.</p>;
  }
  const marked = differences(moved.bars, bars);
  const labelOf = KINDS.find(([one]) => one === kind)![2];
  return (
    <Form
      onSubmit={() => {
        if (by !== 0) {
          const { label: _, edits } = writePhrase(song, phrase, part.id, moved.bars);
          store.run({ label: `move ${phrase.name}`, edits });
        }
        onClose();
      }}
      actions={
        <>
          <Button onClick={onClose}>Leave it</Button>
          <Button look="main" type="submit" disabled={by === 0}>
            Move the phrase
          </Button>
        </>
      }
    >
      <div className="grid grid-cols-[1fr_9rem_9rem] gap-3">
        <SelectField
          label="What moves"
          value={kind}
          options={KINDS.map(([one, label]) => ({ value: one, label }))}
          onChange={setKind}
        />
        <TextField
          label="How far"
          hint={labelOf}
          type="number"
          min={-24}
          max={24}
          value={String(by)}
          onChange={(typed) => setBy(Math.max(-24, Math.min(24, Math.round(Number(typed)))))}
        />
        <TextField
          label="Or to the chord"
          hint={kind === "strings" ? "strings have no chord" : "as it sounds"}
          value={chordText}
          disabled={kind === "strings"}
          placeholder="Am"
          onChange={toChord}
        />
      </div>
      <div className="flex flex-wrap gap-2">
        <Button
          onClick={() => {
            setKind("frets");
            setBy(12);
          }}
        >
          An octave up, 12 frets
        </Button>
        <Button
          onClick={() => {
            setKind("frets");
            setBy(-12);
          }}
        >
          An octave down
        </Button>
      </div>
      <p role="status" className="text-[13px] text-soft">
        {by === 0
          ? "Nothing moves yet."
          : `${marked.size} of its events change${moved.findings.length > 0 ? `; ${moved.findings.length} do not fit` : ""}.`}
      </p>
      {moved.findings.length > 0 && (
        <ul className="max-h-20 overflow-y-auto text-[13px] text-ochre-ink">
          {moved.findings.slice(0, 20).map(({ message, where }, index) => (
            <li key={`${where.eventId} ${index}`}>! {message}</li>
          ))}
        </ul>
      )}
      <div className="max-h-72 overflow-y-auto rounded-md border border-hairline bg-sheet p-1">
        {drawBars(phrase.id, moved.bars, marked)}
      </div>
    </Form>
  );
}
