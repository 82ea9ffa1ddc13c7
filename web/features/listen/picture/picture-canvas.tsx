"use client";

import { useEffect, useRef, useState } from "react";
import { useOpenSong, useTakes } from "@/open-song/context";
import { inkBytes, inkOf } from "@/ui/ink";
import { yAt, type PictureScale } from "./scale";
import { PictureTiles } from "./tiles";

/** Steps of C major: where the picture's paper is plain; between them it is shaded. */
const PLAIN = new Set([0, 2, 4, 5, 7, 9, 11]);

/** The sound as ink on paper. */
export function PictureCanvas({
  takeId,
  scale,
}: {
  readonly takeId: string;
  readonly scale: PictureScale;
}) {
  const { takes } = useOpenSong();
  const canvas = useRef<HTMLCanvasElement>(null);
  const isHeard = useTakes(({ heard }) => heard?.takeId === takeId && heard.done === 1);
  const isOpen = useTakes(({ heard }) => heard?.takeId === takeId && heard.waveform !== undefined);
  const [come, setCome] = useState(0);
  const theme = useTheme();
  const tiles = useRef<PictureTiles>(undefined);
  useEffect(() => {
    tiles.current = new PictureTiles(takes.hearing, inkBytes("--ink"), () =>
      setCome((before) => before + 1),
    );
  }, [takes, takeId, theme]);
  useEffect(() => {
    const pen = canvas.current?.getContext("2d");
    if (!pen || scale.width === 0) return;
    pen.canvas.width = scale.width * devicePixelRatio;
    pen.canvas.height = scale.height * devicePixelRatio;
    pen.scale(devicePixelRatio, devicePixelRatio);
    drawPaper(pen, scale);
    if (isOpen) tiles.current?.draw(pen, scale, isHeard);
  }, [scale, isHeard, isOpen, come, theme]);
  return (
    <canvas
      ref={canvas}
      aria-hidden
      className="absolute inset-0 block"
      style={{ width: scale.width, height: scale.height }}
    />
  );
}

function drawPaper(pen: CanvasRenderingContext2D, scale: PictureScale): void {
  pen.fillStyle = inkOf("--wood");
  pen.globalAlpha = 0.55;
  for (let midi = Math.ceil(scale.low - 0.5); midi < scale.high + 0.5; midi++) {
    if (PLAIN.has(midi % 12)) continue;
    const top = yAt(scale, midi + 0.5);
    pen.fillRect(0, top, scale.width, yAt(scale, midi - 0.5) - top);
  }
  pen.globalAlpha = 1;
  pen.fillStyle = inkOf("--hairline");
  for (let midi = 12 * Math.ceil(scale.low / 12); midi < scale.high; midi += 12) {
    pen.fillRect(0, Math.round(yAt(scale, midi - 0.5)), scale.width, 1);
  }
}

/** Changes with the theme. */
function useTheme(): string | undefined {
  const [theme, setTheme] = useState<string>();
  useEffect(() => {
    const read = () => setTheme(document.documentElement.dataset["theme"]);
    read();
    const observer = new MutationObserver(read);
    observer.observe(document.documentElement, { attributeFilter: ["data-theme"] });
    return () => observer.disconnect();
  }, []);
  return theme;
}
