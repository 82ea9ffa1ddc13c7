"use client";

import type { GridWish } from "@intonazione/core/formats/midi";
import { displayTuningShort } from "@intonazione/core/instrument";
import { barsOfPart, type Song } from "@intonazione/core/score";
import { useCallback, useEffect, useState } from "react";
import { Button } from "@/ui/button";
import { FindingList } from "@/ui/finding-list";
import type { OpenedFile } from "@/workers/read-files";
import { useDesk } from "@/workers/use-desk";
import type { FileAtHand } from "./file-at-hand";
import { SongPreview } from "./song-preview";
import { VoiceChooser } from "./voice-chooser";

const MOST_TITLES = 40;
/** Files of musicians take seconds: what takes longer is given up. */
const TIME_BOX_MS = 90_000;

/** What was found in a file, before anything is kept of it. */
export function FileDesk({
  file,
  onText,
  onKeep,
  onKeepShelf,
  onLeave,
}: {
  readonly file: FileAtHand;
  /** The file is text: it is read where it can be mended. */
  readonly onText: (text: string) => void;
  readonly onKeep: (song: Song) => void;
  readonly onKeepShelf: (file: FileAtHand) => void;
  readonly onLeave: () => void;
}) {
  const [take, setTake] = useState<readonly string[]>();
  const [isTaking, setIsTaking] = useState(false);
  const [grid, setGrid] = useState<GridWish>({ kind: "auto" });
  const request = useCallback(
    (desk: Parameters<Parameters<typeof useDesk<OpenedFile>>[0] & object>[0]) =>
      desk.openFile(file.name, file.bytes, { grid, ...(take && { take }) }),
    [file, take, grid],
  );
  const { state, cancel } = useDesk<OpenedFile>(request, 0, TIME_BOX_MS);
  const opened = state.kind === "done" ? state.value : undefined;
  const text = opened?.text;
  useEffect(() => {
    if (text !== undefined) onText(text);
  }, [text, onText]);
  const song = opened?.song;
  const shelf = opened?.shelf;
  return (
    <section aria-label="What was read" className="flex flex-col gap-4">
      <div className="flex items-baseline gap-3">
        <h2 className="flex-1 font-serif text-2xl">{song?.title ?? file.name}</h2>
        <span className="text-soft">{file.name}</span>
      </div>
      <div aria-live="polite">
        {state.kind === "working" && (
          <p className="flex items-center gap-3 text-soft">
            Reading …<Button onClick={cancel}>Stop</Button>
          </p>
        )}
        {state.kind === "cancelled" && (
          <p className="text-soft">Reading was stopped. Nothing was kept.</p>
        )}
        {state.kind === "failed" && (
          <p className="text-madder">The reader failed on this file. Nothing was kept.</p>
        )}
        {song && <p className="font-medium">{inShort(song)}</p>}
        {shelf && (
          <p className="font-medium">
            A whole shelf: {shelf.titles.length} {shelf.titles.length === 1 ? "song" : "songs"},{" "}
            {shelf.instruments} {shelf.instruments === 1 ? "instrument" : "instruments"} of the rack
            {file.archive && `, with its recordings (${mega(file.archive)} MB)`}
          </p>
        )}
        {opened && !song && !shelf && text === undefined && (
          <p className="font-medium">Nothing in this file could be read as music.</p>
        )}
      </div>
      {opened?.voices && (
        <VoiceChooser
          file={file}
          voices={opened.voices}
          moved={opened.moved ?? []}
          take={take}
          grid={grid}
          onTake={setTake}
          onGrid={setGrid}
        />
      )}
      {opened && opened.findings.length > 0 && <FindingList findings={opened.findings} />}
      {song && <SongPreview song={song} width={620} />}
      {shelf && (
        <ul className="columns-2 text-soft">
          {shelf.titles.slice(0, MOST_TITLES).map((title, index) => (
            <li key={index}>{title}</li>
          ))}
          {shelf.titles.length > MOST_TITLES && <li>{shelf.titles.length - MOST_TITLES} more</li>}
        </ul>
      )}
      <div className="flex justify-end gap-2">
        <Button onClick={onLeave}>Another file</Button>
        {shelf ? (
          <Button
            look="main"
            disabled={isTaking}
            onClick={() => {
              setIsTaking(true);
              onKeepShelf(file);
            }}
          >
            {isTaking ? "Putting them there …" : "Put all of them on the shelf"}
          </Button>
        ) : (
          <Button look="main" disabled={!song} onClick={() => song && onKeep(song)}>
            Put it on the shelf
          </Button>
        )}
      </div>
    </section>
  );
}

const mega = ({ size }: Blob) => Math.ceil(size / 1e6).toLocaleString("en");

function inShort(song: Song): string {
  const parts = song.parts.map((part) => {
    const bars = barsOfPart(song, part.id).length;
    const capo = part.capo.fret > 0 ? `, capo ${part.capo.fret}` : "";
    return `${part.name} (${displayTuningShort(part.instrument.tuning)}${capo}): ${bars} ${bars === 1 ? "bar" : "bars"}`;
  });
  const phrases = song.phrases.length;
  return `${phrases} ${phrases === 1 ? "phrase" : "phrases"} · ${parts.join(" · ")}`;
}
