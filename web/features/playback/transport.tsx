"use client";

import { Play, Repeat, SlidersHorizontal, Square } from "lucide-react";
import { takeAtHand } from "@/open-takes/store";
import { selectSong, useOpenSong, useSong, useTakes } from "@/open-song/context";
import {
  RANGES,
  SOURCES,
  type PlaySource,
  type PlayRange,
  type PlaySettings,
} from "@/open-song/playback/settings";
import { isSounding, type PlayState } from "@/open-song/state/playback";
import { IconPopover } from "@/ui/icon-popover";
import { PressButton } from "@/ui/press-button";
import { Select } from "@/ui/select";
import { Mixer } from "./mixer";

const RANGE_NAME: Readonly<Record<PlayRange, string>> = {
  phrase: "this phrase",
  selection: "these bars",
  song: "the song",
};

const SOURCE_NAME: Readonly<Record<PlaySource, string>> = {
  strip: "strip",
  take: "take",
  both: "both",
};

/** Plays what is written or the record: what, how fast, how often, and who is heard. */
export function Transport() {
  const { store, player } = useOpenSong();
  const song = useSong(selectSong);
  const settings = useSong((state) => state.settings);
  const playing = useSong((state) => state.playing);
  const isPlaying = useSong(isSounding);
  const hasRecord = useTakes((state) => takeAtHand(state)?.map !== undefined);
  const set = (change: Partial<PlaySettings>) =>
    store.setState({ settings: { ...settings, ...change } });
  return (
    <div role="group" aria-label="Playback" className="flex items-center gap-1 text-[13px]">
      <button
        type="button"
        onClick={player.playOrStop}
        title={isPlaying ? "Stop (Space)" : "Play (Space)"}
        className={`inline-flex w-18 items-center justify-center gap-1.5 rounded-md border px-2 py-0.5 font-medium ${isPlaying ? "border-madder bg-madder-wash text-madder" : "border-ink bg-sheet"}`}
      >
        {isPlaying ? <Square size={12} aria-hidden /> : <Play size={13} aria-hidden />}
        {isPlaying ? "Stop" : "Play"}
      </button>
      {hasRecord && (
        <Select
          label="What sounds"
          value={settings.source}
          options={SOURCES.map((source) => ({ value: source, label: SOURCE_NAME[source] }))}
          onChange={(source) => set({ source })}
          look="small"
          className="w-16 justify-between"
        />
      )}
      <Select
        label="What is played"
        value={settings.range}
        options={RANGES.map((range) => ({ value: range, label: RANGE_NAME[range] }))}
        onChange={(range) => set({ range })}
        look="small"
        className="w-26 justify-between"
      />
      <PressButton isOn={settings.isLooping} onChange={(isLooping) => set({ isLooping })}>
        <Repeat size={13} aria-hidden />
        Loop
      </PressButton>
      <label className="flex items-center gap-1 pl-1">
        <span className="sr-only">Tempo in per cent</span>
        <input
          type="range"
          min={25}
          max={150}
          step={5}
          value={settings.tempoPercent}
          onChange={({ target }) => set({ tempoPercent: Number(target.value) })}
          aria-valuetext={`${settings.tempoPercent} per cent`}
          className="w-16 accent-[var(--madder)]"
        />
        <span className="w-10 font-mono tabular-nums">{settings.tempoPercent} %</span>
      </label>
      <IconPopover
        icon={SlidersHorizontal}
        label="Click, backing, steps and volumes"
        className="w-84 p-4"
      >
        <Mixer hasRecord={hasRecord} settings={settings} parts={song.parts} onChange={set} />
      </IconPopover>
      <p role="status" className="max-w-24 truncate text-xs text-soft empty:hidden">
        {inWords(playing, settings)}
      </p>
    </div>
  );
}

function inWords(state: PlayState, { isLooping }: PlaySettings): string {
  switch (state.kind) {
    case "stopped":
      return "";
    case "preparing":
      return "a moment …";
    case "failed":
      return "no sound here";
    case "playing": {
      if (state.isCounting) return "counting in";
      const tempo = `${Math.round(100 * state.rate)} %`;
      return isLooping ? `round ${state.round + 1}, ${tempo}` : `at ${tempo}`;
    }
  }
}
