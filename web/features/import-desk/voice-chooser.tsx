"use client";

import type { GridWish, Moved } from "@intonazione/core/formats/midi";
import { gainsWith } from "@intonazione/core/playing";
import { displayPitch, midi, spellMidi, type Key } from "@intonazione/core/pitch";
import { atTheDesk } from "@/workers/at-the-desk";
import type { OfferedVoice } from "@/workers/read-files";
import { proxy } from "comlink";
import { Square, Volume2 } from "lucide-react";
import { useEffect, useRef, useState } from "react";
import { Button } from "@/ui/button";
import type { FileAtHand } from "./file-at-hand";
import { Table } from "@/ui/table";
import { SelectField } from "@/ui/form";

const C_MAJOR: Key = { tonic: { step: "C", alter: 0 }, mode: "major" };
const GRIDS: readonly { readonly name: string; readonly wish: GridWish }[] = [
  { name: "found beat by beat", wish: { kind: "auto" } },
  { name: "eighths", wish: { kind: "steps", perQuarter: 2 } },
  { name: "triplet eighths", wish: { kind: "steps", perQuarter: 3 } },
  { name: "sixteenths", wish: { kind: "steps", perQuarter: 4 } },
  { name: "every tick as it is", wish: { kind: "exact" } },
];
const GRID_WORDS: Readonly<Record<number, string>> = {
  1: "quarters",
  2: "eighths",
  3: "triplets",
  4: "sixteenths",
  5: "quintuplets",
  6: "sextuplets",
  8: "thirty-seconds",
};
/** Long enough to know who plays. */
const LISTEN_BARS = 8;

/** Which players of a MIDI file are taken, and onto which grid. */
export function VoiceChooser({
  file,
  voices,
  moved,
  take,
  grid,
  onTake,
  onGrid,
}: {
  readonly file: FileAtHand;
  readonly voices: readonly OfferedVoice[];
  readonly moved: readonly { readonly name: string; readonly moved: Moved }[];
  readonly take: readonly string[] | undefined;
  readonly grid: GridWish;
  readonly onTake: (ids: readonly string[]) => void;
  readonly onGrid: (grid: GridWish) => void;
}) {
  const taken = take ?? voices.filter(({ isLikely }) => isLikely).map(({ id }) => id);
  const { playing, listen, stop } = useListening(file);
  const toggle = (id: string) =>
    onTake(taken.includes(id) ? taken.filter((one) => one !== id) : [...taken, id]);
  return (
    <div className="flex flex-col gap-3">
      <p aria-hidden className="pb-1 text-[13px] font-medium">
        Who plays: take those that you need
      </p>
      <Table
        caption="Who plays: take those that you need"
        columns={[
          { name: "take" },
          { name: "notes" },
          { name: "range" },
          { name: "together" },
          { name: <span className="sr-only">Listen</span> },
        ]}
      >
        {voices.map((voice) => (
          <tr key={voice.id}>
            <td>
              <label className="flex items-center gap-2">
                <input
                  type="checkbox"
                  checked={taken.includes(voice.id)}
                  onChange={() => toggle(voice.id)}
                  className="accent-[var(--madder)]"
                />
                <span className="font-medium">{voice.name}</span>
                {voice.isByString && <span className="text-xs text-soft">string by string</span>}
                {voice.isDrums && <span className="text-xs text-soft">drums</span>}
              </label>
            </td>
            <td className="font-mono">{voice.noteCount}</td>
            <td>
              {pitchName(voice.lowest)} to {pitchName(voice.highest)}
            </td>
            <td>{voice.most}</td>
            <td className="text-right">
              {!voice.isDrums && (
                <Button
                  look="quiet"
                  aria-label={
                    playing === voice.id ? `Stop ${voice.name}` : `Listen to ${voice.name}`
                  }
                  onClick={() => (playing === voice.id ? stop() : listen(voice.id))}
                >
                  {playing === voice.id ? (
                    <Square size={14} aria-hidden />
                  ) : (
                    <Volume2 size={14} aria-hidden />
                  )}
                </Button>
              )}
            </td>
          </tr>
        ))}
      </Table>
      <div className="flex items-start gap-6">
        <div className="w-64">
          <SelectField
            label="Grid"
            value={String(GRIDS.findIndex(({ wish }) => sameGrid(wish, grid)))}
            options={GRIDS.map(({ name }, index) => ({ value: String(index), label: name }))}
            onChange={(index) => onGrid(GRIDS[Number(index)]!.wish)}
          />
        </div>
        <ul className="flex-1 pt-5 text-[13px] text-soft">
          {moved.map((one) => (
            <li key={one.name}>
              <b className="font-medium text-ink">{one.name}</b>: {movedInWords(one.moved)}
            </li>
          ))}
        </ul>
      </div>
    </div>
  );
}

function pitchName(height: number): string {
  return displayPitch(spellMidi(midi(height), C_MAJOR));
}

function sameGrid(a: GridWish, b: GridWish): boolean {
  return (
    a.kind === b.kind && (a.kind !== "steps" || b.kind !== "steps" || a.perQuarter === b.perQuarter)
  );
}

/** How far the notes of a voice were moved, and onto what. */
function movedInWords({
  beatsByGrid,
  moved,
  notes,
  meanMillibeats,
  mostMillibeats,
}: Moved): string {
  const grids = [...beatsByGrid]
    .filter(([steps]) => steps > 0)
    .sort(([, a], [, b]) => b - a)
    .slice(0, 3)
    .map(([steps, beats]) => `${beats} beats in ${GRID_WORDS[steps] ?? `${steps} parts`}`);
  const where = grids.length > 0 ? `${grids.join(", ")}; ` : "";
  if (moved === 0) return `${where}no note was moved`;
  return `${where}${moved} of ${notes} notes moved, ${meanMillibeats / 1000} of a quarter note on average, ${mostMillibeats / 1000} at most`;
}

/** Plays the beginning of one voice by the string model. */
function useListening(file: FileAtHand) {
  const [playing, setPlaying] = useState<string>();
  const audio = useRef<HTMLAudioElement>(undefined);
  const abort = useRef<AbortController>(undefined);
  const stop = () => {
    abort.current?.abort();
    audio.current?.pause();
    setPlaying(undefined);
  };
  useEffect(
    () => () => {
      abort.current?.abort();
      audio.current?.pause();
    },
    [],
  );
  const listen = (id: string) => {
    stop();
    const control = new AbortController();
    abort.current = control;
    setPlaying(id);
    void (async () => {
      const { signal } = control;
      const opened = await atTheDesk(
        (desk) => desk.openFile(file.name, file.bytes, { take: [id] }),
        signal,
      );
      const phrase = opened.song?.phrases[0];
      if (!opened.song || !phrase) return stop();
      const song = opened.song;
      const bars = { first: 0, last: LISTEN_BARS - 1 };
      const { passage } = await atTheDesk(
        (desk) => desk.perform(song, { phraseId: phrase.id, bars }),
        signal,
      );
      const wav = await atTheDesk(
        (desk) =>
          desk.renderWav(
            passage,
            gainsWith(),
            1,
            proxy(() => undefined),
          ),
        signal,
      );
      const url = URL.createObjectURL(new Blob([Uint8Array.from(wav)], { type: "audio/wav" }));
      const player = new Audio(url);
      audio.current = player;
      player.onended = () => setPlaying(undefined);
      await player.play();
    })().catch(() => setPlaying((now) => (now === id ? undefined : now)));
  };
  return { playing, listen, stop };
}
