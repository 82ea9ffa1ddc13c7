"use client";

import { Play, Repeat, SlidersHorizontal, Square } from "lucide-react";
import { selectSong, useSong } from "@/open-song/context";
import { IconPopover } from "@/ui/icon-popover";
import { PressButton } from "@/ui/press-button";
import { Mixer } from "./mixer";
import { RANGES, type PlayRange, type PlaySettings } from "./settings";
import type { PlayState } from "./use-playback";

const RANGE_NAME: Readonly<Record<PlayRange, string>> = {
  phrase: "this phrase",
  selection: "these bars",
  song: "the song",
};

/** Plays what is written: what, how fast, how often, and who is heard. */
export function Transport({
  settings,
  onChange,
  state,
  onPlay,
  onStop,
}: {
  readonly settings: PlaySettings;
  readonly onChange: (settings: PlaySettings) => void;
  readonly state: PlayState;
  readonly onPlay: () => void;
  readonly onStop: () => void;
}) {
  const song = useSong(selectSong);
  const set = (change: Partial<PlaySettings>) => onChange({ ...settings, ...change });
  const isPlaying = state.kind === "playing" || state.kind === "preparing";
  return (
    <div role="group" aria-label="Playback" className="flex items-center gap-1 text-[13px]">
      <button
        type="button"
        onClick={isPlaying ? onStop : onPlay}
        title={isPlaying ? "Stop (Space)" : "Play (Space)"}
        className={`inline-flex w-18 items-center justify-center gap-1.5 rounded-md border px-2 py-1 font-medium ${isPlaying ? "border-madder bg-madder-wash text-madder" : "border-ink bg-sheet"}`}
      >
        {isPlaying ? <Square size={12} aria-hidden /> : <Play size={13} aria-hidden />}
        {isPlaying ? "Stop" : "Play"}
      </button>
      <select
        aria-label="What is played"
        value={settings.range}
        onChange={({ target }) => set({ range: target.value as PlayRange })}
        className="w-24 rounded-sm border border-hairline bg-sheet px-1 py-1"
      >
        {RANGES.map((range) => (
          <option key={range} value={range}>
            {RANGE_NAME[range]}
          </option>
        ))}
      </select>
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
        <Mixer settings={settings} parts={song.parts} onChange={set} />
      </IconPopover>
      <p role="status" className="max-w-24 truncate text-xs text-soft">
        {inWords(state, settings)}
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
