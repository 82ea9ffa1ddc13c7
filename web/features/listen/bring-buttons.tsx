"use client";

import { USUAL_BAND } from "@intonazione/core/playing";
import { Drum, FileAudio, Mic, Square } from "lucide-react";
import { useEffect, useRef, useState } from "react";
import { selectSong, useOpenSong, useSong } from "@/open-song/context";
import { bringTake } from "@/open-takes/bring";
import { atTheDesk } from "@/workers/at-the-desk";
import { recordMicrophone, type MicrophoneTake } from "@/open-takes/record";
import { Button } from "@/ui/button";
import { formatLength } from "./moments";
import { useBring } from "./use-bring";
import { MICROPHONE_WORDS, PULLED_OUT_WORDS } from "./words";

const ACCEPTED = "audio/*,video/*,.wav,.mp3,.flac,.ogg,.opus,.m4a,.aac,.mp4,.webm";

/** The ways in which a take comes: a file, or the microphone. */
export function BringButtons({ size = "usual" }: { readonly size?: "usual" | "small" }) {
  const bring = useBring();
  const input = useRef<HTMLInputElement>(null);
  return (
    <div className="flex flex-wrap items-center gap-2">
      <input
        ref={input}
        type="file"
        multiple
        hidden
        accept={ACCEPTED}
        aria-label="Files of takes"
        onChange={({ target }) => {
          void bring([...(target.files ?? [])].map((file) => ({ name: file.name, file })));
          target.value = "";
        }}
      />
      <Button
        size={size}
        look={size === "usual" ? "main" : "plain"}
        onClick={() => input.current?.click()}
      >
        <FileAudio size={14} aria-hidden />
        Choose a file…
      </Button>
      <RecordButton size={size} />
      <BandButton size={size} />
    </div>
  );
}

/** A stand-in for a record: the song as a small band plays it, with its beats known. */
function BandButton({ size }: { readonly size: "usual" | "small" }) {
  const { store, takes } = useOpenSong();
  const song = useSong(selectSong);
  const [isPlaying, setPlaying] = useState(false);
  if (song.phrases.length === 0) return null;
  const play = async () => {
    setPlaying(true);
    const { signal } = new AbortController();
    const take = await atTheDesk((desk) => desk.benchBand(song, USUAL_BAND), signal).catch(
      () => undefined,
    );
    setPlaying(false);
    if (!take)
      return store.tell({ words: "There is nothing written to be played.", kind: "problem" });
    const file = new Blob([take.wav], { type: "audio/wav" });
    const said = { kind: "own", map: take.map, source: "played by the bench band" } as const;
    await bringTake(takes, file, { name: "Bench band", ...said });
  };
  return (
    <Button size={size} disabled={isPlaying} onClick={() => void play()}>
      <Drum size={14} aria-hidden />
      {isPlaying ? "The band plays …" : "Bench band"}
    </Button>
  );
}

function RecordButton({ size }: { readonly size: "usual" | "small" }) {
  const { store, takes } = useOpenSong();
  const bring = useBring();
  const [running, setRunning] = useState<MicrophoneTake>();
  const [seconds, setSeconds] = useState(0);
  useEffect(() => {
    if (!running) return;
    const timer = setInterval(() => setSeconds((before) => before + 1), 1000);
    return () => clearInterval(timer);
  }, [running]);
  const finish = async (take: MicrophoneTake) => {
    setRunning(undefined);
    const file = await take.stop();
    if (file) await bring([{ name: "From the microphone", file }], "own");
    return file !== undefined;
  };
  const latest = useRef(finish);
  useEffect(() => {
    latest.current = finish;
  });
  useEffect(() => {
    if (!running) return;
    const warn = (event: BeforeUnloadEvent) => event.preventDefault();
    window.addEventListener("beforeunload", warn);
    return () => {
      window.removeEventListener("beforeunload", warn);
      // Another stage is turned to: what was recorded by then is a take.
      takes.holdOpen(latest.current(running));
    };
  }, [takes, running]);
  const begin = async () => {
    setSeconds(0);
    const take = await recordMicrophone(() => {
      if (typeof take === "string") return;
      void finish(take).then((isKept) =>
        store.tell({ words: PULLED_OUT_WORDS[isKept ? "kept" : "nothing"], kind: "caution" }),
      );
    });
    if (typeof take === "string") store.tell({ words: MICROPHONE_WORDS[take], kind: "problem" });
    else setRunning(take);
  };
  if (running) {
    return (
      <Button
        size={size}
        onClick={() => void finish(running)}
        className="border-madder text-madder"
      >
        <Square size={12} aria-hidden />
        Stop recording, {formatLength(seconds)}
      </Button>
    );
  }
  return (
    <Button size={size} onClick={() => void begin()}>
      <Mic size={14} aria-hidden />
      Record
    </Button>
  );
}
