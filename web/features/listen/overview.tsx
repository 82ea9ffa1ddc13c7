"use client";

import { waveformColumns, type Waveform } from "@intonazione/core/sound";
import type { Take } from "@intonazione/core/takes";
import { Play, Square } from "lucide-react";
import { useCallback, useEffect, useRef } from "react";
import { useOpenSong, useTakes } from "@/open-song/context";
import { isLooped, loopAtHand, type TakePlaying } from "@/open-takes/store";
import { inkOf } from "@/ui/ink";
import { useSize } from "@/ui/use-size";
import { formatCents, formatLength } from "./moments";
import { showStretch } from "./show";
import { TakeCursor } from "./take-cursor";
import { useSetStretch } from "./use-set-stretch";
import { useStretchDrag } from "./use-stretch-drag";

/** The whole take: its waveform, its sections, the loop, and what plays it. */
export function Overview({ take }: { readonly take: Take }) {
  const { takes } = useOpenSong();
  const index = useTakes(({ history }) => history.takes.findIndex(({ id }) => id === take.id));
  const count = useTakes(({ history }) => history.takes.length);
  const playing = useTakes((state) => state.playing);
  const loop = useTakes(loopAtHand);
  const isSounding = playing.kind === "playing" || playing.kind === "preparing";
  const isLoop = loop !== undefined && isLooped(take, loop);
  return (
    <div className="flex h-15 shrink-0 items-stretch gap-3">
      <div className="flex w-36 min-w-0 flex-col justify-center leading-tight">
        <h2 className="truncate text-[13px] font-semibold" title={take.name}>
          {take.name}
        </h2>
        <p className="truncate text-xs text-soft">
          {index + 1} of {count} · {formatLength(take.recording.seconds)}
          {take.playedCents !== 0 && ` · played ${formatCents(take.playedCents)}`}
        </p>
      </div>
      <Wave take={take} />
      <button
        type="button"
        onClick={takes.player.playOrStop}
        title={isSounding ? "Stop (Space)" : "Play (Space)"}
        className={`inline-flex w-24 items-center justify-center gap-1.5 self-center rounded-md border px-2 py-1.5 font-medium ${isSounding ? "border-madder bg-madder-wash text-madder" : "border-ink bg-sheet"}`}
      >
        {isSounding ? <Square size={12} aria-hidden /> : <Play size={13} aria-hidden />}
        {buttonWord(playing, isLoop)}
      </button>
    </div>
  );
}

function buttonWord(playing: TakePlaying, isLoop: boolean): string {
  switch (playing.kind) {
    case "preparing":
      return "a moment";
    case "playing":
      return isLoop ? `Round ${playing.round + 1}` : "Stop";
    case "failed":
    case "stopped":
      return isLoop ? "Loop" : "Play";
  }
}

function Wave({ take }: { readonly take: Take }) {
  const { takes } = useOpenSong();
  const frame = useRef<HTMLDivElement>(null);
  const { width, height } = useSize(frame);
  const waveform = useTakes(({ heard }) =>
    heard?.takeId === take.id ? heard.waveform : undefined,
  );
  const done = useTakes(({ heard }) => (heard?.takeId === take.id ? heard.done : 0));
  const isHere = useTakes(({ sounds }) => sounds[take.id]?.kind === "here");
  const loop = useTakes(loopAtHand);
  const view = useTakes((state) => state.view);
  const { seconds } = take.recording;
  const xOf = useCallback((moment: number) => (moment / seconds) * width, [seconds, width]);
  const setStretch = useSetStretch();
  const drag = useStretchDrag(
    (x) => Math.min(seconds, Math.max(0, (x / width) * seconds)),
    (moment) => {
      takes.player.seek(moment);
      showStretch(takes.store, moment, moment);
    },
    (from, to, isOver) => {
      setStretch(from, to, isOver);
      if (isOver) showStretch(takes.store, from, to);
    },
  );
  const isLoop = loop !== undefined && isLooped(take, loop);
  return (
    <div
      ref={frame}
      role="group"
      aria-label={`The whole take, ${formatLength(seconds)}`}
      className="relative min-w-0 flex-1 cursor-crosshair touch-none overflow-hidden select-none"
      {...drag}
    >
      <WaveCanvas waveform={waveform} seconds={seconds} width={width} height={height - 10} />
      <div
        aria-hidden
        className="pointer-events-none absolute top-0 border-x border-length bg-ink/5"
        style={{
          left: xOf(view.from),
          width: Math.max(2, xOf(Math.min(view.to, seconds) - view.from)),
          bottom: 10,
        }}
      />
      {take.marks
        .filter(({ kind }) => kind === "section")
        .map((mark) => (
          <span
            key={mark.id}
            className="pointer-events-none absolute top-0 border-l border-soft pl-1 font-serif text-[11px] font-semibold"
            style={{ left: xOf(mark.seconds), bottom: 10 }}
          >
            {mark.words}
          </span>
        ))}
      {isLoop && (
        <div
          aria-hidden
          className="pointer-events-none absolute bottom-0 h-2 border-x-2 border-b-2 border-madder"
          style={{ left: xOf(loop.from), width: Math.max(3, xOf(loop.to - loop.from)) }}
        />
      )}
      {waveform === undefined && isHere && (
        <p role="status" className="absolute inset-0 content-center text-center text-xs text-soft">
          drawing the take …
        </p>
      )}
      {waveform !== undefined && done < 1 && (
        <div
          role="progressbar"
          aria-label="Hearing the take"
          aria-valuenow={Math.round(100 * done)}
          className="absolute bottom-0 left-0 h-0.5 bg-verdigris"
          style={{ width: `${100 * done}%` }}
        />
      )}
      <TakeCursor xOf={xOf} />
    </div>
  );
}

function WaveCanvas({
  waveform,
  seconds,
  width,
  height,
}: {
  readonly waveform: Waveform | undefined;
  readonly seconds: number;
  readonly width: number;
  readonly height: number;
}) {
  const canvas = useRef<HTMLCanvasElement>(null);
  useEffect(() => {
    const pen = canvas.current?.getContext("2d");
    if (!pen || !waveform || width === 0 || height <= 0) return;
    const draw = () => {
      pen.canvas.width = width * devicePixelRatio;
      pen.canvas.height = height * devicePixelRatio;
      pen.scale(devicePixelRatio, devicePixelRatio);
      pen.fillStyle = inkOf("--length");
      for (const [x, { low, high }] of waveformColumns(waveform, 0, seconds, width).entries()) {
        const top = ((1 - high) / 2) * height;
        pen.fillRect(x, top, 1, Math.max(1, ((high - low) / 2) * height));
      }
    };
    draw();
    const observer = new MutationObserver(draw);
    observer.observe(document.documentElement, { attributeFilter: ["data-theme"] });
    return () => observer.disconnect();
  }, [waveform, seconds, width, height]);
  return (
    <canvas
      ref={canvas}
      aria-hidden
      style={{ width, height: Math.max(0, height) }}
      className="block"
    />
  );
}
